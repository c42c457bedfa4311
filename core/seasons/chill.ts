/** How chill is summed: hours at 0 to 7.2 deg C, units after Richardson, portions after Fishman. */
export const CHILL_MODELS = ['hours', 'units', 'portions'] as const;
export type ChillModel = (typeof CHILL_MODELS)[number];

/** Warmest and coldest hour that counts, deg C (32 to 45 deg F). Weinberger, Proc. Am. Soc. Hort. Sci. 56 (1950) 122. */
const CHILL_HOUR = { fromC: 0, toC: 7.2 };

/** Chill of an hour at so many deg C: 1 where it counts. */
export const chillHour = (tempC: number): number =>
  tempC > CHILL_HOUR.fromC && tempC <= CHILL_HOUR.toC ? 1 : 0;

/** Worth of an hour up to so many deg C. Richardson, Seeley and Walker, HortScience 9 (1974) 331, table 1. */
const UNITS: readonly (readonly [upToC: number, units: number])[] = [
  [1.4, 0],
  [2.4, 0.5],
  [9.1, 1],
  [12.4, 0.5],
  [15.9, 0],
  [18, -0.5],
  [Infinity, -1],
];

/** Chill units of an hour, -1 to 1: warmth takes chill back. */
export const chillUnits = (tempC: number): number =>
  (UNITS.find(([upToC]) => tempC <= upToC) as (typeof UNITS)[number])[1];

/**
 * The dynamic model: cold makes something that warmth undoes, until there is enough of it to be kept as a portion.
 * Fishman, Erez and Couvillon, J. Theor. Biol. 124 (1987) 473, and 126 (1987) 309; constants as there.
 */
const DYNAMIC = { e0: 4153.5, e1: 12888.8, a0: 139500, a1: 2.567e18, slope: 1.6, keepsAtK: 277 };
const KELVIN = 273;

/** How far the making of chill has come, 0 to 1, and the portions that are kept. */
export interface DynamicChill {
  making: number;
  portions: number;
}
export const NO_CHILL: Readonly<DynamicChill> = { making: 0, portions: 0 };

/** What an hour at a temperature does to chill: where its making tends to, what is left of the way there after the hour, and the share kept. */
export interface ChillHour {
  tends: number;
  left: number;
  keeps: number;
}

/** What an hour at so many deg C does. */
export function chillHourAt(tempC: number): ChillHour {
  const { e0, e1, a0, a1, slope, keepsAtK } = DYNAMIC;
  const kelvin = tempC + KELVIN;
  return {
    tends: (a0 / a1) * Math.exp((e1 - e0) / kelvin),
    left: Math.exp(-a1 * Math.exp(-e1 / kelvin)),
    keeps: 1 / (1 + Math.exp((-slope * keepsAtK * (kelvin - keepsAtK)) / kelvin)),
  };
}

/** Adds one more hour to chill, in place: a season has thirteen thousand of them. */
export function addPortions(chill: DynamicChill, { tends, left, keeps }: ChillHour): void {
  const now = tends - (tends - chill.making) * left;
  const kept = now < 1 ? 0 : now * keeps;
  chill.making = now < 1 ? now : now * (1 - keeps);
  chill.portions += kept;
}

/** Chill after one more hour. */
export function chillPortions(chill: DynamicChill, hour: ChillHour): DynamicChill {
  const after = { ...chill };
  addPortions(after, hour);
  return after;
}

/**
 * Hours at 0 to 7.2 deg C that come with a portion: what these two models give in normal years from 33 to 52 degrees, to a tenth; in warm
 * winters hours are fewer. Labels of nurseries count in hours.
 */
export const HOURS_A_PORTION = 15.5;
