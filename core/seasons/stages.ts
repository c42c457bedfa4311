import { dayNumber, isoOf, type DayNumber } from '../calendar/days';
import type { OnEarth } from '../calendar/seasons';
import type { KindId } from '../kinds/kind-facts';
import { climateAt, climateFrom, normalYear, smoothMean, type Climate } from './climate';
import { KIND_YEARS, type KindYear } from './kind-year';
import { MODEL_DAYS, shiftOf, type Shift } from './seen';
import { HEAT_STAGES, isOfSpring, STAGES, type SeenStage, type Stage } from './stage';
import { dayLength } from './sunlight';
import { sumsOf, type Sums } from './sums';
import { temperaturesOf, type Weather } from './weather';

/** A stage of a season, and the day it is reckoned for or was seen on. */
export interface StageDay {
  stage: Stage;
  /** ISO date. */
  on: string;
  /** How unsure the day is, days (a standard deviation). */
  sureDays: number;
  /** Whether the grower saw it on that day. */
  isSeen: boolean;
  /** Days by which what the grower saw here moved it; later is positive. */
  movedDays: number;
}

/** A season of a kind at a place. */
export interface KindSeason {
  season: number;
  kind: KindId;
  stages: Readonly<Partial<Record<Stage, StageDay>>>;
  /** Chill it had by the day its buds broke, portions, and what it asks for. */
  chill: { had: number; asked: number };
  /** Too little chill: it breaks late and unevenly, and its blossom may drop. */
  isShortOfChill: boolean;
  /** Share of the season's shoot growth that is made by a day, 0 to 1. */
  grown: (day: DayNumber) => number;
}

/** Chill a variety asks for, portions, as its label or its grower says. */
export interface AskedChill {
  kind: KindId;
  variety: string;
  portions: number;
}

/** A place through the years: its weather, its normal year, and what was seen there. */
export interface SeasonPlace {
  site: OnEarth;
  climate: Climate;
  weather: Weather;
  seen: readonly SeenStage[];
  /** What varieties that grow here ask for, where it is not what their kind does. */
  asks: readonly AskedChill[];
  /** Sums of each season. */
  sums: (season: number) => Sums;
}

/** A place, with sums kept once they are made. */
export function seasonPlace(
  site: OnEarth,
  weather: Weather,
  seen: readonly SeenStage[] = [],
  asks: readonly AskedChill[] = [],
): SeasonPlace {
  const climate = climateFrom(weather.days) ?? climateAt(site);
  const at = temperaturesOf(weather, normalYear(climate));
  const known = new Map<number, Sums>();
  const sums = (season: number): Sums => {
    const found = known.get(season) ?? sumsOf(site, season, at);
    known.set(season, found);
    return found;
  };
  return { site, climate, weather, seen, asks, sums };
}

/** Share of the chill asked for from which heat begins to tell. Working value: the two overlap. */
const HEAT_FROM = 0.7;
/**
 * More chill than is asked for spares heat, less costs heat: heat = least x (1 + exp(-(chill - asked) / (0.4 x asked))), an exponential
 * as in Harrington, Gould and St Clair, For. Ecol. Manage. 259 (2010) 798; its 0.4 is a working value. It doubles at just enough chill.
 */
const SPARES = 0.4;
const MOST_DEARER = 2.5;
/** Days from the coldest before which no heat tells, and from which buds go by heat however little chill they had. Working values. */
const RESTS_TO = -30;
const WAITS_DAYS = 75;
/** Below this share of the chill asked for at break, it was too little. Working value. */
const SHORT_UNDER = 0.75;

/** Where weather is not known it adds this, and where even the climate is guessed, that, days. Working values. */
const WEATHER_DAYS = 9;
const GUESSED_DAYS = 8;

/** Day of the year (north) on which shoots of a young tree stop at latitude 35, and how much sooner a degree further on: days shorten sooner. Working value. */
const SHOOTS_STOP = { at35: 240, byDeg: -1.6 };
const HALF_YEAR = 182;
/** They stop at the latest once a week's mean falls below this, deg C. */
const TOO_COLD_TO_GROW = 9;
/** Leaf fall after the turning of the leaf, days; and after a frost that kills it, deg C. Working values. */
const FALLS_AFTER_TURNING = 20;
const KILLS_LEAF = { atC: -4, afterDays: 8 };

const kept = new WeakMap<SeasonPlace, Map<string, KindSeason>>();

/** The stages of a kind in a season (the year its growth begins) at a place, with how unsure each is, moved by what was seen there. */
export function kindSeason(place: SeasonPlace, kind: KindId, season: number, variety?: string): KindSeason {
  const all = kept.get(place) ?? new Map<string, KindSeason>();
  kept.set(place, all);
  const name = `${kind} ${season} ${variety ?? ''}`;
  const found = all.get(name) ?? kindSeasonAt(place, kind, season, variety);
  all.set(name, found);
  return found;
}

