import { endsAtItsLimbs } from '../tree/carrier';
import { bearingDifference, norm, subtract, type Vec3 } from '../geometry/vector';
import { tipOf, type Course, type LaidTree } from '../tree/course';
import { isOnTrunk, joinHeightCm, thicknessRatio } from '../tree/joins';
import { stemOf, type Stem } from '../tree/stem';
import { clearanceAt } from '../sites/site';
import type { FindingLimit, Scene } from './finding';

/** Stems that are decided together with the frame, however short: those that rise where limbs do. */
export const shootsOf = (scene: Scene): Stem[] => risingWith(scene, 0);

/**
 * Stems long enough to be chosen among, in order of height: the trunk's limbs; with them, where the form stands on
 * arms, what rises from those limbs near enough to the trunk, but not from their very foot; or a bush's stems from the
 * ground.
 */
export function limbsOf(scene: Scene): Stem[] {
  const shortestCm = scene.limits('scaffold.shortestCm').value;
  return risingWith(scene, Math.min(shortestCm, SOFT_CM)).filter(
    (stem) => stem.length.value >= shortestCm || isThisSeasons(scene, stem),
  );
}

/** In leaf a shoot of this season is a limb in the making from so much on, cm: that is when it is pegged out. */
const SOFT_CM = 10;

/** Whether a stem is this season's growth, looked at in leaf. */
export function isThisSeasons({ when }: Pick<Scene, 'when'>, { growthCm }: Stem): boolean {
  const seasons = Object.keys(growthCm);
  return when.inLeaf && seasons.length > 0 && seasons.every((season) => Number(season) === when.season);
}

function risingWith({ laid, limits, standsOn }: Scene, shortestCm: number): Stem[] {
  const { tree } = laid;
  const rises = (stem: Stem): boolean =>
    standsOn === 'stems'
      ? stem.parent.kind !== 'stem'
      : isOnTrunk(laid, stem) || (standsOn === 'arms' && isOnArm(laid, limits, stem));
  return tree.stems
    .filter((stem) => rises(stem) && stem.length.value >= shortestCm)
    .sort((a, b) => joinHeightCm(laid, a) - joinHeightCm(laid, b) || (a.id < b.id ? -1 : 1));
}

/** Whether a stem rises from a limb of the trunk, beyond its foot and within `rib.armCm` of the trunk; from an arm that was cut back anywhere to its end. */
function isOnArm(laid: LaidTree, limits: Scene['limits'], { parent, origin }: Stem): boolean {
  const arm = parent.kind === 'stem' ? stemOf(laid.tree, parent.stemId) : undefined;
  if (!arm || !isOnTrunk(laid, arm) || arm.length.value < limits('scaffold.shortestCm').value) return false;
  const farthestCm = arm.headed
    ? Math.max(arm.length.value, limits('rib.armCm').value)
    : limits('rib.armCm').value;
  return origin.value >= limits('foot.joinCm').value && origin.value <= farthestCm;
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
    turnDeg: bearingDifference(upper.shape.runBearing.value, lower.shape.runBearing.value),
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

/** A shoot this near the cut end of a stem rises from it, cm. Working value. */
const FROM_END_CM = 15;

/**
 * Shoots that could lead or rival the leader: nearly upright (5 deg more than `rival.uprightDeg`), tall beside the
 * trunk's own top, and of some thickness. None without a trunk.
 */
export function topsOf({ laid, limits }: Scene, limbs: readonly Stem[]): Stem[] {
  const { trunk } = laid;
  if (!trunk) return [];
  const topCm = tipOf(laid.courses.get(trunk.id) as Course)[2];
  // Of a stem whose end was cut, whatever rises from there may lead, however slight beside the stump.
  const isEnded = endsAtItsLimbs(laid, trunk);
  const atEnd = ({ id }: Stem): boolean =>
    isEnded && trunk.length.value - (laid.joins.get(id) ?? 0) <= FROM_END_CM;
  return limbs.filter((stem) => {
    const tipCm = tipOf(laid.courses.get(stem.id) as Course)[2];
    const isUpright = stem.shape.run.value < limits('rival.uprightDeg').value + 5;
    const isTall = tipCm > topCm * limits('top.heightShare').value;
    const isStout = (thicknessRatio(laid, stem) ?? 0) > limits('top.ratio').value;
    return isUpright && isTall && (isStout || atEnd(stem));
  });
}

/** The clearance asked for on a bearing: the general figure, or the site's own where that is higher. */
export function clearanceLimit({ site, limits }: Scene, bearingDeg: number): FindingLimit {
  const general = limits('clearance.cm');
  const { heightCm, why } = clearanceAt(site, bearingDeg);
  return heightCm > general.value ? { site: 'clearance', value: heightCm, why } : general;
}
