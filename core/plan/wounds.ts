import type { FormScene } from '../choosing/candidacy';
import { isOnTrunk, joinHeightCm } from '../tree/joins';
import { bearingDifference } from '../geometry/vector';
import { childrenOf, stemOf, withDescendants, type Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { isKept } from '../choosing/build';
import { standsBy } from '../choosing/verdicts';
import { limbCutTo } from '../cuts/side-shoot';
import type { Act } from '../acts/acts';
import type { RemovalCut } from '../acts/take-out';
import type { HeadingPurpose } from '../acts/shorten';
import { onReading, OWN_WORD } from '../words/ground';
import { because, cm, list, mm, tagOf, told } from '../words/message';
import { cutDiameterMm } from '../acts/wood';
import type { PlanQuestion } from './question';

/** An empty place this near to where a limb goes may be filled from its stub: deg of bearing, cm of height. Working values. */
const BENCH_TURN_DEG = 45;
const BENCH_HEIGHT_CM = 30;

/** How a limb is taken off: suckers broken off; to a stub where a new limb is wanted from the same place; else at the collar. */
export function removalOf({ scene, chosen }: PlanQuestion, stem: Stem, rule: string): RemovalCut {
  if (rule === 'below-union') return 'break-off';
  const isSound = stem.condition === 'sound' && !stem.barkTrapped && isOnTrunk(scene.laid, stem);
  const isWanted = chosen.empty.some(
    ({ heightCm, bearingDeg }) =>
      bearingDifference(bearingDeg, stem.bearing.value) < BENCH_TURN_DEG &&
      Math.abs(heightCm - joinHeightCm(scene.laid, stem)) < BENCH_HEIGHT_CM,
  );
  // A stub answers with a limb only from buds that break in spring.
  return isSound && isWanted && rule !== 'too-low' && !scene.when.inLeaf ? 'bench' : 'collar';
}

/**
 * Acts without those on wood that another cut takes off anyway: what a shortened limb carries beyond its cut needs no
 * wound of its own.
 */
export function withoutCarried({ laid }: FormScene, acts: readonly Act[]): Act[] {
  const lengthOf = new Map<StemId, number>();
  for (const act of acts) if (act.kind === 'shorten') lengthOf.set(act.stemId, act.toLengthCm);
  const goes = new Set<StemId>();
  for (const stem of laid.tree.stems) {
    const cutCm = stem.parent.kind === 'stem' ? lengthOf.get(stem.parent.stemId) : undefined;
    if (cutCm === undefined || (laid.joins.get(stem.id) ?? stem.origin.value) <= cutCm) continue;
    for (const id of withDescendants(laid.tree, stem.id)) goes.add(id);
  }
  return acts.filter((act) => !('stemId' in act) || !goes.has(act.stemId));
}

/** A cut is made beyond what the grower decided to keep, or not at all. */
export function sparingKept({ scene, verdicts }: PlanQuestion, acts: readonly Act[]): Act[] {
  const { laid } = scene;
  const kept = laid.tree.stems.filter(({ id }) => isKept(verdicts[id]?.ruling ?? 'undecided'));
  if (kept.length === 0) return [...acts];
  return acts.flatMap((act): Act[] => {
    const stem = act.kind === 'shorten' ? stemOf(laid.tree, act.stemId) : undefined;
    if (!stem || act.kind !== 'shorten') return [act];
    const joins = childrenOf(laid.tree, stem.id)
      .filter(({ id }) => kept.some((one) => withDescendants(laid.tree, id).has(one.id)))
      .map(({ id }) => laid.joins.get(id) ?? 0);
    const toLengthCm = Math.max(act.toLengthCm, ...joins.map((at) => at + ABOVE_JOIN_CM));
    if (toLengthCm === act.toLengthCm) return [act];
    if (toLengthCm >= stem.length.value) return [];
    return [{ ...act, toLengthCm, diameterMm: cutDiameterMm(laid, stem, toLengthCm) }];
  });
}

/** How far above the highest limb that stays the stem of an open tree is cut, cm. */
const ABOVE_JOIN_CM = 1;
/** A stump shorter than this over the highest limb is left, cm. */
const STUMP_CM = 4;

/** The stem of a form without a leader, to be cut over its highest limb: where, and what rises beyond. */
export interface OpenTop {
  toStem: StemId;
  toLengthCm: number;
  /** Limbs beyond that go anyway. */
  out: readonly Stem[];
}

/** Where the stem of a form without a leader can be cut over its highest limb; undefined where it is done, or something beyond is spared. */
export function topOfOpenTree({ scene, form, verdicts }: PlanQuestion): OpenTop | undefined {
  const { laid, limits } = scene;
  const { trunk } = laid;
  if (!trunk || form.hasLeader || scene.standsOn === 'stems') return undefined;
  const stays = standsBy(verdicts);
  const shortestCm = limits('scaffold.shortestCm').value;
  const scaffolds = childrenOf(laid.tree, trunk.id)
    .filter(({ id, length }) => stays(id) && length.value >= shortestCm)
    .map(({ id }) => ({ stemId: id }));
  const fewest = scene.standsOn === 'arms' ? 2 : limits('scaffold.fewest').value;
  if (scaffolds.length < fewest) return undefined;
  const joinOf = (id: StemId): number => laid.joins.get(id) ?? 0;
  const toStem = scaffolds.reduce(
    (top, { stemId }) => (joinOf(stemId) > joinOf(top) ? stemId : top),
    scaffolds[0]?.stemId ?? '',
  );
  const toLengthCm = joinOf(toStem) + ABOVE_JOIN_CM;
  if (trunk.length.value - toLengthCm < STUMP_CM) return undefined;
  const beyond = childrenOf(laid.tree, trunk.id).filter(({ id }) => joinOf(id) > toLengthCm);
  const isSpared = ({ id }: Stem): boolean => {
    const verdict = verdicts[id];
    return (
      verdict?.decision === 'temporary' ||
      verdict?.ruling === 'keep' ||
      verdict?.ruling === 'frame' ||
      verdict?.rule === 'free-growth'
    );
  };
  if (beyond.some(isSpared)) return undefined;
  return { toStem, toLengthCm, out: beyond.filter(({ id }) => verdicts[id]?.decision === 'out') };
}

/**
 * The stem of a form without a leader is cut over its highest limb: always where it still runs on, and where it was headed
 * if that one cut takes two or more limbs off with a wound no larger than theirs together.
 */
export function oneWound(question: PlanQuestion, acts: readonly Act[]): Act[] {
  const { trunk } = question.scene.laid;
  const top = topOfOpenTree(question);
  if (!trunk || !top) return [...acts];
  const { toStem, toLengthCm, out } = top;
  const { tree } = question.scene.laid;
  const diameterMm = cutDiameterMm(question.scene.laid, trunk, toLengthCm);
  const area = out.reduce((sum, { diameter }) => sum + diameter.value ** 2, 0);
  if (trunk.headed && (out.length < 2 || diameterMm ** 2 > area)) return [...acts];
  const limb = tagOf(tree, toStem);
  const limbs = list(out.map(({ id }) => tagOf(tree, id)));
  const reason =
    out.length > 1
      ? because('top.open.one-wound', { limb, wide: mm(diameterMm), wounds: out.length, limbs })
      : because('top.open', { limb });
  return [
    ...acts,
    { kind: 'shorten', stemId: trunk.id, toLengthCm, diameterMm, purpose: 'open-centre', toStem, reason },
  ];
}

/** What is fixed to wood that is cut is moved first. */
export function moves({ scene }: PlanQuestion, acts: readonly Act[]): Act[] {
  const { tree } = scene.laid;
  const moved = new Set<string>();
  return acts.flatMap((act) => {
    if (act.kind !== 'take-out' && act.kind !== 'shorten') return [];
    const ids = act.kind === 'take-out' ? withDescendants(tree, act.stemId) : new Set([act.stemId]);
    return [...ids].flatMap((stemId) =>
      (stemOf(tree, stemId)?.fixings ?? []).flatMap(({ what, atCm }): Act[] => {
        if (moved.has(`${stemId} ${what}`)) return [];
        if (act.kind === 'shorten' && atCm !== undefined && atCm < act.toLengthCm) return [];
        moved.add(`${stemId} ${what}`);
        const args = { what: told(`fixing.${what}`), limb: tagOf(tree, stemId) };
        const fixing = onReading(stemId, 'fixing');
        const reason =
          act.kind === 'shorten' && atCm === undefined
            ? because('move.before.beyond', { ...args, length: cm(act.toLengthCm) }, fixing)
            : because('move.before', args, fixing);
        return [{ kind: 'move', stemId, what, reason }];
      }),
    );
  });
}

/** What a cut at a length of the grower's own is for: to a limb that stands there, or to a bud. */
export function purposeOfOwnCut(isTrunk: boolean, hasLeader: boolean, isToLimb: boolean): HeadingPurpose {
  if (isToLimb) return isTrunk && !hasLeader ? 'open-centre' : 'side-shoot';
  return isTrunk ? 'leader-tip' : 'keep-direction';
}

/** Cuts at the lengths the grower has set, in place of the program's own; a limb set to its whole length is not cut. */
export function byOwnWord(question: PlanQuestion, acts: readonly Act[]): Act[] {
  const { scene, form, verdicts, cuts } = question;
  const stands = standsBy(verdicts);
  const set = Object.entries(cuts).filter(([id]) => stands(id));
  const isSet = (act: Act): boolean => act.kind === 'shorten' && set.some(([id]) => id === act.stemId);
  const own = set.flatMap(([stemId, toLengthCm]): Act[] => {
    const stem = stemOf(scene.laid.tree, stemId);
    if (!stem || toLengthCm >= stem.length.value) return [];
    const isTrunk = stemId === scene.laid.trunk?.id;
    const toStem = limbCutTo(scene.laid, form, stemId, toLengthCm, stands);
    const purpose = purposeOfOwnCut(isTrunk, form.hasLeader, toStem !== undefined);
    const reason = because('own.length', { length: cm(toLengthCm) }, OWN_WORD);
    const diameterMm = cutDiameterMm(scene.laid, stem, toLengthCm);
    const to = toStem !== undefined && { toStem };
    return [{ kind: 'shorten', stemId, toLengthCm, diameterMm, purpose, ...to, reason }];
  });
  return [...acts.filter((act) => !isSet(act)), ...own];
}
