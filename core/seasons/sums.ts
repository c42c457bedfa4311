import { dayNumber, type DayNumber } from '../calendar/days';
import type { OnEarth } from '../calendar/seasons';
import { chillHour, chillPortions, chillUnits, NO_CHILL, type ChillModel } from './chill';
import { heatHour } from './heat';
import { hoursOf } from './hours';
import type { Temperatures } from './weather';

/** Sums at the end of each day, from the first day of a season's rest: chill by each model, growing-degree hours, and mean temperatures, deg C. */
export interface Sums {
  first: DayNumber;
  chill: Readonly<Record<ChillModel, Float64Array>>;
  heat: Float64Array;
  meanC: Float64Array;
  minC: Float64Array;
  /** Days from the first that are measured or foretold without a gap; the rest are as in a normal year. */
  knownDays: number;
}

/** Chill is summed from the first of September, or of March in the south: warmth before leaf fall undoes what little comes. */
const RESTS_FROM = { north: '09-01', south: '03-01' };
/** Long enough for leaf fall after the season, days. */
const LENGTH = 560;

/** The first day chill is summed from for the season whose growth begins in a year. */
export function restsFrom({ latitudeDeg }: OnEarth, season: number): DayNumber {
  return latitudeDeg < 0
    ? dayNumber(`${season}-${RESTS_FROM.south}`)
    : dayNumber(`${season - 1}-${RESTS_FROM.north}`);
}

/** Sums over the rest and growth of a season (the year its growth begins) at a place. */
export function sumsOf(site: OnEarth, season: number, at: Temperatures): Sums {
  const first = restsFrom(site, season);
  const array = (): Float64Array => new Float64Array(LENGTH);
  const [hours, units, portions, heat, meanC, minC] = [array(), array(), array(), array(), array(), array()];
  let [chilled, unitSum, sum] = [0, 0, 0];
  let dynamic = NO_CHILL;
  let knownDays = 0;
  for (let i = 0; i < LENGTH; i++) {
    const today = at(first + i);
    if (today.from !== 'normal' && knownDays === i) knownDays = i + 1;
    for (const tempC of hoursOf(first + i, at, site.latitudeDeg)) {
      chilled += chillHour(tempC);
      // What autumn's warmth takes back is not owed: the sum begins anew at its lowest (Richardson 1974).
      unitSum = Math.max(0, unitSum + chillUnits(tempC));
      dynamic = chillPortions(dynamic, tempC);
      sum += heatHour(tempC);
    }
    hours[i] = chilled;
    units[i] = unitSum;
    portions[i] = dynamic.portions;
    heat[i] = sum;
    meanC[i] = (today.minC + today.maxC) / 2;
    minC[i] = today.minC;
  }
  return { first, chill: { hours, units, portions }, heat, meanC, minC, knownDays };
}
