import { between, day, id, kinds, listOf, oneOf, shape, text, type Typed } from '../fields/fields';
import type { WeatherDay } from './weather';

/** Most days of weather kept of one site: some fifty years; and days that are foretold. */
const MOST_DAYS = 20_000;
const MOST_FORETOLD = 40;
/** Longest name of a table that was read in, letters: as long as a file's may be. */
const MOST_NAME = 260;

/** Bounds that a day's weather lies within anywhere on earth: least and greatest temperature, deg C; rain, mm; snow that lies, cm; gust, m/s. */
export const WEATHER_WITHIN = {
  min: [-60, 45],
  max: [-50, 60],
  rain: [0, 1000],
  snow: [0, 1000],
  gust: [0, 110],
} as const;

const of = (name: keyof typeof WEATHER_WITHIN) => between(WEATHER_WITHIN[name][0], WEATHER_WITHIN[name][1]);
const weatherDay = {
  day: day(),
  minC: of('min'),
  maxC: of('max'),
  rainMm: of('rain').optional(),
  snowCm: of('snow').optional(),
  gustMps: of('gust').optional(),
};

/** Where a site's weather comes from: a station, the grower's own table, or nowhere. */
const source = kinds({
  station: shape({ kind: oneOf(['station']), id: id() }),
  own: shape({ kind: oneOf(['own']), name: text(MOST_NAME) }),
  none: shape({ kind: oneOf(['none']) }),
});
export type WeatherSource = Typed<typeof source>;

/** The weather of a site as it was last fetched or read in. */
export const siteWeather = shape({
  source,
  weather: shape({
    days: listOf(shape(weatherDay), MOST_DAYS),
    forecast: listOf(
      shape({ ...weatherDay, sureC: between(0, 30), rainChance: between(0, 1).optional() }),
      MOST_FORETOLD,
    ),
    fetchedAt: text(40).optional(),
  }),
});
export type SiteWeather = Typed<typeof siteWeather>;

/**
 * Two devices' weather of one site as one: what was fetched or read in later counts, with the days only the other has. Days
 * measured by two different sources are not mixed.
 */
export function laterWeather(mine: SiteWeather, theirs: SiteWeather): SiteWeather {
  const isTheirs = (theirs.weather.fetchedAt ?? '') > (mine.weather.fetchedAt ?? '');
  const [later, earlier] = isTheirs ? [theirs, mine] : [mine, theirs];
  if (JSON.stringify(later.source) !== JSON.stringify(earlier.source)) return later;
  const days = new Map<string, WeatherDay>();
  for (const one of [...earlier.weather.days, ...later.weather.days]) days.set(one.day, one);
  const inOrder = [...days.values()].sort((a, b) => (a.day < b.day ? -1 : 1));
  return { ...later, weather: { ...later.weather, days: inOrder } };
}
