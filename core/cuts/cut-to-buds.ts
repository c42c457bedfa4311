import type { FormScene } from '../choosing/candidacy';
import { OWN_WORD } from '../words/ground';
import { because, deg, restsOn, tagOf } from '../words/message';
import { bearingDifference, fromUprightOf, wrapBearing } from '../geometry/vector';
import { type Act, afterActs } from '../acts/acts';
import type { CutBud, HeadingPurpose } from '../acts/shorten';
import { cutDiameterMm } from '../acts/wood';
import { layOut, runAt, type Course, type LaidTree } from '../tree/course';
import { childrenOf, stemOf, withDescendants, type Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { BEYOND_BUD_CM } from '../acts/cut-place';
import { budChoices, facingChoices, type BudChoice, type CutWish } from './bud-choice';
import { secondOfFork } from './fork';
import { sideShoots, type SideShoot } from './side-shoot';

type Shorten = Extract<Act, { kind: 'shorten' }>;

/** Cuts that go to a limb that stands there already, or wake several buds at once: no single bud is chosen for them. */
const WITHOUT_BUD: readonly HeadingPurpose[] = ['new-leader', 'open-centre', 'hold-height', 'next-tier'];

/** Cuts that are made even where no bud serves. */
const NEEDED: readonly HeadingPurpose[] = [
  ...(['weaken-rival', 'calm-temporary', 'to-living', 'under-leader'] as const),
  ...(['renew', 'side-shoot', 'thin-crop'] as const),
];

/** A cut nearer to the end than this is none, cm. */
const LEAST_CUT_CM = 1;

/** How far along a limb another place is looked for when no bud at the wished one serves, cm. */
const ELSEWHERE_CM = [10, -10, 18, -18] as const;

/** What cutting to buds needs of a plan. */
export interface CutQuestion {
  scene: FormScene;
  /** Stems whose shoots lead: the trunk, or what takes over from it. */
  leaderId: StemId | undefined;
  /** Limbs that stay in a ring round the stem: their shoots are turned toward the wider of the gaps beside them. */
  ring: readonly StemId[];
  /** Every limb that is to stay in a place of its form: no cut moved to a better bud takes one off. */
  kept: readonly StemId[];
}

/** The tree a heading cut is judged on: bent and thinned as planned, this limb not yet cut. */
interface Setting {
  scene: FormScene;
  others: readonly { id: StemId; course: Course }[];
}

/**
 * Gives each heading cut its bud: the one whose shoot goes where it is wanted, on the tree as the work leaves it. Where no
 * bud at the wished length serves, one a little further out or in; else a side shoot there; else the limb is left
 * uncut, since a cut that leads nowhere is worse than none.
 */
export function cutToBuds(question: CutQuestion, acts: readonly Act[]): Act[] {
  return acts.flatMap((act): Act[] => {
    if (act.kind !== 'shorten' || act.toStem !== undefined) return [act];
    if (act.purpose && WITHOUT_BUD.includes(act.purpose)) return [act];
    const served = servedBy(question, acts, act);
    return served ? [served] : [];
  });
}

function servedBy(question: CutQuestion, acts: readonly Act[], act: Shorten): Shorten | undefined {
  const isSet = restsOn(act.reason, OWN_WORD);
  const stem = stemOf(question.scene.laid.tree, act.stemId) as Stem;
  // No bud wakes in wood that has died.
  const livesToCm = isSet ? Infinity : (stem.soundTo?.value ?? Infinity);
  const floorCm = isSet ? 0 : keptUpTo(question, act.stemId);
  // A stub or a spur of a few buds is made where it is, whichever way they face.
  const isShort = act.purpose === 'renew';
  const choice = (isSet || isShort ? [0] : [0, ...ELSEWHERE_CM])
    .map((byCm) => Math.max(floorCm, act.toLengthCm + byCm))
    .filter((toLengthCm) => toLengthCm < stem.length.value - LEAST_CUT_CM)
    .map((toLengthCm) =>
      choicesFor(question, acts, { ...act, toLengthCm }).find(
        ({ atCm }) => atCm >= floorCm && atCm <= livesToCm,
      ),
    )
    .find((found) => found !== undefined && (isSet || found.fit !== 'refused'));
  if (choice) return cutTo(question.scene.laid, stem, act, choice, forkBelow(question, acts, act, choice));
  if (isSet || (isShort && floorCm <= act.toLengthCm)) return act;
  const shoot = sideShootsFor(question, acts, act).find(
    ({ fit, joinCm }) => fit !== 'refused' && joinCm >= floorCm - 1 && joinCm <= livesToCm,
  );
  if (shoot) return cutToShoot(question, stem, act, shoot);
  return act.purpose && NEEDED.includes(act.purpose) ? act : undefined;
}

/** How far along a stem the outermost limb rises that is to stay on it, with a little over, cm; 0 for none. */
export function keptUpTo({ scene, kept }: CutQuestion, stemId: StemId): number {
  const joins = childrenOf(scene.laid.tree, stemId)
    .filter(({ id }) => kept.includes(id))
    .map(({ id, origin }) => (scene.laid.joins.get(id) ?? origin.value) + 1);
  return Math.max(0, ...joins);
}

function cutTo(
  laid: LaidTree,
  stem: Stem,
  act: Shorten,
  choice: BudChoice,
  second: BudChoice | undefined,
): Shorten {
  const { bearingDeg, isKnown } = choice;
  const turns =
    act.purpose === 'keep-direction' &&
    bearingDifference(bearingDeg, stem.shape.runBearing.value) > TURN_DEG / 2;
  const purpose = turns ? ('turn' as const) : act.purpose;
  return {
    ...resized(
      laid,
      stem,
      { ...act, ...(purpose && { purpose }) },
      isKnown ? choice.atCm + BEYOND_BUD_CM : choice.atCm,
    ),
    bud: budOf(choice),
    ...(second && { second: budOf(second) }),
  };
}

const budOf = ({ facingDeg, facing, bearingDeg, angleDeg, sureDeg, isKnown }: BudChoice): CutBud => ({
  ...{ facingDeg, facing, bearingDeg, angleDeg, sureDeg, isKnown },
});

function cutToShoot({ scene }: CutQuestion, stem: Stem, act: Shorten, shoot: SideShoot): Shorten {
  const { stemId, joinCm, angleDeg } = shoot;
  const { grounds = [], ...why } = act.reason;
  const args = { why, shoot: tagOf(scene.laid.tree, stemId), angle: deg(angleDeg) };
  const reason = because('cut.to-shoot', args, ...grounds);
  return resized(
    scene.laid,
    stem,
    { ...act, purpose: 'side-shoot', toStem: stemId, reason },
    joinCm + BEYOND_BUD_CM,
  );
}

function resized(laid: LaidTree, stem: Stem, act: Shorten, lengthCm: number): Shorten {
  const toLengthCm = Math.min(lengthCm, stem.length.value);
  return { ...act, toLengthCm, diameterMm: cutDiameterMm(laid, stem, toLengthCm) };
}

/** The buds a heading cut could go to, best first, as the work leaves the tree. Empty for a length off the limb. */
export function choicesFor(question: CutQuestion, acts: readonly Act[], act: Shorten): BudChoice[] {
  const { scene } = question;
  const stem = stemOf(scene.laid.tree, act.stemId);
  if (!stem || act.toLengthCm < 5 || act.toLengthCm > stem.length.value) return [];
  const setting = settingOf(scene, acts, act.stemId);
  const bent = stemOf(setting.scene.laid.tree, act.stemId);
  return bent ? budChoices(setting.scene, wishFor(question, setting, bent, act)) : [];
}

/** The side shoots a limb could be cut to near a length, best first, as the work leaves the tree. */
export function sideShootsFor(
  question: CutQuestion,
  acts: readonly Act[],
  act: Shorten,
  withinCm?: number,
): SideShoot[] {
  const setting = settingOf(question.scene, acts, act.stemId);
  const bent = stemOf(setting.scene.laid.tree, act.stemId);
  return bent ? sideShoots(setting.scene, wishFor(question, setting, bent, act), withinCm) : [];
}

/** The bud below the first that makes a fork of a cut that is to make one. */
function forkBelow(
  question: CutQuestion,
  acts: readonly Act[],
  act: Shorten,
  first: BudChoice,
): BudChoice | undefined {
  if (act.purpose !== 'fork') return undefined;
  const setting = settingOf(question.scene, acts, act.stemId);
  const bent = stemOf(setting.scene.laid.tree, act.stemId);
  return bent && secondOfFork(setting.scene, wishFor(question, setting, bent, act), first);
}

/** The eight facings at a length, and where a bud facing so would lead; in order round the clock. */
export function facingsAt(question: CutQuestion, acts: readonly Act[], act: Shorten): BudChoice[] {
  const stem = stemOf(question.scene.laid.tree, act.stemId);
  const setting = settingOf(question.scene, acts, act.stemId);
  const bent = stemOf(setting.scene.laid.tree, act.stemId);
  if (!stem || !bent) return [];
  return facingChoices(setting.scene, wishFor(question, setting, bent, act));
}

const settings = new WeakMap<readonly Act[], Map<StemId, Setting>>();

function settingOf(scene: FormScene, acts: readonly Act[], stemId: StemId): Setting {
  const known = settings.get(acts) ?? new Map<StemId, Setting>();
  settings.set(acts, known);
  const found = known.get(stemId);
  if (found) return found;
  const { tree } = scene.laid;
  const laid = layOut(
    afterActs(
      tree,
      acts.filter((act) => act.kind !== 'shorten' || act.stemId !== stemId),
    ),
  );
  const own = withDescendants(tree, stemId);
  const shortest = scene.limits('scaffold.shortestCm').value;
  const others = laid.tree.stems
    .filter(({ id, length }) => !own.has(id) && length.value >= shortest)
    .map(({ id }) => ({ id, course: laid.courses.get(id) as Course }));
  const setting = { scene: { ...scene, laid }, others };
  known.set(stemId, setting);
  return setting;
}

function wishFor(question: CutQuestion, { scene, others }: Setting, stem: Stem, act: Shorten): CutWish {
  const { leaderId } = question;
  const leads = stem.id === leaderId;
  const here = fromUprightOf(runAt(scene.laid.courses.get(stem.id) as Course, act.toLengthCm));
  const { from, to } = scene.runDeg;
  return {
    ...{ stem, others, leads, toLengthCm: act.toLengthCm },
    bearingDeg: stem.shape.runBearing.value + turnToGap(question, scene, stem),
    hereDeg: here,
    fromDeg: leads ? 0 : Math.min(from, Math.max(here, from - 20)),
    toDeg: Math.max(to, Math.min(here, 95)),
    wallDeg: scene.wallDeg,
    forks: act.purpose === 'fork',
    ring: question.ring.includes(stem.id)
      ? question.ring.flatMap((id) => stemOf(scene.laid.tree, id) ?? [])
      : [],
  };
}

/** A limb is turned by this, deg, where the gap on one side of it is wider by that than on the other, deg. Working values. */
const TURN_DEG = 25;
const UNEVEN_DEG = 40;

/** How far a limb's shoot is to turn toward the wider of the gaps beside it, deg, clockwise; 0 where they are much alike. */
function turnToGap({ ring }: CutQuestion, { laid }: FormScene, stem: Stem): number {
  if (!ring.includes(stem.id) || ring.length < 3) return 0;
  const turns = ring
    .filter((id) => id !== stem.id)
    .flatMap((id) => stemOf(laid.tree, id)?.shape.runBearing.value ?? [])
    .map((bearing) => wrapBearing(bearing - stem.shape.runBearing.value));
  if (turns.length < 2) return 0;
  const [right, left] = [Math.min(...turns), 360 - Math.max(...turns)];
  if (Math.abs(right - left) < UNEVEN_DEG) return 0;
  return right > left ? TURN_DEG : -TURN_DEG;
}
