import type { Place } from '../choosing/candidacy';

/** Limbs a form wants of a whip: how many, from which stretch of the stem, how far apart. */
export interface WhipPlace {
  circle: Place['circle'];
  fromCm: number;
  toCm: number;
  /** Height wished from one chosen bud to the next, cm. */
  apartCm: number;
  /** Bearing the limb is to face, where the form says so, and how far off it may be, deg. */
  facing?: { bearingDeg: number; withinDeg: number };
}

/** What a form wants of a whip. */
export interface WhipWish {
  places: readonly WhipPlace[];
  /** Height at which the form heads a whip, cm; undefined for a form that keeps its top. */
  headAtCm?: number;
  /** Height it is headed at by a school that heads every whip, cm. */
  headAnywayCm: number;
}
