import type { Habit } from '../../kinds/kind-facts';
import type { Scene } from '../../findings/finding';
import { meanOn, type Curve } from '../curve';
import type { Consideration } from '../consideration';
import { hangsOnCane } from '../../tree/joins';
import type { LimbView } from './view';

/** How likely a join is to split, 0 to 1, by its angle, deg, in a kind of middling habit (common extension guidance: under 30 bark is trapped, 45 to 60 is soundest). */
const SPLITS: Curve = [
  [12, 1],
  [20, 0.8],
  [25, 0.6],
  [30, 0.4],
  [35, 0.2],
  [40, 0.08],
  [45, 0],
];
/** Upright kinds make sharp joins that hold, deg. Working value. */
const HOLDS_DEG: Record<Habit, number> = { upright: 7, middling: 0, spreading: 0 };
/** A join of one season still firms with its neighbours, or can be widened: it counts by this share. Working value. */
const YOUNG = 0.7;
const YOUNG_SEASONS = 1.5;
/** A join that weighs little splits little; bark trapped in it is a fault even so. */
const LEAST_OF_BARK = 0.5;

/** A rib on an arm of a flat tree hangs on its cane, not on its join: it counts by this share. Working value. */
const ON_ARM = 0.3;

/** What a narrow join costs, by how much hangs on it; bark seen trapped weighs more than the angle. */
export function joinCost(scene: Scene, view: LimbView): Consideration[] {
  const { limits, kind } = scene;
  const { stem, crotch, crotchSure, size } = view;
  if (crotch === undefined) return [];
  if (stem.barkTrapped) {
    const points = limits('weigh.bark').value * Math.max(LEAST_OF_BARK, size);
    return [{ what: 'bark', points, measured: crotch }];
  }
  // The form may hold sharper joins to be sound: a rib of a fan is held by its cane.
  const shift = HOLDS_DEG[kind.habit.value] + 30 - limits('crotch.narrowDeg').value;
  const young = view.seasons <= YOUNG_SEASONS ? YOUNG : 1;
  const held = hangsOnCane(scene, stem) ? ON_ARM : 1;
  const points =
    limits('weigh.join').value * size * young * held * meanOn(SPLITS, crotch + shift, crotchSure);
  return [{ what: 'join', points, measured: crotch }];
}