/** What a variety of a kind asks of the weather. */
function yearOf({ asks }: SeasonPlace, kind: KindId, variety: string | undefined): KindYear {
  const year = KIND_YEARS[kind];
  const own = asks.find((one) => one.kind === kind && one.variety === variety);
  return own ? { ...year, chill: { ...year.chill, value: own.portions } } : year;
}

function kindSeasonAt(
  place: SeasonPlace,
  kind: KindId,
  season: number,
  variety: string | undefined,
): KindSeason {
  const year = yearOf(place, kind, variety);
  const sums = place.sums(season);
  const forced = reckoned(place, year, sums, season);
  const shifts = {
    spring: shiftFor(place, kind, season, variety, isOfSpring),
    autumn: shiftFor(place, kind, season, variety, (stage) => !isOfSpring(stage)),
  };
  const stages: Partial<Record<Stage, StageDay>> = {};
  for (const stage of STAGES) {
    const day = forced.days[stage];
    if (day === undefined) continue;
    const shift = shifts[isOfSpring(stage) ? 'spring' : 'autumn'];
    const isSeen = shift.onDay.get(stage);
    const weatherDays = unknownDays(place, sums, day);
    stages[stage] = {
      stage,
      on: isSeen ?? isoOf(day + Math.round(shift.days)),
      sureDays: isSeen === undefined ? Math.hypot(shift.sureDays, MODEL_DAYS.stage, weatherDays) : 1,
      isSeen: isSeen !== undefined,
      movedDays: isSeen === undefined ? Math.round(shift.days) : dayNumber(isSeen) - day,
    };
  }
  const breaks = stages.break && dayNumber(stages.break.on);
  const stops = stages['shoots-stop'] && dayNumber(stages['shoots-stop'].on);
  return {
    ...{ season, kind, stages },
    chill: { had: forced.chillHad, asked: year.chill.value },
    isShortOfChill: forced.chillHad < SHORT_UNDER * year.chill.value,
    grown: (day) => grownBy(sums, breaks, stops, day),
  };
}

/** Days of the stages by the sums alone, and the chill had by break. */
function reckoned(
  place: SeasonPlace,
  year: KindYear,
  sums: Sums,
  season: number,
): { days: Partial<Record<Stage, DayNumber>>; chillHad: number } {
  const { climate, site } = place;
  const asked = year.chill.value;
  const portions = sums.chill.portions;
  const coldest = coldestIn(climate, site, season) - sums.first;
  const chilled = asked === 0 ? coldest : portions.findIndex((had) => had >= HEAT_FROM * asked);
  const from = Math.max(coldest + RESTS_TO, Math.min(chilled < 0 ? Infinity : chilled, coldest + WAITS_DAYS));
  const needs = (i: number): number =>
    asked === 0
      ? 1
      : 1 + Math.min(MOST_DEARER, Math.exp(-((portions[i] as number) - asked) / (SPARES * asked)));
  const days: Partial<Record<Stage, DayNumber>> = {};
  for (const stage of HEAT_STAGES) {
    const heat = year.heat.value[stage];
    if (heat === undefined) continue;
    const at = firstFrom(from, sums, (i) => heatSince(sums, from, i) >= heat * needs(i));
    if (at !== undefined) days[stage] = sums.first + at;
  }
  const breaks = days.break ?? days.bloom;
  if (breaks !== undefined) {
    const stops = shootsStop(place, year, sums, season, breaks - sums.first);
    days['shoots-stop'] = sums.first + stops;
    if (asked > 0) days['leaf-fall'] = sums.first + leafFall(place, sums, season);
  }
  const at = breaks === undefined ? from : breaks - sums.first;
  return { days, chillHad: asked === 0 ? 0 : (portions[Math.min(at, portions.length - 1)] as number) };
}

const heatSince = ({ heat }: Sums, from: number, i: number): number =>
  (heat[i] as number) - (heat[from] as number);

function firstFrom(from: number, { heat }: Sums, is: (i: number) => boolean): number | undefined {
  for (let i = Math.max(0, from); i < heat.length; i++) if (is(i)) return i;
  return undefined;
}

/** The coldest day of the winter a season comes out of. */
function coldestIn({ coldestDay }: Climate, site: OnEarth, season: number): DayNumber {
  // In the north a coldest day late in December belongs to the winter that began the year before.
  const yearBefore = site.latitudeDeg >= 0 && coldestDay > HALF_YEAR ? 1 : 0;
  return dayNumber(`${season - yearBefore}-01-01`) + Math.round(coldestDay) - 1;
}

function shootsStop(
  { site }: SeasonPlace,
  { growsLongerDays }: KindYear,
  sums: Sums,
  season: number,
  breaks: number,
): number {
  const off = Math.max(24, Math.min(66, Math.abs(site.latitudeDeg))) - 35;
  const south = site.latitudeDeg < 0 ? HALF_YEAR : 0;
  const byLight = SHOOTS_STOP.at35 + SHOOTS_STOP.byDeg * off + south + growsLongerDays.value;
  const light = dayNumber(`${season}-01-01`) + Math.round(byLight) - 1 - sums.first;
  const cold = firstFrom(
    Math.max(breaks, midsummerIn(site, season) - sums.first),
    sums,
    (i) => weekMean(sums, i) < TOO_COLD_TO_GROW,
  );
  return Math.max(breaks + 30, Math.min(light, cold ?? Infinity));
}

