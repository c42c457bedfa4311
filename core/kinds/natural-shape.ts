import type { Crop } from '../tree/stem-readings';
import type { Habit, KindFacts } from './kind-facts';

/**
 * How a limb nobody bent curves outward from its join. A growing shoot turns its end up toward the light, an upright kind
 * most; with each season its weight, and a crop more, lowers the outer part again. Working values.
 */
const RISE_DEG: Record<Habit, number> = { upright: 18, middling: 10, spreading: 4 };
const SAG_DEG: Record<Habit, number> = { upright: 2, middling: 3.5, spreading: 5 };
const CROP_SAG_DEG: Record<Crop, number> = { none: 0, blossom: 0, fruit: 6 };

/** Length over which a shoot has room to turn as far as its kind does, cm. */
const TURNS_OVER_CM = 60;
/** Growth of a season where none was read, cm: by it a limb's length tells its age. */
const SEASON_CM = 60;
/** Thickness of a limb for its length at which it sags as its kind does, mm per cm. */
const USUAL_MM_PER_CM = 1 / 7.5;
/** Most that any limb's end sags, deg, and the least angle its end is taken to stand at. */
const MOST_SAG_DEG = 35;
const LEAST_DEG = 2;

export interface LimbGrown {
  departureDeg: number;
  lengthCm: number;
  diameterMm: number;
  /** Seasons of growth that were read; fewer than one where none was. */
  seasons: number;
  bears?: Crop | undefined;
}

/** Angle from upright, deg, 0 to 180, at which the end of a limb stands that grew freely. */
export function naturalTipDeg(
  { habit }: Pick<KindFacts, 'habit'>,
  { departureDeg, lengthCm, diameterMm, seasons, bears = 'none' }: LimbGrown,
): number {
  const room = Math.min(1, lengthCm / TURNS_OVER_CM);
  const lean = Math.sin((Math.min(departureDeg, 180) * Math.PI) / 180);
  const rise = RISE_DEG[habit.value] * room * lean;
  const age = seasons >= 1 ? seasons : Math.max(1, lengthCm / SEASON_CM);
  const slender = Math.min(2, (lengthCm * USUAL_MM_PER_CM) / Math.max(diameterMm, 1));
  const sag = (SAG_DEG[habit.value] * (age - 1) + CROP_SAG_DEG[bears]) * slender * lean;
  return Math.max(LEAST_DEG, Math.min(180, departureDeg - rise + Math.min(MOST_SAG_DEG, sag)));
}
