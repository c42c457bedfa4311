import { angleBetween, bearingDifference, direction, norm, subtract, type Vec3 } from '../geometry/vector';
import { runAt, tipOf, type Course, type LaidTree } from '../tree/course';
import { diameterAt } from '../tree/taper';
import { stemOf, type Stem } from '../tree/stem';
import type { Limit } from '../rules/limits';
import { clearanceAt } from '../sites/site';
import type { Scene } from './finding';

/** Cm and deg below which a difference is arithmetic, not the tree's: a limb read at a limit is at it. */
const ROUNDING = 1e-6;

/** Height of a stem's join above ground, cm. On the trunk it is the height that was read, to the letter. */
export function joinHeightCm(laid: LaidTree, stem: Stem): number {
  const base = laid.courses.get(stem.id)?.points[0]?.[2];
  const isAsRead = base !== undefined && Math.abs(base - stem.origin.value) < ROUNDING;
  if (isOnTrunk(laid, stem) && isAsRead) return stem.origin.value;
  return laid.courses.get(stem.id)?.points[0]?.[2] ?? stem.origin.value;
}

/** How near the cut end of a limb a shoot starts that prolongs it, cm. Working value. */
const PROLONGS_CM = 3;

/** Whether a shoot takes over the way of the cut limb that carries it: then their join is no fork. */
export function prolongs(laid: LaidTree, stem: Stem): boolean {
  const carrier = stem.parent.kind === 'stem' ? stemOf(laid.tree, stem.parent.stemId) : undefined;
  if (!carrier || isOnTrunk(laid, stem)) return false;
  const atEnd = carrier.headed && carrier.length.value - stem.origin.value <= PROLONGS_CM;
  return atEnd || stem.continues === carrier.id;
}

/** Whether one of two stems carries the other. */
export const areKin = (a: Stem, b: Stem): boolean => carries(a, b) || carries(b, a);

const carries = (a: Stem, { parent }: Stem): boolean => parent.kind === 'stem' && parent.stemId === a.id;

/** Crotch angle: between a limb's departure and the stem above its join, deg. Undefined off the ground, or where it only prolongs what carries it. */
export function crotchDeg(laid: LaidTree, stem: Stem): number | undefined {
  if (prolongs(laid, stem)) return undefined;
  const join = laid.joins.get(stem.id);
  const parentId = stem.parent.kind === 'stem' ? stem.parent.stemId : laid.trunk?.id;
  const parent = parentId === undefined ? undefined : laid.courses.get(parentId);
  if (stem.parent.kind === 'ground' || join === undefined || !parent) return undefined;
  const crotch = angleBetween(direction(stem.bearing.value, stem.departure.value), runAt(parent, join));
  return Math.round(crotch / ROUNDING) * ROUNDING;
}

/** Diameter of a limb over that of the stem that carries it, just above the join. Undefined where there is no fork. */
export function thicknessRatio(laid: LaidTree, stem: Stem): number | undefined {
  const join = laid.joins.get(stem.id);
  if (stem.parent.kind !== 'stem' || join === undefined || prolongs(laid, stem)) return undefined;
  const parent = laid.courses.get(stem.parent.stemId);
  if (!parent) return undefined;
  return stem.diameter.value / diameterAt(parent.taper, join);
}

/**
 * Stems long enough to be chosen among, in order of height: the trunk's limbs; with them, where the form stands on
 * arms, what rises from those limbs near enough to the trunk, but not from their very foot; or a bush's stems from the
 * ground.
 */
export function limbsOf({ laid, limits, standsOn }: Scene): Stem[] {
  const { tree } = laid;
  const shortestCm = limits('scaffold.shortestCm').value;
  const rises = (stem: Stem): boolean =>
    standsOn === 'stems'
      ? stem.parent.kind !== 'stem'
      : isOnTrunk(laid, stem) || (standsOn === 'arms' && isOnArm(laid, limits, stem));
  return tree.stems
    .filter((stem) => rises(stem) && stem.length.value >= shortestCm)
    .sort((a, b) => joinHeightCm(laid, a) - joinHeightCm(laid, b) || (a.id < b.id ? -1 : 1));
}

