import { dayNumber, isoOf, type DayNumber } from '../calendar/days';
import { chanceAbove } from '../readings/normal';
import { because, celsius, day, share, type Reason } from '../words/message';
import type { Stage } from './stage';
import type { KindSeason } from './stages';
import type { ForecastDay, Weather, WeatherDay } from './weather';
import type { Window, WindowAct } from './windows/window';

/** Weather that holds work off. */
export const HAZARDS = ['frost', 'wet', 'snow', 'heat', 'drought', 'wind'] as const;
export type HazardKind = (typeof HAZARDS)[number];

/** Weather that holds work off on a day, and how likely it comes, 0 to 1: 1 where it was measured. */
export interface Hazard {
  kind: HazardKind;
  on: string;
  chance: number;
}

/** Wood is brittle and wounds freeze below the first; heat harms opened crowns above the second, deg C. Common extension guidance, rounded. */
const HARD_FROST_C = -4;
const HEAT_C = 34;
/** Rain that keeps a wound wet, mm; days a wet spell goes on; snow that hides the ground line, cm; gusts that make ladders and long cords unsafe, m/s. */
const WET_MM = 2;
const SNOW_CM = 4;
const GUST_MPS = 14;
/** Days with less rain than so much together are a drought in growth, mm. Working values. */
const DROUGHT = { days: 21, underMm: 6, warmFromC: 15 };

/** What each act is held off by. */
const HOLDS: Readonly<Partial<Record<WindowAct, readonly HazardKind[]>>> = {
  read: ['snow'],
  prune: ['frost', 'wet', 'snow'],
  'bud-plan': ['frost'],
  notch: ['frost', 'wet'],
  graft: ['frost', 'wet'],
  spread: ['frost', 'wind'],
  pinch: ['heat', 'drought'],
  tip: ['heat', 'drought'],
  open: ['heat', 'drought'],
  'summer-cut': ['heat', 'wet'],
  budding: ['heat', 'wet', 'drought'],
  'stake-off': ['wind'],
};

/** Chance from which work is put off: more likely than not. */
export const PUTS_OFF = 0.5;

/** What holds an act off on a day, the likeliest first; none for a day of which nothing is told. */
export function hazardsFor(act: WindowAct, weather: Weather, isoDate: string): Hazard[] {
  const kinds = HOLDS[act] ?? [];
  const found = kinds.flatMap((kind) => {
    const chance = chanceOf(kind, weather, dayNumber(isoDate));
    return chance > 0.05 ? [{ kind, on: isoDate, chance }] : [];
  });
  return found.sort((a, b) => b.chance - a.chance);
}

/** Why an act waits on a day, in words; undefined where nothing holds it off. */
export function heldOff(act: WindowAct, weather: Weather, isoDate: string): Reason | undefined {
  const worst = hazardsFor(act, weather, isoDate)[0];
  if (!worst || worst.chance < PUTS_OFF) return undefined;
  return because(`hazard.${worst.kind}`, { chance: share(worst.chance), on: day(isoDate) });
}

/** The next best day for a window from a day on: within its best days if they are not over, and not held off as far as weather is foretold. */
export function nextBestDay(
  { act, bestFrom, bestTo, to }: Window,
  weather: Weather,
  today: string,
): string | undefined {
  if (today > to) return undefined;
  const from = today > bestTo ? today : today > bestFrom ? today : bestFrom;
  const last = dayNumber(weather.forecast.at(-1)?.day ?? today);
  for (let at = dayNumber(from); at <= dayNumber(to); at++) {
    if (at > last) return isoOf(at);
    if (heldOff(act, weather, isoOf(at)) === undefined) return isoOf(at);
  }
  return from;
}

function chanceOf(kind: HazardKind, weather: Weather, at: DayNumber): number {
  const today = told(weather, at);
  switch (kind) {
    case 'frost':
      // The night after counts as the night before: a fresh wound freezes in either.
      return Math.max(below(today, HARD_FROST_C), below(told(weather, at + 1), HARD_FROST_C));
    case 'wet':
      return Math.max(rains(today), rains(told(weather, at + 1)) * 0.8);
    case 'snow':
      return today?.snowCm !== undefined && today.snowCm >= SNOW_CM ? 1 : 0;
    case 'heat':
      return Math.max(above(today, HEAT_C), above(told(weather, at + 1), HEAT_C));
    case 'wind':
      return today?.gustMps !== undefined && today.gustMps >= GUST_MPS ? 1 : 0;
    case 'drought':
      return isDrought(weather, at) ? 1 : 0;
  }
}

