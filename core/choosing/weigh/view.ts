import type { Scene } from '../../findings/finding';
import { courseFrom, positionAt, tipOf, type Course, type LaidTree } from '../../tree/course';
import type { Vec3 } from '../../geometry/vector';
import { crotchDeg, joinHeightCm, ratioSure, thicknessRatio } from '../../tree/joins';
import { stemOf, type Stem } from '../../tree/stem';
import { SEASON_CM } from '../../tree/wood-age';

/** A limb as it is weighed: what matters of its place, join, size and age, each with one standard deviation. */
export interface LimbView {
  stem: Stem;
  /** Its living length, cm. */
  lengthCm: number;
  heightCm: number;
  heightSure: number;
  /** Angle of its join, deg; undefined where there is no fork. */
  crotch: number | undefined;
  crotchSure: number;
  /** Thickness over that of the stem beside it; undefined where there is no fork. */
  ratio: number | undefined;
  ratioSure: number;
  runDeg: number;
  runSure: number;
  tipCm: number;
  /** Height of its middle, cm. */
  middleCm: number;
  /** Seasons of growth in it. */
  seasons: number;
  /** Thickness over that of the trunk at its foot. */
  ofFoot: number;
  /** How much it weighs in the tree, from nearly nothing to a little over 1: what hangs on it for what carries it. */
  size: number;
}

/** Thickness over the stem's beside it, and over the stem's at its foot, at which a limb weighs in full. */
const FULL_RATIO = 0.4;
const FULL_OF_FOOT = 0.25;
const LEAST_SIZE = 0.15;
const MOST_SIZE = 1.2;

/** How far out a limb lives, cm. */
export const livingCm = ({ length, soundTo }: Stem): number =>
  Math.min(length.value, soundTo?.value ?? length.value);

/** Seasons of growth in a limb: as read, else by its length, never more than the tree's own. */
export function seasonsIn(stem: Stem, treeSeasons: number): number {
  const grown = Object.values(stem.growthCm);
  const read = grown.reduce((sum, cm) => sum + cm, 0);
  if (grown.length > 0 && read >= stem.length.value * 0.85) return grown.length;
  const older = (stem.length.value - read) / SEASON_CM;
  return Math.max(1, Math.min(treeSeasons, grown.length + Math.max(grown.length > 0 ? 0.5 : 0, older)));
}

/** The course of a limb as the tree has it, or as a correction would lay it. */
export function courseOf({ laid }: Pick<Scene, 'laid'>, stem: Stem): Course {
  const asRead = laid.courses.get(stem.id) as Course;
  return stemOf(laid.tree, stem.id) === stem ? asRead : courseFrom(stem, asRead.points[0] as Vec3);
}

const seen = new WeakMap<Scene['when'], Map<LaidTree, Map<Stem, LimbView>>>();

/** A limb as the tree has it, or as a correction would lay it; looked at once for each tree and day. */
export function viewOf(scene: Scene, stem: Stem): LimbView {
  const ofDay = seen.get(scene.when) ?? new Map<LaidTree, Map<Stem, LimbView>>();
  seen.set(scene.when, ofDay);
  const views = ofDay.get(scene.laid) ?? new Map<Stem, LimbView>();
  ofDay.set(scene.laid, views);
  const view = views.get(stem) ?? lookedAt(scene, stem);
  views.set(stem, view);
  return view;
}

function lookedAt(scene: Scene, stem: Stem): LimbView {
  const { laid, when } = scene;
  const laidCourse = courseOf(scene, stem);
  const ratio = thicknessRatio(laid, stem);
  const ofFoot = stem.diameter.value / (laid.trunk?.diameter.value ?? stem.diameter.value);
  const weight = Math.min((ratio ?? ofFoot) / FULL_RATIO, ofFoot / FULL_OF_FOOT);
  const lengthCm = livingCm(stem);
  return {
    ...{ stem, lengthCm, ratio },
    heightCm: joinHeightCm(laid, stem),
    heightSure: stem.origin.sure,
    crotch: crotchDeg(laid, stem),
    crotchSure: stem.shape.departure.sure,
    ratioSure: ratio === undefined ? 0 : ratioSure(ratio, stem, laid),
    runDeg: stem.shape.run.value,
    runSure: stem.shape.run.sure,
    tipCm: lengthCm < laidCourse.lengthCm ? positionAt(laidCourse, lengthCm)[2] : tipOf(laidCourse)[2],
    middleCm: positionAt(laidCourse, lengthCm * 0.6)[2],
    seasons: seasonsIn(stem, Math.max(1, when.seasonsGrown)),
    ofFoot,
    size: Math.max(LEAST_SIZE, Math.min(MOST_SIZE, weight)),
  };
}
