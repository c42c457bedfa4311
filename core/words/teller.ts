import { IntlMessageFormat } from 'intl-messageformat';
import {
  CM_PER_INCH,
  FAHRENHEIT_PER_CELSIUS,
  KG_PER_POUND,
  MM_PER_INCH,
  sixteenths,
  type Units,
} from '../readings/units';
import type { Arg, Message } from './message';

/** Every message of the program in one language, by its code, in the ICU message syntax. */
export interface Catalogue {
  /** Language tag (BCP 47) that numbers, dates and lists are told in. */
  locale: string;
  messages: Readonly<Record<string, string>>;
}

/** Puts messages into words: numbers, dates and lists by the catalogue's language, lengths in the reader's units. */
export interface Teller {
  (message: Message): string;
  /** One figure, stem, day or list by itself. */
  arg(arg: Arg): string;
}

/**
 * A teller in a language and a system of units. A code the catalogue does not have is told as itself, so that nothing
 * is lost where a language lags behind.
 */
export function tellerIn({ locale, messages }: Catalogue, units: Units): Teller {
  const formats = new Map<string, IntlMessageFormat>();
  const formatOf = (code: string): IntlMessageFormat => {
    const found =
      formats.get(code) ?? new IntlMessageFormat(messages[code] ?? '', locale, undefined, OPTIONS);
    formats.set(code, found);
    return found;
  };
  const tell = ({ code, args = {} }: Message): string => {
    const text = messages[code];
    if (text === undefined) return code;
    const values = Object.fromEntries(Object.entries(args).map(([name, arg]) => [name, valueOf(arg)]));
    return filledIn(text, values) ?? String(formatOf(code).format(values));
  };
  const unit = (name: string, n: string): string => String(formatOf(`unit.${name}`).format({ n }));
  const number = (value: number, places: number): string => numberIn(locale, value, places);
  const valueOf = (arg: Arg): string | number => (typeof arg === 'number' ? arg : word(arg));
  const word = (arg: Arg): string => {
    if (typeof arg === 'string') return arg;
    if (typeof arg === 'number') return number(arg, 2);
    if ('code' in arg) return tell(arg);
    if ('tag' in arg) return arg.tag;
    if ('day' in arg) return dayIn(locale, arg.day);
    if ('list' in arg) return listsIn(locale).format(arg.list.map(word));
    if ('deg' in arg) return unit('deg', number(arg.deg, 0));
    if ('kg' in arg)
      return units === 'metric'
        ? unit('kg', number(arg.kg, arg.kg < 10 ? 1 : 0))
        : unit('lb', number(arg.kg / KG_PER_POUND, arg.kg < 5 ? 1 : 0));
    if ('m' in arg)
      return units === 'metric'
        ? unit('m', number(arg.m, arg.m < 10 ? 1 : 0))
        : unit('ft', number((arg.m * 100) / CM_PER_INCH / 12, 0));
    if ('celsius' in arg)
      return units === 'metric'
        ? unit('celsius', number(arg.celsius, 1))
        : unit('fahrenheit', number(32 + arg.celsius * FAHRENHEIT_PER_CELSIUS, 0));
    if ('share' in arg) return unit('share', number(arg.share * 100, 0));
    if ('cm' in arg)
      return units === 'metric' ? unit('cm', number(arg.cm, 0)) : unit('in', number(arg.cm / CM_PER_INCH, 1));
    return units === 'metric'
      ? unit('mm', number(arg.mm, arg.mm < 10 ? 1 : 0))
      : unit('in', sixteenths(arg.mm / MM_PER_INCH));
  };
  return Object.assign(tell, { arg: word });
}

const OPTIONS = { ignoreTag: true };

/** Messages with braces about names alone: no plural, no choice, nothing quoted. */
const ONLY_NAMES = /^(?:[^{}']|\{\w+\})*$/;
const NAME = /\{(\w+)\}/g;

/**
 * A message with what it is told with put in where it is named; undefined where there is more to it, or where something is missing. It reads as the
 * library has it, which first parses each, and loads the language's data for them all: the first page would wait for it.
 */
function filledIn(text: string, values: Readonly<Record<string, string | number>>): string | undefined {
  if (!ONLY_NAMES.test(text)) return undefined;
  let isWhole = true;
  const filled = text.replace(NAME, (_, name: string) => {
    isWhole &&= Object.hasOwn(values, name);
    return String(values[name]);
  });
  return isWhole ? filled : undefined;
}

/** Formats of a language are slow to make: each is made when something is first told by it. */
const numbers = new Map<string, Intl.NumberFormat>();
const days = new Map<string, Intl.DateTimeFormat>();
const lists = new Map<string, Intl.ListFormat>();

function formatAt<F>(formats: Map<string, F>, key: string, make: () => F): F {
  const format = formats.get(key) ?? make();
  formats.set(key, format);
  return format;
}

/** A number rounded half up to some places, without thousands apart: a tape has none. */
function numberIn(locale: string, value: number, places: number): string {
  const rounded = { maximumFractionDigits: places, useGrouping: false, signDisplay: 'negative' } as const;
  const format = formatAt(numbers, `${locale} ${places}`, () => new Intl.NumberFormat(locale, rounded));
  const k = 10 ** places;
  return format.format(Math.round(value * k) / k);
}

/** A day in words; what is no date as it stands. */
function dayIn(locale: string, isoDate: string): string {
  const time = Date.parse(`${isoDate}T00:00:00Z`);
  if (Number.isNaN(time)) return isoDate;
  const whole = { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' } as const;
  return formatAt(days, locale, () => new Intl.DateTimeFormat(locale, whole)).format(time);
}

/** Things one after another. */
const listsIn = (locale: string): Intl.ListFormat =>
  formatAt(lists, locale, () => new Intl.ListFormat(locale, { type: 'unit', style: 'short' }));
