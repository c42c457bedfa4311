import { reading, type Dimension, type HowRead, type Reading } from './reading';
import { CM_PER_FOOT, CM_PER_INCH, type Units } from './units';

/** What was typed, read; or what is wrong with it: no such reading, or none that is believable. */
export type Parsed = { ok: true; reading: Reading } | Unread;
export interface Unread {
  ok: false;
  why: 'reading' | 'range';
  typed: string;
  dimension: Dimension;
}

/** Thicknesses people compare with, mm. Working values. */
export const COMPARISONS: Readonly<Record<string, number>> = {
  straw: 4,
  pencil: 7,
  finger: 15,
  thumb: 20,
  broomstick: 25,
};

/** Believable range of each dimension, in its stored unit. A reading outside is refused. */
export const BELIEVABLE: Readonly<Record<Dimension, { min: number; max: number }>> = {
  length: { min: 0, max: 1500 },
  diameter: { min: 0.5, max: 600 },
  angle: { min: 0, max: 180 },
  bearing: { min: 0, max: 360 },
};

const COMPASS: Readonly<Record<string, number>> = Object.fromEntries(
  'n nne ne ene e ese se sse s ssw sw wsw w wnw nw nnw'.split(' ').map((word, i) => [word, i * 22.5]),
);

const BY_GAUGE = /\s*gauge$/i;

/**
 * Reads what a grower types for one reading.
 * Takes bare numbers (in the grower's units), `45 cm`, `1.2 m`, `18 in`, `1 ft 6 in`, `1'6"`, `7/8 in`, a decimal
 * comma, `pencil` for a thickness, `NE` for a bearing; a leading `~` or a trailing `?` marks a guess,
 * a trailing `gauge` what a gauge has read.
 * A refusal says what is wrong and what would do; nothing is thrown.
 */
export function parseReading(text: string, dimension: Dimension, units: Units): Parsed {
  const typed = text.trim();
  const guessed = /^~|\?$/.test(typed);
  const isGauged = BY_GAUGE.test(typed);
  const plain = typed
    .replace(/^~|\?$/g, '')
    .replace(BY_GAUGE, '')
    .trim()
    .toLowerCase()
    .replace(/(\d),(\d)/g, '$1.$2');
  const found = valueOf(plain, dimension, units);
  if (!found) return { ok: false, why: 'reading', typed, dimension };

  const { min, max } = BELIEVABLE[dimension];
  if (!(found.value >= min && found.value <= max)) return { ok: false, why: 'range', typed, dimension };
  const value = dimension === 'bearing' ? found.value % 360 : found.value;
  const how = guessed ? 'guessed' : isGauged ? 'gauge' : found.how;
  return { ok: true, reading: reading(dimension, value, how, typed) };
}

function valueOf(
  text: string,
  dimension: Dimension,
  units: Units,
): { value: number; how: HowRead } | undefined {
  if (dimension === 'bearing') {
    const named = COMPASS[text];
    if (named !== undefined) return { value: named, how: 'compared' };
  }
  if (dimension === 'angle' || dimension === 'bearing') {
    const degrees = /^(\d+(?:\.\d+)?)\s*(?:°|deg(?:rees)?)?$/.exec(text);
    return degrees ? { value: Number(degrees[1]), how: 'tape' } : undefined;
  }
  if (dimension === 'diameter' && COMPARISONS[text] !== undefined) {
    return { value: COMPARISONS[text], how: 'compared' };
  }
  const cm = centimetres(text, dimension, units);
  if (cm === undefined) return undefined;
  return dimension === 'diameter' ? { value: cm * 10, how: 'caliper' } : { value: cm, how: 'tape' };
}

function centimetres(text: string, dimension: Dimension, units: Units): number | undefined {
  const feet = /^(\d+(?:\.\d+)?)\s*(?:ft|feet|foot|'|′)\s*(?:(.+?)\s*(?:in(?:ch(?:es)?)?|"|″)?)?$/.exec(text);
  if (feet) {
    const inches = feet[2] === undefined ? 0 : number(feet[2]);
    return inches === undefined ? undefined : Number(feet[1]) * CM_PER_FOOT + inches * CM_PER_INCH;
  }
  const parts = /^([\d./ ]+?)\s*(mm|cm|m|in(?:ch(?:es)?)?|"|″)?$/.exec(text);
  if (!parts) return undefined;
  const value = number(parts[1] ?? '');
  if (value === undefined) return undefined;
  switch (parts[2]) {
    case 'mm':
      return value / 10;
    case 'cm':
      return value;
    case 'm':
      return value * 100;
    case undefined:
      if (units === 'imperial') return value * CM_PER_INCH;
      return dimension === 'diameter' ? value / 10 : value;
    default:
      return value * CM_PER_INCH;
  }
}

/** `3`, `3.5`, `7/8` or `1 3/8`. */
function number(text: string): number | undefined {
  const parts = /^(?:(\d+(?:\.\d+)?)|(\d+)\/(\d+)|(\d+) (\d+)\/(\d+))$/.exec(text.trim());
  if (!parts) return undefined;
  const [, plain, top, bottom, whole, wholeTop, wholeBottom] = parts.map(Number);
  const value =
    parts[1] !== undefined
      ? plain
      : parts[2] !== undefined
        ? (top as number) / (bottom as number)
        : (whole as number) + (wholeTop as number) / (wholeBottom as number);
  return value !== undefined && Number.isFinite(value) ? value : undefined;
}
