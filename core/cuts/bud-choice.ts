import type { FormScene } from '../choosing/candidacy';
import { compassCalled } from '../words/compass';
import { cm, deg, tagOf, told, type Message } from '../words/message';
import { clearanceLimit } from '../findings/measures';
import {
  angleBetween,
  bearingDifference,
  bearingOf,
  direction,
  fromUprightOf,
  wrapBearing,
  type Vec3,
} from '../geometry/vector';
import type { Degree } from '../kinds/kind-facts';
import { reading } from '../readings/reading';
import { closestApproach } from '../tree/approach';
import { courseFrom, positionAt, runAt, tipOf, type Course } from '../tree/course';
import type { Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { facingCalled, facingInSpace, shootDirection } from '../buds/facing';
import type { FacingDeg } from '../tree/buds-seen';
import { budsAlong, nodeAt, type LimbBud, type NodeKind } from '../buds/limb-buds';

/** How well a bud's shoot would serve. */
export type Fit = 'good' | 'fair' | 'refused';

/** A bud that a limb could be cut to, and where its shoot would go. Lengths cm, angles from upright and bearings deg. */
export interface BudChoice {
  atCm: number;
  facingDeg: FacingDeg;
  facing: Message;
  sureDeg: number;
  node: NodeKind;
  /** Whether this very bud's facing is known; else it is one to look for near the place. */
  isKnown: boolean;
  /** The shoot's direction, and where its end would be next winter. */
  bearingDeg: number;
  angleDeg: number;
  tip: Vec3;
  /** The gap between limbs that stay that it would grow into; undefined where it keeps to its limb's own line, or no ring stands. */
  gap?: Gap;
  fit: Fit;
  /** What speaks against it, or for it, the weightiest first. */
  why: readonly Message[];
}

/** A gap between two limbs that stay, seen from above: clockwise from one to the other, and its width, deg. */
export interface Gap {
  fromId: StemId;
  toId: StemId;
  widthDeg: number;
}

/** What a cut is to do with the limb's direction. */
export interface CutWish {
  stem: Stem;
  /** Length wished, cm. */
  toLengthCm: number;
  /** Bearing and angle from upright wished of the shoot, deg. */
  bearingDeg: number;
  fromDeg: number;
  toDeg: number;
  /** Angle from upright of the limb where it is cut, deg: of two ways that will do, the one nearer to it. */
  hereDeg: number;
  /** Whether the limb is the leader, whose shoot is to stand over the foot. */
  leads: boolean;
  /** Bearing of the wall it is trained on, deg. */
  wallDeg: number | undefined;
  /** What stays about it, as the work leaves it; the limb itself and what it carries apart. */
  others: readonly { id: StemId; course: Course }[];
  /** Whether the cut is to make a fork: two shoots to either side. */
  forks?: boolean;
  /** The limbs that stay in a ring round the stem, itself among them. */
  ring?: readonly Stem[];
}

/** A facing less sure than this is looked for on the tree, not counted, deg. */
const COUNTED_DEG = 60;
/** Growth expected of the shoot in a season, cm, by vigour. Working values. */
const NEXT_CM: Record<Degree, number> = { weak: 40, middling: 60, strong: 80 };
/** A shoot is about this thick at its foot, mm. */
const SHOOT_MM = 8;
/** Bark of the shoot nearer than this to a limb's runs into it; nearer than the second crowds it, cm. Working values. */
const INTO_CM = 6;
const CROWDS_CM = 15;
/** A limb's shoot whose end comes this much nearer to the tree's middle than the cut grows inward, cm. */
const INWARD_CM = 5;
/** A shoot this much steeper or flatter than the form's angles serves badly, or not at all; a leader leaning this much past its lean, deg. */
const STEEPER_DEG = { fair: 12, refused: 25 } as const;
const FLATTER_DEG = { fair: 5, refused: 20 } as const;
const NO_LEADER_DEG = 20;
/** A shoot nearer upright than this points nowhere, deg. */
const TOWARD_DEG = 10;
/** A wall tree's shoot further out of the plane than this is cut off again, deg. */
const OFF_WALL_DEG = 25;
/** The eight facings that are looked for where none is known. */
const EIGHTHS = [0, 45, 90, 135, 180, 225, 270, 315] as const;

/**
 * The buds near a wished length, best first: known buds within `cut.budsEither` either side, or, where no facing is known,
 * the eight facings to look for there. Best is the best fit, then the shoot nearest to the wished direction and
 * the bud nearest to the wished length.
 */
export function budChoices(scene: FormScene, wish: CutWish): BudChoice[] {
  const { stem, toLengthCm } = wish;
  const spacingCm = stem.budsSeen?.spacingCm ?? scene.kind.budSpacingCm.value;
  const known = knownNear(scene, stem, toLengthCm, spacingCm * scene.limits('cut.budsEither').value + 1e-6);
  const open =
    known.length > 0 ? known.map((bud) => choiceOf(scene, wish, bud, true)) : facingChoices(scene, wish);
  return open.sort((a, b) => RANK[a.fit] - RANK[b.fit] || missOf(wish, a) - missOf(wish, b));
}

/** Buds whose facing is known well enough to be counted to, within a distance of a place on a limb, cm. */
export function knownNear(
  { kind, when }: FormScene,
  stem: Stem,
  nearCm: number,
  withinCm: number,
): LimbBud[] {
  return budsAlong(stem, kind, when.season).filter(
    ({ atCm, sureDeg }) => sureDeg < COUNTED_DEG && Math.abs(atCm - nearCm) <= withinCm,
  );
}

/** A bud at the wished length facing each of eight ways, and where it would lead; in order round the clock. */
export function facingChoices(scene: FormScene, wish: CutWish): BudChoice[] {
  const node = nodeAt(wish.stem, scene.kind, scene.when.season, wish.toLengthCm);
  return EIGHTHS.map((facingDeg) => {
    const bud = { atCm: wish.toLengthCm, facingDeg, sureDeg: 22.5, isSeen: false, node };
    return choiceOf(scene, wish, bud, false);
  });
}

export const RANK: Record<Fit, number> = { good: 0, fair: 1, refused: 2 };

/** A degree past the form's angles weighs as much as this many of turn: a turned limb is tied aside, a flat one is lost. */
const OFF_ANGLE = 3;

/** How far a choice misses the wish: degrees of angle and turn, half those off the limb's own angle, two for each cm. Working weights. */
function missOf(wish: CutWish, choice: BudChoice): number {
  const { bearingDeg, fromDeg, toDeg, toLengthCm } = wish;
  const far = Math.abs(choice.atCm - toLengthCm) * 2;
  if (wish.leads) return 2 * fromUprightOf(choice.tip) + far;
  if (wish.forks) return Math.min(Math.abs(choice.facingDeg - 90), Math.abs(choice.facingDeg - 270)) + far;
  const angle = Math.max(fromDeg - choice.angleDeg, choice.angleDeg - toDeg, 0);
  const turn = choice.angleDeg < 10 ? 0 : bearingDifference(bearingDeg, choice.bearingDeg);
  return angle * OFF_ANGLE + turn + far + Math.abs(choice.angleDeg - wish.hereDeg) / 2;
}

/** Where the shoot of a bud would grow from its place on a limb, in a season of its kind's usual growth. */
export function shootOf(scene: FormScene, stem: Stem, atCm: number, facingDeg: FacingDeg): Course {
  const course = scene.laid.courses.get(stem.id) as Course;
  const [run, base] = [runAt(course, atCm), positionAt(course, atCm)];
  const way = shootDirection(run, facingInSpace(run, stem.shape.runBearing.value, facingDeg), {
    breakDeg: scene.limits('cut.breakDeg').value,
    liftDeg: scene.limits('cut.liftDeg').value,
  });
  const bearing = reading('bearing', bearingOf(way), 'filled-in');
  const angle = reading('angle', fromUprightOf(way), 'filled-in');
  const shoot: Stem = {
    ...{
      ...stem,
      id: `${stem.id} shoot`,
      bearing,
      shape: { departure: angle, runBearing: bearing, run: angle, tip: angle },
    },
    length: reading('length', NEXT_CM[scene.kind.vigour.value], 'filled-in'),
    diameter: reading('diameter', SHOOT_MM, 'filled-in'),
    headed: false,
    growthCm: {},
  };
  return courseFrom(shoot, base);
}

/** One bud, where its shoot would go, and how well it would serve. */
export function choiceOf(scene: FormScene, wish: CutWish, bud: LimbBud, isKnown: boolean): BudChoice {
  const { stem } = wish;
  const course = scene.laid.courses.get(stem.id) as Course;
  const run = runAt(course, bud.atCm);
  const shoot = shootOf(scene, stem, bud.atCm, bud.facingDeg);
  const way = shoot.directions.at(-1) as Vec3;
  const [bearingDeg, angleDeg] = [bearingOf(way), fromUprightOf(way)];
  const against = [...nodeFaults(wish, bud), ...faultsOf(scene, wish, shoot)];
  const why = [...against].sort((a, b) => RANK[b.fit] - RANK[a.fit]).map(({ why: against }) => against);
  const angle = deg(angleDeg);
  const leads =
    angleDeg < TOWARD_DEG
      ? told('bud.leads.up', { angle })
      : told('bud.leads', { angle, toward: compassCalled(bearingDeg) });
  return {
    ...{
      atCm: bud.atCm,
      facingDeg: bud.facingDeg,
      facing: facingCalled(run, stem.shape.runBearing.value, bud.facingDeg),
    },
    ...{ sureDeg: bud.sureDeg, node: bud.node, isKnown, bearingDeg, angleDeg, tip: tipOf(shoot) },
    ...gapAt(wish, bearingDeg, angleDeg),
    fit: worstFit(against),
    why: why.length > 0 ? why : [leads],
  };
}

/** Something that speaks against a shoot, and how heavily. */
export interface Against {
  fit: Fit;
  why: Message;
}

export const worstFit = (against: readonly Against[]): Fit =>
  against.reduce<Fit>((worst, { fit }) => (RANK[fit] > RANK[worst] ? fit : worst), 'good');

/** What speaks against a shoot where a limb is cut to it, whether it stands already or is still to come. */
export const faultsOf = (scene: FormScene, wish: CutWish, shoot: Course): Against[] => [
  ...wayFaults(scene, wish, shoot),
  ...neighbourFaults(scene, wish, shoot),
];

function nodeFaults({ leads }: CutWish, { node }: LimbBud): Against[] {
  if (node === 'flower') return [{ fit: 'refused', why: told('bud.flower') }];
  if (node === 'leaf and flower') return leads ? [{ fit: 'fair', why: told('bud.leaf-and-flower') }] : [];
  return node === 'spur' ? [{ fit: 'fair', why: told('bud.spur') }] : [];
}

/** What speaks against the way itself: too upright, too flat, back into the middle, out of the wall, or into the ground. */
function wayFaults(scene: FormScene, wish: CutWish, shoot: Course): Against[] {
  const found: Against[] = [];
  const against = (fit: Fit, why: Message): void => void found.push({ fit, why });
  const [base, tip, way] = [shoot.points[0] as Vec3, tipOf(shoot), shoot.directions.at(-1) as Vec3];
  const angleDeg = fromUprightOf(way);
  const angle = deg(angleDeg);
  if (wish.leads) {
    const off = fromUprightOf(tip);
    const lean = scene.limits('leader.leanDeg').value;
    if (angleDeg > lean + NO_LEADER_DEG) against('refused', told('bud.no-leader', { angle }));
    else if (off > lean) against('fair', told('bud.off-foot', { off: deg(off) }));
    return found;
  }
  const steep = wish.fromDeg - angleDeg;
  if (steep > STEEPER_DEG.refused) against('refused', told('bud.up', { angle }));
  else if (steep > STEEPER_DEG.fair) against('fair', told('bud.steep', { angle }));
  const flat = angleDeg - Math.max(wish.toDeg, 60);
  if (flat > FLATTER_DEG.refused) against('refused', told('bud.down', { angle }));
  else if (flat > FLATTER_DEG.fair) against('fair', told('bud.flat', { angle }));
  const out = (p: Vec3): number => Math.hypot(p[0], p[1]);
  const isOpen = scene.standsOn === 'trunk' && wish.fromDeg > 0;
  if (isOpen && out(tip) < out(base) - INWARD_CM) against('refused', told('bud.inward'));
  const offWall = wish.wallDeg === undefined ? 0 : 90 - angleBetween(way, direction(wish.wallDeg + 90, 90));
  if (Math.abs(offWall) > OFF_WALL_DEG)
    against('refused', told('bud.off-wall', { off: deg(Math.abs(offWall)) }));
  const clearCm = clearanceLimit(scene, bearingOf(way)).value;
  if (tip[2] < clearCm) against('refused', told('bud.low', { height: cm(Math.max(0, tip[2])) }));
  return found;
}

/** What speaks against the room it grows into: another limb, or the leader. */
function neighbourFaults(scene: FormScene, { stem, others, leads }: CutWish, shoot: Course): Against[] {
  return others.flatMap(({ id, course }): Against[] => {
    if (id === stem.id || (leads && id === scene.laid.trunk?.id)) return [];
    const near = closestApproach(shoot, course, { skipCm: 10, withinCm: CROWDS_CM + 5, thickenedMm: 0 });
    if (!near || near.gapCm > CROWDS_CM) return [];
    const limb = id === scene.laid.trunk?.id ? told('bud.the-leader') : tagOf(scene.laid.tree, id);
    return near.gapCm < INTO_CM
      ? [{ fit: 'refused', why: told('bud.into', { limb }) }]
      : [{ fit: 'fair', why: told('bud.passes', { gap: cm(near.gapCm), limb }) }];
  });
}

/** A shoot steeper than this, or turned from its limb's line by less, goes into no gap, deg. */
const STEEP_DEG = 15;
const OWN_LINE_DEG = 10;

/** The gap of the ring a shoot's bearing lies in, between the limbs next to it on either side. */
function gapAt({ stem, ring = [] }: CutWish, bearingDeg: number, angleDeg: number): { gap?: Gap } {
  const turned = bearingDifference(bearingDeg, stem.shape.runBearing.value);
  if (ring.length < 2 || angleDeg < STEEP_DEG || turned < OWN_LINE_DEG) return {};
  const turns = ring
    .map(({ id, shape }) => ({ id, turn: wrapBearing(shape.runBearing.value - bearingDeg) }))
    .sort((a, b) => a.turn - b.turn);
  const [next, last] = [turns[0], turns.at(-1)] as [(typeof turns)[0], (typeof turns)[0]];
  return { gap: { fromId: last.id, toId: next.id, widthDeg: next.turn + 360 - last.turn } };
}
