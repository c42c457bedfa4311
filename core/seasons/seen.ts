import type { SeenStage, Stage } from './stage';

/**
 * How far such a model misses the day of a stage, days (standard deviations): a part that is the place's own and comes again each
 * year, one of the year, one of the stage. Together 7: published chill-and-heat models miss bloom by 5 to 9.
 */
export const MODEL_DAYS = { place: 5, year: 4, stage: 3 };
/** Eyes differ on the day, and varieties of a kind on when they come, days. Working values. */
const EYE_DAYS = 2;
const VARIETY_DAYS = 6;

/** A stage that was seen, and how far from its reckoned day, days; how unsure that day was for want of weather. */
export interface Off extends SeenStage {
  offDays: number;
  weatherDays: number;
  /** Whether it was of another variety than the one asked about. */
  isOther: boolean;
}

/** How far stages of a season are moved by what was seen, and how unsure that still is, days; the stages of this very season that were seen. */
export interface Shift {
  days: number;
  sureDays: number;
  onDay: ReadonlyMap<Stage, string>;
}

/**
 * What seen stages teach of a season: each is off by the place's own part, the year's and its own; the first is normal with the
 * deviation of the place, and its mean and deviation given all seasons seen, then those of the year asked for, are the textbook ones of
 * a two-level normal model (e.g. Gelman et al., Bayesian Data Analysis, ch. 5).
 * @param season the season that is asked about
 * @param guessedDays how much more unsure the place is for want of a known climate, days
 */
export function shiftOf(seen: readonly Off[], season: number, guessedDays: number): Shift {
  const years = byYear(seen);
  const placeVar = MODEL_DAYS.place ** 2 + guessedDays ** 2;
  const yearVar = MODEL_DAYS.year ** 2;
  let precision = 1 / placeVar;
  let weighed = 0;
  for (const { meanDays, errorVar } of years.values()) {
    precision += 1 / (yearVar + errorVar);
    weighed += meanDays / (yearVar + errorVar);
  }
  const place = { days: weighed / precision, var: 1 / precision };
  const own = years.get(season);
  const onDay = new Map(
    seen.filter((one) => one.season === season && !one.isOther).map(({ stage, on }) => [stage, on]),
  );
  if (!own) return { days: place.days, sureDays: Math.sqrt(place.var + yearVar), onDay };
  const trust = yearVar / (yearVar + own.errorVar);
  return {
    days: place.days + trust * (own.meanDays - place.days),
    sureDays: Math.sqrt((1 - trust) ** 2 * place.var + yearVar * (1 - trust)),
    onDay,
  };
}

/** By season how far its stages were off on the mean, days, and the variance of that. */
function byYear(seen: readonly Off[]): Map<number, { meanDays: number; errorVar: number }> {
  const years = new Map<number, { precision: number; sum: number }>();
  for (const { season, offDays, weatherDays, isOther } of seen) {
    const errorVar =
      MODEL_DAYS.stage ** 2 + EYE_DAYS ** 2 + weatherDays ** 2 + (isOther ? VARIETY_DAYS ** 2 : 0);
    const year = years.get(season) ?? { precision: 0, sum: 0 };
    years.set(season, { precision: year.precision + 1 / errorVar, sum: year.sum + offDays / errorVar });
  }
  return new Map(
    [...years].map(([season, { precision, sum }]) => [
      season,
      { meanDays: sum / precision, errorVar: 1 / precision },
    ]),
  );
}