/** The longest day of a season. */
export const midsummerIn = ({ latitudeDeg }: OnEarth, season: number): DayNumber =>
  dayNumber(`${season}-06-21`) + (latitudeDeg < 0 ? HALF_YEAR : 0);

/** The coldest day of the winter before a season's growth, as the sun has it. */
export const midwinterIn = ({ latitudeDeg }: OnEarth, season: number): DayNumber =>
  latitudeDeg < 0 ? dayNumber(`${season}-07-18`) : dayNumber(`${season}-01-18`);

/** Mean of the week up to a day, deg C. */
function weekMean({ meanC }: Sums, i: number): number {
  const week = meanC.subarray(Math.max(0, i - 6), i + 1);
  return week.reduce((sum, one) => sum + one, 0) / week.length;
}

/**
 * Leaves turn as days shorten below 14.5 hours and nights cool below 28.5 deg C on the mean, both to the second power, up to a sum of 8268:
 * Delpierre et al., Agric. For. Meteorol. 149 (2009) 938, for broadleaved forest trees.
 */
const TURNS = { fromHours: 14.5, fromC: 28.5, sum: 8268 };

function leafFall({ site }: SeasonPlace, sums: Sums, season: number): number {
  const midsummer = midsummerIn(site, season) - sums.first;
  let sum = 0;
  for (let i = midsummer; i < sums.meanC.length; i++) {
    if ((sums.minC[i] as number) <= KILLS_LEAF.atC)
      return Math.min(i + KILLS_LEAF.afterDays, sums.meanC.length - 1);
    const hours = dayLength(site.latitudeDeg, sums.first + i);
    if (hours < TURNS.fromHours) {
      const cold = Math.max(0, TURNS.fromC - (sums.meanC[i] as number));
      sum += cold ** 2 * (hours / TURNS.fromHours) ** 2;
    }
    if (sum >= TURNS.sum) return Math.min(i + FALLS_AFTER_TURNING, sums.meanC.length - 1);
  }
  return sums.meanC.length - 1;
}

/** How unsure a day is for want of weather, days: by what part of the season up to it is not known, and whether the climate is guessed. */
function unknownDays({ climate }: SeasonPlace, sums: Sums, day: DayNumber): number {
  const upTo = Math.max(1, day - sums.first + 1);
  const unknown = Math.max(0, 1 - sums.knownDays / upTo);
  return Math.hypot(WEATHER_DAYS * Math.sqrt(unknown), climate.isGuessed && unknown > 0 ? GUESSED_DAYS : 0);
}

/** Reserves carry the first growth, which starts sooner than a plain S would have it. Working value. */
const STARTS_SOON = 0.75;

/**
 * Share of the season's growth in length that is made by a day: an S from break until shoots stop, over heat and time alike, since the
 * first shoots are made of reserves, whatever the warmth.
 */
function grownBy(
  sums: Sums,
  breaks: DayNumber | undefined,
  stops: DayNumber | undefined,
  day: DayNumber,
): number {
  if (breaks === undefined || stops === undefined || day <= breaks) return 0;
  if (day >= stops) return 1;
  const heatAt = (on: DayNumber): number =>
    sums.heat[Math.max(0, Math.min(sums.heat.length - 1, Math.floor(on) - sums.first))] as number;
  const all = heatAt(stops) - heatAt(breaks);
  const time = (day - breaks) / (stops - breaks);
  const heat = all > 0 ? (heatAt(day) - heatAt(breaks)) / all : time;
  const x = ((time + heat) / 2) ** STARTS_SOON;
  return x * x * (3 - 2 * x);
}

/** How the days of some stages are moved by what was seen of this kind here. */
function shiftFor(
  place: SeasonPlace,
  kind: KindId,
  season: number,
  variety: string | undefined,
  isOne: (stage: Stage) => boolean,
): Shift {
  const seen = place.seen.filter((one) => one.kind === kind && isOne(one.stage));
  const off = seen.flatMap((one) => {
    const sums = place.sums(one.season);
    const day = reckoned(place, yearOf(place, kind, one.variety), sums, one.season).days[one.stage];
    if (day === undefined) return [];
    const isOther = one.variety !== variety;
    return [
      { ...one, offDays: dayNumber(one.on) - day, isOther, weatherDays: unknownDays(place, sums, day) },
    ];
  });
  return shiftOf(off, season, place.climate.isGuessed ? GUESSED_DAYS : 0);
}

/** The mean temperature of a day in the long run at a place, deg C. */
export const longRunMean = ({ climate }: SeasonPlace, day: DayNumber): number => smoothMean(climate, day);
