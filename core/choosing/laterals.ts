import type { HeadingPurpose } from '../acts/shorten';
import { nodeAt } from '../buds/limb-buds';
import { bearingDifference, wrapBearing } from '../geometry/vector';
import { childrenOf, stemOf, type Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { FormScene } from './candidacy';
import { onFigure } from '../words/ground';
import { because, cm, deg, tagOf, told, type Reason } from '../words/message';
import { summed, type Consideration } from './consideration';
import { holdsPlace } from './standings';
import { weighedReason } from './weighed-words';
import { lossCost } from './weigh/loss';
import { offPlaneDeg } from './weigh/plane';
import { sectorCost } from './weigh/sector';
import { sideRoom, sideShootHarm, sideShootsOf } from './weigh/side-shoot';
import { viewOf } from './weigh/view';

/** What a side shoot that stays is there for. */
export type SideJob = 'secondary' | 'fruit' | 'leaf';

/** What becomes of a side shoot on a limb that stays. */
export interface LateralSort {
  job?: SideJob;
  sort: 'leave' | 'bend' | 'shorten' | 'out';
  toDeg?: number;
  /** Of one that goes: points by which that is better. */
  gain?: number;
  toLengthCm?: number;
  /** What it is shortened for, where not to keep it a side shoot. */
  purpose?: HeadingPurpose;
  rule: string;
  reasons: readonly Reason[];
}

/** Angle from upright a steep side shoot is bent to, deg. */
const BEND_TO_DEG = 75;
/** Thickest side shoot that is bent rather than shortened, and the shortest worth a tie. Working values. */
const BEND_MM = 10;
const BEND_FROM_CM = 40;
/** A close call keeps the wood, points. */
const IN_DOUBT_KEEP = 2;
/** Points by which going is better of what may not stay. */
export const MUST_GO = 200;

/**
 * Which side shoots of a limb that stays go: those that harm more than taking them costs, of two in one room the worse. Decided
 * limb by limb, apart from the frame: what a limb carries is no reason for or against it but for its wood and leaf.
 */
function sideShootsGoing(scene: FormScene, carrier: Stem, frame: readonly Stem[]): Map<StemId, Going> {
  const shoots = sideShootsOf(scene, carrier);
  const harm = new Map(
    shoots.map((stem): [StemId, Weighed[]] => [
      stem.id,
      [
        ...sideShootHarm(scene, stem, carrier).map((one) => ({ one })),
        // What is renewed every winter never grows that far.
        ...(renewed(scene, stem) ? [] : sectorCost(scene, stem, carrier, frame)),
      ],
    ]),
  );
  const loss = new Map(
    shoots.map((stem) => [stem.id, summed(lossCost(scene, viewOf(scene, stem))).cost + IN_DOUBT_KEEP * 100]),
  );
  const going = new Map<StemId, Going>();
  const against = (stem: Stem): Weighed[] => [
    ...(harm.get(stem.id) ?? []),
    ...shoots
      .filter((other) => other !== stem && !going.has(other.id))
      .flatMap((other) => sideRoom(scene, stem, other).map((one) => ({ one, other: other.id }))),
  ];
  // The worst first: what stands beside it has its room again.
  for (;;) {
    const worst = shoots
      .filter(({ id }) => !going.has(id))
      .map((stem) => ({ stem, by: over(against(stem), loss.get(stem.id) ?? 0) }))
      .sort((a, b) => b.by - a.by || (a.stem.id < b.stem.id ? 1 : -1))[0];
    if (!worst || worst.by <= 0) return going;
    going.set(worst.stem.id, {
      against: gravestFirst(against(worst.stem)),
      gain: Math.min(worst.by / 100, MUST_GO),
    });
  }
}

/** What speaks against a side shoot, and points by which its going is better. */
interface Going {
  against: readonly Weighed[];
  gain: number;
}

interface Weighed {
  one: Consideration;
  other?: StemId;
}

const over = (of: readonly Weighed[], lost: number): number => {
  const { breaches, cost } = summed(of.map(({ one }) => one));
  return breaches > 0 ? Infinity : cost - lost;
};

const gravestFirst = (of: readonly Weighed[]): Weighed[] =>
  [...of].sort(
    (a, b) => Number(b.one.must ?? false) - Number(a.one.must ?? false) || b.one.points - a.one.points,
  );

/**
 * What becomes of a side shoot: what goes and why, what stays for which job, and what is done to it.
 * @param frame the limbs of the frame, whose sectors it is not to enter
 */
export function sortLateral(
  scene: FormScene,
  stem: Stem,
  carrier: Stem,
  frame: readonly Stem[],
): LateralSort {
  const going = sideShootsGoing(scene, carrier, frame).get(stem.id);
  const isFrame = frame.some(({ id }) => id === carrier.id);
  const standing = scene.standings?.get(stem.id);
  if (standing?.is === 'over') return { sort: 'out', gain: MUST_GO, rule: 'spare-over', reasons: [] };
  if (holdsPlace(standing)) return asSecondary(scene, stem, carrier);
  if (standing?.is === 'waits') return { sort: 'leave', job: 'leaf', rule: 'lateral', reasons: [] };
  if (going) {
    const [first, ...rest] = going.against;
    const told = [first, ...rest.filter(({ one }) => one.points >= 6).slice(0, 1)].filter(
      (x) => x !== undefined,
    );
    const reasons = told.map(({ one, other }) => weighedReason(scene, stem, one, other));
    return { sort: 'out', gain: going.gain, rule: first?.one.what ?? 'lateral', reasons };
  }
  if (stem.runUp || stem.mended)
    return { sort: 'leave', job: 'fruit', rule: 'lateral', reasons: [because('side.run-up')] };
  const low = belowFork(scene, stem, carrier);
  if (low) return low;
  const job = jobOf(scene, stem, carrier, isFrame);
  const sorted =
    job === 'secondary'
      ? asSecondary(scene, stem, carrier)
      : (onWall(scene, stem) ??
        renewed(scene, stem) ??
        spurTurned(scene, stem, carrier) ??
        byAngle(scene, stem));
  return { ...sorted, job };
}

/** Arms that fork at the cut end of a limb start in its last part; a shoot below them this long is kept low. Working values. */
const FORK_SHARE = 0.85;
const LOW_FROM_CM = 40;
const LOW_TO = 0.5;

/** A long shoot under a fork, between its arms, would grow up into them: it is kept low for fruit. */
function belowFork({ laid }: FormScene, stem: Stem, carrier: Stem): LateralSort | undefined {
  const atCm = laid.joins.get(stem.id) ?? stem.origin.value;
  const forkCm = carrier.length.value * FORK_SHARE;
  const arms = childrenOf(laid.tree, carrier.id).filter(({ id }) => (laid.joins.get(id) ?? 0) >= forkCm);
  if (!carrier.headed || arms.length < 2 || atCm >= forkCm || stem.length.value < LOW_FROM_CM)
    return undefined;
  const turn = bearingDifference(stem.shape.runBearing.value, carrier.shape.runBearing.value);
  const widest = Math.max(
    ...arms.map((arm) => bearingDifference(arm.shape.runBearing.value, carrier.shape.runBearing.value)),
  );
  if (turn > widest) return undefined;
  const reasons = [because('side.low-fruit')];
  const toLengthCm = stem.length.value * LOW_TO;
  return { sort: 'shorten', job: 'fruit', toLengthCm, purpose: 'side-shoot', rule: 'lateral', reasons };
}

/** Shortest shoot that is a limb in the making, cm; how far out the first stands, cm, or as a share of its limb; and how far it may turn. Working values. */
const SECONDARY_CM = 30;
const FIRST_AT_CM = 35;
const FIRST_SHARE = 0.45;
const SECONDARY_TURN_DEG = 75;
const SECONDARY_RUN_DEG: readonly [number, number] = [25, 80];

/** A secondary where it is long enough, far enough out on a limb of the frame, and leads outward; else fruit or leaf. */
function jobOf({ laid }: FormScene, stem: Stem, carrier: Stem, isFrame: boolean): SideJob {
  const atCm = laid.joins.get(stem.id) ?? stem.origin.value;
  const isOut = atCm >= Math.min(FIRST_AT_CM, carrier.length.value * FIRST_SHARE);
  const turn = bearingDifference(stem.shape.runBearing.value, carrier.shape.runBearing.value);
  const [steepest, flattest] = SECONDARY_RUN_DEG;
  const leads =
    stem.shape.run.value >= steepest && stem.shape.run.value <= flattest && turn <= SECONDARY_TURN_DEG;
  if (isFrame && stem.length.value >= SECONDARY_CM && isOut && leads) return 'secondary';
  return stem.bears === 'fruit' ||
    stem.bears === 'blossom' ||
    stem.endBud === 'flower' ||
    (stem.spurs ?? 0) > 0
    ? 'fruit'
    : 'leaf';
}

function asSecondary({ laid }: FormScene, stem: Stem, carrier: Stem): LateralSort {
  const args = {
    limb: tagOf(laid.tree, carrier.id),
    out: cm(laid.joins.get(stem.id) ?? stem.origin.value),
    side: told(sideOf(carrier, stem) === 'right' ? 'facing.out-right' : 'facing.out-left'),
    angle: deg(stem.shape.run.value),
  };
  return { sort: 'leave', job: 'secondary', rule: 'secondary', reasons: [because('side.secondary', args)] };
}

/** The side of its limb a shoot leaves toward, seen from the limb's foot. */
export const sideOf = (carrier: Stem, shoot: Stem): 'left' | 'right' =>
  wrapBearing(shoot.shape.runBearing.value - carrier.shape.runBearing.value) < 180 ? 'right' : 'left';

/** The limb a side shoot rises from. */
export const carrierOf = ({ laid }: FormScene, { parent }: Stem): Stem | undefined =>
  parent.kind === 'stem' ? stemOf(laid.tree, parent.stemId) : undefined;

/** A tree is framed, and bears on its side shoots, from this season in its place on. Working value. */
const BEARS_FROM_SEASON = 4;

/**
 * Fruiting wood of kinds that bear on last season's shoots, once the tree is framed: what has fruited is cut to a stub, from
 * which next year's shoot comes; long shoots that will bear are halved. While a tree is being framed neither is done, nor in leaf.
 */
export function renewed({ kind, when, answers, limits }: FormScene, stem: Stem): LateralSort | undefined {
  if (kind.fruitsOn.value[0] !== 'last-season' || when.seasonsGrown < BEARS_FROM_SEASON || when.inLeaf)
    return undefined;
  const stubCm = limits('renew.stubCm').value;
  if (stem.bears === 'fruit' && stem.length.value > stubCm) {
    const reasons = [because('side.has-fruited', { stub: cm(stubCm) }, onFigure('renew.stubCm'))];
    return { sort: 'shorten', toLengthCm: stubCm, purpose: 'renew', rule: 'renewal', reasons };
  }
  if (stem.length.value <= limits('renew.longCm').value || answers.heading === 'left-whole') return undefined;
  const reasons = [because('side.halved', { long: cm(stem.length.value) }, onFigure('renew.longCm'))];
  return {
    sort: 'shorten',
    toLengthCm: stem.length.value / 2,
    purpose: 'thin-crop',
    rule: 'renewal',
    reasons,
  };
}

/** Buds left on a spur that has run up into a shoot. */
const SPUR_BUDS = 3;

/** On kinds that fruit on spurs, a steep shoot from older wood is a spur that ran up: clipped back to a few buds. */
function spurTurned(scene: FormScene, stem: Stem, carrier: Stem): LateralSort | undefined {
  const { kind, when, limits } = scene;
  const isSpurKind = kind.fruitsOn.value[0] === 'spurs' && when.seasonsGrown >= BEARS_FROM_SEASON;
  const isSteep = stem.shape.run.value < limits('lateral.perfectFromDeg').value;
  const ranUp = stem.length.value > limits('lateral.longCm').value && isSteep;
  if (!isSpurKind || !ranUp || nodeAt(carrier, kind, when.season, stem.origin.value) !== 'spur')
    return undefined;
  const toLengthCm = SPUR_BUDS * kind.budSpacingCm.value;
  const args = { long: cm(stem.length.value), buds: SPUR_BUDS };
  return {
    sort: 'shorten',
    toLengthCm,
    purpose: 'renew',
    rule: 'renewal',
    reasons: [because('side.spur', args, onFigure('lateral.longCm'))],
  };
}

/** Turn from its wall beyond which a side shoot stands out from it, deg. Working value. */
const OUT_OF_PLANE_DEG = 35;

/** On a wall what stands out from it is clipped to a few buds: it bears close to its arm, and is not caught by who passes. */
function onWall({ wallDeg, limits, kind, when }: FormScene, stem: Stem): LateralSort | undefined {
  if (wallDeg === undefined || when.inLeaf || stem.length.value <= limits('lateral.longCm').value)
    return undefined;
  if (offPlaneDeg(stem, wallDeg) <= OUT_OF_PLANE_DEG) return undefined;
  const toLengthCm = SPUR_BUDS * kind.budSpacingCm.value;
  const args = { long: cm(stem.length.value), buds: SPUR_BUDS };
  const reasons = [because('side.from-wall', args, onFigure('lateral.longCm'))];
  return { sort: 'shorten', toLengthCm, purpose: 'renew', rule: 'renewal', reasons };
}

function byAngle({ limits }: FormScene, stem: Stem): LateralSort {
  const flat = limits('lateral.perfectFromDeg').value;
  const longCm = limits('lateral.longCm').value;
  const args = { long: cm(stem.length.value), angle: deg(stem.shape.run.value) };
  const onLong = onFigure('lateral.longCm');
  const onFlat = onFigure('lateral.perfectFromDeg');
  if (stem.length.value <= longCm)
    return { sort: 'leave', rule: 'lateral', reasons: [because('side.short', args, onLong)] };
  if (stem.shape.run.value >= flat)
    return { sort: 'leave', rule: 'lateral', reasons: [because('side.flat', args, onFlat)] };
  if (stem.length.value < BEND_FROM_CM || stem.bears === 'fruit')
    return { sort: 'leave', rule: 'lateral', reasons: [because('side.steep', args, onFlat)] };
  if (stem.diameter.value <= BEND_MM) {
    const reasons = [because('side.bend', { ...args, flat: deg(flat) }, onFlat)];
    return { sort: 'bend', toDeg: BEND_TO_DEG, rule: 'lateral', reasons };
  }
  const reasons = [because('side.shorten', { ...args, to: cm(longCm) }, onLong)];
  return { sort: 'shorten', toLengthCm: longCm, rule: 'lateral', reasons };
}
