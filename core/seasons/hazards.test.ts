import { describe, expect, it } from 'vitest';
import { dayNumber, isoOf } from '../calendar/days';
import { kindFacts } from '../kinds/kinds';
import { STATIONS, tellsOn } from '../stations/stations';
import { frostOnBlossom, hazardsFor, heldOff, nextBestDay, stageOn } from './hazards';
import { kindSeason, seasonPlace } from './stages';
import { NO_WEATHER, type ForecastDay, type WeatherDay } from './weather';
import { treeYear, type Window } from './windows/window';
import { windowsFor } from './windows/windows';

const dayOf = (day: string, more: Partial<WeatherDay> = {}): WeatherDay => ({
  day,
  minC: 4,
  maxC: 12,
  rainMm: 0,
  ...more,
});
const ahead = (day: string, more: Partial<ForecastDay> = {}): ForecastDay => ({
  ...dayOf(day),
  sureC: 2,
  rainChance: 0.1,
  ...more,
});
const wait = (act: Parameters<typeof heldOff>[0], days: WeatherDay[], on: string) =>
  heldOff(act, { days, forecast: [] }, on)?.code;

describe('weather holds work off', () => {
  it.each([
    ['prune', { minC: -7 }, 'hazard.frost'],
    ['prune', { rainMm: 6 }, 'hazard.wet'],
    ['read', { snowCm: 9 }, 'hazard.snow'],
    ['open', { maxC: 38 }, 'hazard.heat'],
    ['stake-off', { gustMps: 19 }, 'hazard.wind'],
    ['peg', { rainMm: 6 }, undefined],
    ['prune', {}, undefined],
  ] as const)('%s on a day with %o: %s', (act, weather, code) => {
    expect(wait(act, [dayOf('2026-02-10', weather)], '2026-02-10')).toBe(code);
  });

  it('calls three weeks with hardly any rain in growth a drought, and not in winter', () => {
    const days = (warmer: number): WeatherDay[] =>
      Array.from({ length: 30 }, (_, i) =>
        dayOf(isoOf(dayNumber('2026-06-01') + i), { minC: 4 + warmer, maxC: 12 + warmer }),
      );
    expect(wait('pinch', days(12), '2026-06-28')).toBe('hazard.drought');
    expect(wait('pinch', days(0), '2026-06-28')).toBeUndefined();
  });

  it('tells the chance of frost as the normal distribution has it, by hand', () => {
    // Least -4 within one deviation of -2 with 2 deg C: 16 of 100.
    const weather = { days: [], forecast: [ahead('2026-02-10', { minC: -2 })] };
    const frost = hazardsFor('prune', weather, '2026-02-10').find(({ kind }) => kind === 'frost');
    expect(frost?.chance).toBeCloseTo(0.1587, 4);
  });
});

describe('the next best day', () => {
  const window = {
    act: 'prune',
    from: '2026-02-01',
    bestFrom: '2026-02-08',
    bestTo: '2026-02-20',
    to: '2026-03-01',
  } as Window;
  const rainy = (days: string[]) => ({
    days: [],
    forecast: days.map((day) => ahead(day, { rainChance: 0.9 })),
  });

  it('is within the best days, after the rain that is foretold, and none once it is over', () => {
    expect(nextBestDay(window, NO_WEATHER, '2026-01-10')).toBe('2026-02-08');
    expect(nextBestDay(window, NO_WEATHER, '2026-02-12')).toBe('2026-02-12');
    const wet = rainy(['2026-02-12', '2026-02-13', '2026-02-14']);
    expect(nextBestDay(window, wet, '2026-02-12')).toBe('2026-02-15');
    expect(nextBestDay(window, NO_WEATHER, '2026-02-25')).toBe('2026-02-25');
    expect(nextBestDay(window, NO_WEATHER, '2026-03-02')).toBeUndefined();
  });
});

describe('frost on blossom', () => {
  it('is told of for what is in flower, as likely as the forecast is unsure, and not for what still rests', () => {
    const place = seasonPlace({ latitudeDeg: 48 }, NO_WEATHER);
    const peach = kindSeason(place, 'peach', 2026);
    const night = peach.stages.bloom?.on as string;
    const weather = { days: [], forecast: [ahead(night, { minC: -2.2, sureC: 1.5 })] };
    const [warning] = frostOnBlossom(peach, weather);
    expect(warning?.chance).toBeCloseTo(0.5, 6);
    expect(frostOnBlossom(kindSeason(place, 'apple', 2026), weather)).toEqual([]);
    expect(stageOn(peach, night)).toBe('bloom');
    expect(stageOn(peach, '2026-07-20')).toBeUndefined();
  });

  it('comes within six years of some station, as do a wet spell and a winter with too little chill', () => {
    const found = { frost: 0, wet: 0, short: 0 };
    for (const station of STATIONS)
      for (let year = 2021; year <= 2026; year++) {
        const place = seasonPlace(station, tellsOn(station, '2026-12-31'));
        const season = kindSeason(place, 'apricot', year);
        const { pink, 'petal-fall': over } = season.stages;
        const open = place.weather.days.filter(({ day }) => pink && over && day >= pink.on && day <= over.on);
        if (open.some(({ minC }) => minC <= -2.2)) found.frost += 1;
        if (open.filter(({ rainMm = 0 }) => rainMm > 1).length > 0.6 * open.length) found.wet += 1;
        if (season.isShortOfChill) found.short += 1;
      }
    expect(Math.min(found.frost, found.wet, found.short)).toBeGreaterThan(0);
    expect(found.frost).toBeLessThan(30);
  });
});

it('a tree’s windows and its weather go together', () => {
  const station = STATIONS[0] as (typeof STATIONS)[number];
  const weather = tellsOn(station, '2026-02-20');
  const place = seasonPlace(station, weather);
  const year = treeYear({ place, site: station, kind: kindFacts('apple'), answers: {} }, 2026);
  const found = windowsFor('prune', year);
  const window = ('not' in found ? [] : found)[0] as Window;
  const best = nextBestDay(window, weather, '2026-02-20') as string;
  expect(best >= window.bestFrom && best <= window.to).toBe(true);
});
