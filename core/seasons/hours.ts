/** Hours the afternoon's greatest warmth lags behind noon, twice over, as the curve of the day is drawn. Linvill 1990. */
const LAG_H = 4;

/** How the hours of a day lie, by its daylight alone: which night or day they are of, and what stands beside the extremes in the formula. */
interface DayCurve {
  /** Sine of the day, or logarithm of the night, of each hour. */
  part: Float64Array;
  /** -1 the night before, 0 by day, 1 the night after. */
  of: Int8Array;
  /** Sine at sunset, and the logarithm of the whole night. */
  atSet: number;
  wholeNight: number;
}

/** Shortest day and night the curves are drawn for, hours. */
const MOST_NIGHT_H = 1.5;
/** Curves that are kept: of every day of the year at several latitudes. */
const MOST_CURVES = 4000;
const curves = new Map<number, DayCurve>();

function curveOf(dayHours: number): DayCurve {
  const known = curves.get(dayHours);
  if (known) return known;
  const daylight = Math.max(MOST_NIGHT_H, Math.min(24 - MOST_NIGHT_H, dayHours));
  const rise = 12 - daylight / 2;
  const [part, of] = [new Float64Array(24), new Int8Array(24)];
  const byDay = (sinceRise: number): number => Math.sin((Math.PI * sinceRise) / (daylight + LAG_H));
  // The logarithm begins an hour after sunset: until then it is as warm as at sunset.
  const byNight = (sinceSet: number): number => Math.log(Math.max(1, sinceSet));
  for (let hour = 0; hour < 24; hour++) {
    const sinceRise = hour - rise;
    if (sinceRise < 0) {
      [of[hour], part[hour]] = [-1, byNight(hour + 24 - (rise + daylight))];
    } else if (sinceRise <= daylight) {
      part[hour] = byDay(sinceRise);
    } else {
      [of[hour], part[hour]] = [1, byNight(sinceRise - daylight)];
    }
  }
  const made = { part, of, atSet: byDay(daylight), wholeNight: Math.log(24 - daylight) };
  if (curves.size >= MOST_CURVES) curves.clear();
  curves.set(dayHours, made);
  return made;
}

/** Extremes of a day, deg C. */
interface Day {
  minC: number;
  maxC: number;
}

/**
 * The temperature of each hour of a day, deg C, from its own extremes and the night's: by day a sine from the least at sunrise,
 * by night a logarithm down to the next day's least. Linvill, HortScience 25 (1990) 14. Where the sun does not set, or does
 * not rise, the sine runs over the whole day.
 */
export function hoursOf(
  [before, today, after]: readonly [Day, Day, Day],
  dayHours: number,
  into = new Float64Array(24),
): Float64Array {
  const { part, of, atSet, wholeNight } = curveOf(dayHours);
  const range = today.maxC - today.minC;
  const setBefore = before.minC + (before.maxC - before.minC) * atSet;
  const set = today.minC + range * atSet;
  for (let hour = 0; hour < 24; hour++) {
    const by = part[hour] as number;
    const night = of[hour] as number;
    if (night === 0) into[hour] = today.minC + range * by;
    else if (night < 0) into[hour] = setBefore - ((setBefore - today.minC) / wholeNight) * by;
    else into[hour] = set - ((set - after.minC) / wholeNight) * by;
  }
  return into;
}