const tables = new WeakMap<Weather, ReadonlyMap<DayNumber, WeatherDay | ForecastDay>>();

/** What is measured or foretold of a day. */
function told(weather: Weather, at: DayNumber): WeatherDay | ForecastDay | undefined {
  let table = tables.get(weather);
  if (!table) {
    table = new Map([...weather.forecast, ...weather.days].map((one) => [dayNumber(one.day), one] as const));
    tables.set(weather, table);
  }
  return table.get(at);
}

const sureOf = (one: WeatherDay | ForecastDay): number => ('sureC' in one ? one.sureC : 0);

const below = (one: WeatherDay | ForecastDay | undefined, atC: number): number =>
  one ? chanceAbove(atC - one.minC, sureOf(one)) : 0;
const above = (one: WeatherDay | ForecastDay | undefined, atC: number): number =>
  one ? chanceAbove(one.maxC - atC, sureOf(one)) : 0;

function rains(one: WeatherDay | ForecastDay | undefined): number {
  if (!one) return 0;
  if ('rainChance' in one && one.rainChance !== undefined) return one.rainChance;
  return (one.rainMm ?? 0) >= WET_MM ? 1 : 0;
}

function isDrought(weather: Weather, at: DayNumber): boolean {
  let [rain, warm] = [0, 0];
  for (let before = 1; before <= DROUGHT.days; before++) {
    const one = told(weather, at - before);
    if (one?.rainMm === undefined) return false;
    rain += one.rainMm;
    warm += (one.minC + one.maxC) / 2 / DROUGHT.days;
  }
  return rain < DROUGHT.underMm && warm >= DROUGHT.warmFromC;
}

/**
 * Least temperature, deg C, at which a tenth of the buds are lost, by stage: pome and stone fruit together, rounded from the tables that
 * extension services publish for critical temperatures (Ballard, Proebsting and Tukey, 1970s).
 */
const KILLS_C: Readonly<Partial<Record<Stage, number>>> = {
  swell: -8,
  break: -5.5,
  pink: -3.2,
  bloom: -2.2,
  'petal-fall': -2,
  'fruit-set': -1.5,
};

/** A night that may take open blossom. */
export interface FrostWarning {
  on: string;
  stage: Stage;
  minC: number;
  killsC: number;
  chance: number;
  why: Reason;
}

/** Nights ahead that may take blossom or young fruit of a kind, as foretold; a chance of a tenth is told. */
export function frostOnBlossom(season: KindSeason, weather: Weather): FrostWarning[] {
  return weather.forecast.flatMap((night) => {
    const stage = stageOn(season, night.day);
    const killsC = stage && KILLS_C[stage];
    if (stage === undefined || killsC === undefined || !OPEN.includes(stage)) return [];
    const chance = chanceAbove(killsC - night.minC, night.sureC);
    if (chance < 0.1) return [];
    const args = {
      on: day(night.day),
      is: celsius(night.minC),
      kills: celsius(killsC),
      chance: share(chance),
    };
    return [{ on: night.day, stage, minC: night.minC, killsC, chance, why: because('hazard.blossom', args) }];
  });
}

/** Stages at which blossom, or what comes of it, is open to frost. */
const OPEN: readonly Stage[] = ['pink', 'bloom', 'petal-fall'];
/** Days after fruit set from which frost is past harming. */
const SET_DAYS = 14;

/** The stage a kind is in on a day: the last it came to. */
export function stageOn({ stages }: KindSeason, isoDate: string): Stage | undefined {
  const come = Object.values(stages).filter(({ on }) => on <= isoDate);
  const last = come.sort((a, b) => (a.on < b.on ? 1 : -1))[0];
  if (last?.stage === 'fruit-set' && dayNumber(isoDate) - dayNumber(last.on) > SET_DAYS) return undefined;
  return last?.stage;
}
