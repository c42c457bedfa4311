import { OWN_WORD } from '../words/ground';
import { because, cm } from '../words/message';
import type { FormScene } from '../choosing/candidacy';
import type { Judgement } from './judge';
import { formSceneOf } from './form-scene';
import { sceneOf } from './scene';
import { standsBy } from '../choosing/verdicts';
import { formOf } from '../forms';
import type { TreeState } from '../history/tree-at';
import { accountOf, type Account } from '../acts/account';
import { type Act, afterActs, placeOf } from '../acts/acts';
import { purposeOfOwnCut } from '../plan/wounds';
import { cutQuestionOf } from '../plan/plan';
import { cutDiameterMm } from '../acts/wood';
import { angleBetween, bearingOf, fromUprightOf, type Vec3 } from '../geometry/vector';
import { layOut, runAt, type LaidTree } from '../tree/course';
import { childrenOf, stemOf, type Stem, type Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { BudChoice } from '../cuts/bud-choice';
import { choicesFor, facingsAt, sideShootsFor } from '../cuts/cut-to-buds';
import { limbCutTo, type SideShoot } from '../cuts/side-shoot';
import { budsAlong, type LimbBud } from '../buds/limb-buds';
import type { CutPlace } from '../acts/cut-place';

/** A cut this near to the plan's own is the plan's own, cm. */
const SAME_CM = 0.05;

type Shorten = Extract<Act, { kind: 'shorten' }>;

/** A cut tried on one limb: where its buds lead, what it takes, and the tree it leaves. */
export interface CutPreview {
  toLengthCm: number;
  /** Buds near the cut, best first; and a bud facing each of eight ways there, round the clock. */
  choices: readonly BudChoice[];
  around: readonly BudChoice[];
  /** The limb standing there that the cut goes to, and how it leads on; no bud is chosen then. */
  to: StandingLimb | undefined;
  /** Other side shoots close by that it could be cut to, best first. */
  shoots: readonly SideShoot[];
  place: CutPlace | undefined;
  account: Account;
  after: Tree;
}

/** A limb a stem is cut to. Angles deg: of the cut stem there, of the limb from upright, between the two. */
export interface StandingLimb extends Omit<SideShoot, 'joinCm'> {
  diameterMm: number;
  besideDeg: number;
}

/** Side shoots this near to the cut are told of, cm. */
const CLOSE_BY_CM = 15;

/** One limb under the knife: all that stays the same while the cut is moved along it. */
export interface CutBench {
  scene: FormScene;
  stem: Stem;
  buds: readonly LimbBud[];
  /** Limbs that stand on it once the rest of the work is done, and where along it they rise, cm. */
  standing: readonly { tag: string; atCm: number }[];
  /** The plan's own cut of this limb, if it has one. */
  planned: Shorten | undefined;
  /** The act of cutting it to a length. */
  actAt(toLengthCm: number): Shorten;
  previewAt(toLengthCm: number): CutPreview;
}

/** Lays one limb of a judged tree out for cutting; undefined for a stem that is not there or that goes altogether. */
export function cutBench(state: TreeState, judged: Judgement, stemId: StemId): CutBench | undefined {
  const base = sceneOf(state);
  const form = formOf(state.form);
  const stem = stemOf(state.tree, stemId);
  if (!form || !stem || !judged.plan.after.stems.some(({ id }) => id === stemId)) return undefined;
  const scene = formSceneOf(state, base, form, judged.findings);
  const question = cutQuestionOf({ scene, form, chosen: judged.chosen, verdicts: judged.verdicts });
  const planned = judged.plan.acts.find(
    (act): act is Shorten & { id: string } => act.kind === 'shorten' && act.stemId === stemId,
  );
  const others = judged.plan.acts.filter((act) => act !== planned);
  const leftBy = layOut(afterActs(state.tree, others));
  const stands = standsBy(judged.verdicts);
  const carried = childrenOf(leftBy.tree, stemId).filter(({ id }) => stands(id));
  const standing = carried.map(({ id, tag }) => ({ tag, atCm: leftBy.joins.get(id) ?? 0 }));
  const actAt = (toLengthCm: number): Shorten => {
    const isPlanned = planned !== undefined && Math.abs(planned.toLengthCm - toLengthCm) < SAME_CM;
    const isTrunk = stemId === base.laid.trunk?.id;
    const toStem = isPlanned ? planned.toStem : limbCutTo(leftBy, form, stemId, toLengthCm, stands);
    const toBud =
      planned?.toStem === undefined && planned?.purpose !== 'next-tier' ? planned?.purpose : undefined;
    const own = purposeOfOwnCut(isTrunk, form.hasLeader, toStem !== undefined);
    return {
      ...{ kind: 'shorten', stemId, toLengthCm, diameterMm: cutDiameterMm(base.laid, stem, toLengthCm) },
      purpose: (isPlanned ? planned.purpose : toStem === undefined ? toBud : undefined) ?? own,
      ...(toStem !== undefined && { toStem }),
      reason: because('own.length', { length: cm(toLengthCm) }, OWN_WORD),
    };
  };
  const previewAt = (toLengthCm: number): CutPreview => {
    const act = actAt(toLengthCm);
    const acts = toLengthCm < stem.length.value ? [...others, act] : others;
    const isToBud = act.toStem === undefined;
    const near = sideShootsFor(question, others, act, CLOSE_BY_CM);
    return {
      toLengthCm,
      choices: isToBud ? choicesFor(question, others, act) : [],
      around: isToBud ? facingsAt(question, others, act) : [],
      to:
        act.toStem === undefined
          ? undefined
          : ledBy(leftBy, stem.id, act.toStem, act.purpose === 'side-shoot' ? near : []),
      shoots: near.filter((shoot) => shoot.stemId !== act.toStem && stands(shoot.stemId)),
      place: placeOf(scene, act),
      account: accountOf(state.tree, acts),
      after: afterActs(state.tree, acts),
    };
  };
  return {
    scene,
    stem,
    buds: budsAlong(stem, base.kind, base.when.season),
    standing,
    planned,
    actAt,
    previewAt,
  };
}

/** How the limb a stem is cut to leads on, as the work leaves it; judged as a side shoot where it is to be one. */
function ledBy(
  laid: LaidTree,
  stemId: StemId,
  toStem: StemId,
  near: readonly SideShoot[],
): StandingLimb | undefined {
  const limb = stemOf(laid.tree, toStem);
  const [course, carrier] = [laid.courses.get(toStem), laid.courses.get(stemId)];
  if (!limb || !course || !carrier) return undefined;
  const start = course.directions[0] as Vec3;
  const way = course.directions.at(-1) as Vec3;
  const judged = near.find((shoot) => shoot.stemId === toStem);
  return {
    ...{ stemId: toStem, diameterMm: limb.diameter.value },
    besideDeg: angleBetween(runAt(carrier, laid.joins.get(toStem) ?? 0), start),
    bearingDeg: judged?.bearingDeg ?? bearingOf(way),
    angleDeg: judged?.angleDeg ?? fromUprightOf(way),
    ...{ fit: judged?.fit ?? 'good', why: judged?.why ?? [] },
  };
}