/** Whether a stem rises from a limb of the trunk, beyond its foot and within `rib.armCm` of the trunk. */
function isOnArm(laid: LaidTree, limits: Scene['limits'], { parent, origin }: Stem): boolean {
  const arm = parent.kind === 'stem' ? stemOf(laid.tree, parent.stemId) : undefined;
  if (!arm || !isOnTrunk(laid, arm) || arm.length.value < limits('scaffold.shortestCm').value) return false;
  return origin.value >= limits('foot.joinCm').value && origin.value <= limits('rib.armCm').value;
}

/**
 * Two limbs of one tree: height between their joins on the trunk, or the distance between them where one rises from an
 * arm (cm), and turn between their bearings (deg).
 */
export interface LimbPair {
  lower: Stem;
  upper: Stem;
  heightCm: number;
  turnDeg: number;
}

/** How two limbs stand to each other, the lower first. */
export function limbPair({ laid }: Scene, a: Stem, b: Stem): LimbPair {
  const [heightA, heightB] = [joinHeightCm(laid, a), joinHeightCm(laid, b)];
  const [lower, upper] = heightA < heightB || (heightA === heightB && a.id < b.id) ? [a, b] : [b, a];
  const join = (stem: Stem): Vec3 => laid.courses.get(stem.id)?.points[0] ?? [0, 0, 0];
  const areOnTrunk = isOnTrunk(laid, a) && isOnTrunk(laid, b);
  return {
    lower,
    upper,
    heightCm: areOnTrunk ? Math.abs(heightB - heightA) : norm(subtract(join(a), join(b))),
    turnDeg: bearingDifference(upper.runBearing.value, lower.runBearing.value),
  };
}

/** Every pair of limbs, lower first; none on a bush, whose stems all start at the ground. */
export function limbPairs(scene: Scene): LimbPair[] {
  if (scene.standsOn === 'stems') return [];
  const limbs = limbsOf(scene);
  return limbs.flatMap((a, i) => limbs.slice(i + 1).map((b) => limbPair(scene, a, b)));
}

/** Every shoot that another limb carries, whatever its length. */
export function lateralsOf({ laid }: Scene): Stem[] {
  return laid.tree.stems.filter(({ parent }) => parent.kind === 'stem' && parent.stemId !== laid.trunk?.id);
}

/**
 * Shoots that could lead or rival the leader: nearly upright (5 deg more than `rival.uprightDeg`), tall beside the
 * trunk's own top, and of some thickness. None without a trunk.
 */
export function topsOf({ laid, limits }: Scene, limbs: readonly Stem[]): Stem[] {
  if (!laid.trunk) return [];
  const topCm = tipOf(laid.courses.get(laid.trunk.id) as Course)[2];
  return limbs.filter((stem) => {
    const tipCm = tipOf(laid.courses.get(stem.id) as Course)[2];
    const isUpright = stem.set.value < limits('rival.uprightDeg').value + 5;
    const isTall = tipCm > topCm * limits('top.heightShare').value;
    return isUpright && isTall && (thicknessRatio(laid, stem) ?? 0) > limits('top.ratio').value;
  });
}

/** Whether a stem rises from the trunk itself, or carries a limb's own laterals. */
export function isOnTrunk(laid: LaidTree, stem: Stem): boolean {
  return stem.parent.kind === 'stem' && stem.parent.stemId === laid.trunk?.id;
}

/** Uncertainty of the ratio of two readings, from the relative uncertainties of each (first order). */
export function ratioSure(ratio: number, a: Stem, laid: LaidTree): number {
  const parent = a.parent.kind === 'stem' ? stemOf(laid.tree, a.parent.stemId) : undefined;
  const relative = (stem: Stem): number => stem.diameter.sure / Math.max(stem.diameter.value, 1e-6);
  return ratio * Math.hypot(relative(a), parent ? relative(parent) : 0);
}

/** The clearance asked for on a bearing: the general figure, or the site's own where that is higher. */
export function clearanceLimit({ site, limits }: Scene, bearingDeg: number): Limit {
  const general = limits('clearance.cm');
  const { heightCm, why } = clearanceAt(site, bearingDeg);
  return heightCm > general.value ? { ...general, value: heightCm, source: why, from: 'site' } : general;
}
