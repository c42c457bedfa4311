import { dayNumber, type DayNumber } from '../calendar/days';
import type { OnEarth } from '../calendar/seasons';
import {
  chillHour,
  chillHourAt,
  addPortions,
  chillUnits,
  NO_CHILL,
  type ChillHour,
  type ChillModel,
} from './chill';
import { heatHour } from './heat';
import { hoursOf } from './hours';
import { dayLength } from './sunlight';
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

/** What an hour at a temperature adds to each sum. */
interface Hour extends ChillHour {
  hour: number;
  units: number;
  heat: number;
}

/** Hours are told apart by a tenth of a degree: a winter has thousands of them, and exponentials are slow. */
const PER_DEGREE = 10;
/** Coldest and hottest hour that has a place of its own, tenths of a degree; what lies beyond counts as the last. */
const COLDEST = -900;
const HOTTEST = 900;
const hours: (Hour | undefined)[] = [];

function hourAt(exactC: number): Hour {
  const at = Math.max(COLDEST, Math.min(HOTTEST, Math.round(exactC * PER_DEGREE)));
  const found = hours[at - COLDEST];
  if (found) return found;
  const tempC = at / PER_DEGREE;
  const made = {
    ...chillHourAt(tempC),
    hour: chillHour(tempC),
    units: chillUnits(tempC),
    heat: heatHour(tempC),
  };
  hours[at - COLDEST] = made;
  return made;
}

/** Sums over the rest and growth of a season (the year its growth begins) at a place. */
export function sumsOf(site: OnEarth, season: number, at: Temperatures): Sums {
  const first = restsFrom(site, season);
  const array = (): Float64Array => new Float64Array(LENGTH);
  const [chillHours, units, portions, heat, meanC, minC] = [
    array(),
    array(),
    array(),
    array(),
    array(),
    array(),
  ];
  let [chilled, unitSum, sum] = [0, 0, 0];
  const dynamic = { ...NO_CHILL };
  const temps = new Float64Array(24);
  let knownDays = 0;
  let [today, after] = [at(first - 1), at(first)];
  for (let i = 0; i < LENGTH; i++) {
    const before = today;
    [today, after] = [after, at(first + i + 1)];
    if (today.from !== 'normal' && knownDays === i) knownDays = i + 1;
    hoursOf([before, today, after], dayLength(site.latitudeDeg, first + i), temps);
    for (let hour = 0; hour < 24; hour++) {
      const does = hourAt(temps[hour] as number);
      chilled += does.hour;
      // What autumn's warmth takes back is not owed: the sum begins anew at its lowest (Richardson 1974).
      unitSum = Math.max(0, unitSum + does.units);
      addPortions(dynamic, does);
      sum += does.heat;
    }
    chillHours[i] = chilled;
    units[i] = unitSum;
    portions[i] = dynamic.portions;
    heat[i] = sum;
    meanC[i] = (today.minC + today.maxC) / 2;
    minC[i] = today.minC;
  }
  return { first, chill: { hours: chillHours, units, portions }, heat, meanC, minC, knownDays };
}
