/** Hours the afternoon's greatest warmth lags behind noon, twice over, as the curve of the day is drawn. Linvill 1990. */
const LAG_H = 4;

/**
 * The temperature of each hour of a day, deg C, from its own extremes and the night's: by day a sine from the least at sunrise,
 * by night a logarithm down to the next day's least. Linvill, HortScience 25 (1990) 14. Where the sun does not set, or does
 * not rise, the sine runs over the whole day.
 */
export function hoursOf([before, today, after]: readonly [Day, Day, Day], dayHours: number): number[] {
  const daylight = Math.max(MOST_NIGHT_H, Math.min(24 - MOST_NIGHT_H, dayHours));
  const rise = 12 - daylight / 2;
  const hours: number[] = [];
  for (let hour = 0; hour < 24; hour++) {
    const sinceRise = hour - rise;
    if (sinceRise < 0) {
      hours.push(night(before, today.minC, daylight, hour + 24 - (rise + daylight)));
    } else if (sinceRise <= daylight) {
      hours.push(byDay(today, daylight, sinceRise));
    } else {
      hours.push(night(today, after.minC, daylight, sinceRise - daylight));
    }
  }
  return hours;
}

/** Shortest day and night the curves are drawn for, hours. */
const MOST_NIGHT_H = 1.5;

/** Extremes of a day, deg C. */
interface Day {
  minC: number;
  maxC: number;
}

const byDay = ({ minC, maxC }: Day, daylight: number, sinceRise: number): number =>
  minC + (maxC - minC) * Math.sin((Math.PI * sinceRise) / (daylight + LAG_H));

/** The logarithm begins an hour after sunset: until then it is as warm as at sunset. */
function night(day: Day, nextMinC: number, daylight: number, sinceSet: number): number {
  const atSet = byDay(day, daylight, daylight);
  const left = Math.log(24 - daylight);
  return atSet - ((atSet - nextMinC) / left) * Math.log(Math.max(1, sinceSet));
}
