import type { Dimension } from './reading';

/** The system a grower reads and types in. Stored values are metric whatever this says. */
export type Units = 'metric' | 'imperial';

export const CM_PER_INCH = 2.54;
/** International pound, kg. */
export const KG_PER_POUND = 0.45359237;
export const MM_PER_INCH = 25.4;
export const CM_PER_FOOT = 30.48;
export const FAHRENHEIT_PER_CELSIUS = 9 / 5;

/** The unit a bare number is taken in. */
export const UNIT_LABEL: Record<Units, Record<Dimension, string>> = {
  metric: { length: 'cm', diameter: 'mm', angle: '°', bearing: '°' },
  imperial: { length: 'in', diameter: 'in', angle: '°', bearing: '°' },
};

/**
 * A stored value as text with its unit, e.g. `62 cm`, `24.4 in`, `14 mm`, `9/16 in`, `47°`.
 * Imperial diameters are given to the nearest sixteenth of an inch, as rules and calipers for them are marked.
 */
export function formatValue(value: number, dimension: Dimension, units: Units): string {
  switch (dimension) {
    case 'length':
      return units === 'metric' ? `${round(value, 0)} cm` : `${round(value / CM_PER_INCH, 1)} in`;
    case 'diameter':
      return units === 'metric'
        ? `${round(value, value < 10 ? 1 : 0)} mm`
        : `${sixteenths(value / MM_PER_INCH)} in`;
    case 'angle':
      return `${round(value, 0)}°`;
    case 'bearing':
      return `${round(value, 0) % 360}°`;
  }
}

function round(value: number, places: number): number {
  const k = 10 ** places;
  return Math.round(value * k) / k;
}

/** Inches to the nearest sixteenth, as rules and calipers for them are marked: `9/16`, `1 1/4`. */
export function sixteenths(inches: number): string {
  const n = Math.round(inches * 16);
  const whole = Math.floor(n / 16);
  let top = n % 16;
  let bottom = 16;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  if (top === 0) return String(whole);
  return whole > 0 ? `${whole} ${top}/${bottom}` : `${top}/${bottom}`;
}
