import { FILE_VERSION } from '../formats/yard-file';

/** A reproducible stream of whole numbers below a limit (Lehmer, multiplier 48271). */
export function draws(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state * 48271) % 2147483647;
    return state % below;
  };
}

export interface Broken {
  how: string;
  text: string;
}

interface Slot {
  holder: Record<string, unknown> | unknown[];
  key: string;
  value: unknown;
}

interface Visit {
  kind: string;
  stems: Record<string, { parent?: unknown }>;
}

const WRONG_TYPES = [null, true, [], {}, 'twelve', 12];
const ABSURD = [1e12, -1e9, 1e308, -2e6];
const SCRIPT = '<script>alert(1)</script>';

/** Ways of breaking a good file, each with the values it breaks. None leaves a file that is good. */
const WAYS: Readonly<
  Record<string, (file: Record<string, unknown>, draw: (below: number) => number) => string>
> = {
  truncated: (file, draw) => {
    const text = JSON.stringify(file);
    return text.slice(0, draw(text.length - 2));
  },
  'wrong type': (file, draw) => {
    const slot = pick(slots(file), draw);
    const wrong = WRONG_TYPES.filter((value) => typeOf(value) !== typeOf(slot.value));
    return put(file, slot, wrong[draw(wrong.length)]);
  },
  'absurd number': (file, draw) =>
    put(
      file,
      pick(
        slots(file).filter(({ value }) => typeof value === 'number'),
        draw,
      ),
      ABSURD[draw(ABSURD.length)],
    ),
  'huge string': (file, draw) =>
    put(
      file,
      pick(
        slots(file).filter(({ value }) => typeof value === 'string'),
        draw,
      ),
      'x'.repeat(100_000),
    ),
  'script in an id': (file, draw) =>
    put(
      file,
      pick(
        slots(file).filter(({ key }) => /^(id|treeId|stemId|device)$/.test(key)),
        draw,
      ),
      SCRIPT,
    ),
  'stems in a ring': (file, draw) => {
    const visits = (file['events'] as Visit[]).filter(
      ({ kind, stems }) => kind === 'visit' && Object.keys(stems).length > 3,
    );
    const { stems } = visits[draw(visits.length)] as Visit;
    const [a, b] = Object.keys(stems).slice(1, 3) as [string, string];
    (stems[a] as { parent?: unknown }).parent = { kind: 'stem', stemId: b };
    (stems[b] as { parent?: unknown }).parent = { kind: 'stem', stemId: a };
    return JSON.stringify(file);
  },
  'id used twice': (file, draw) => {
    const events = file['events'] as { id: string; sequence: number }[];
    const again = events[draw(events.length)] as (typeof events)[number];
    events.push({ ...again, sequence: again.sequence + 1 });
    return JSON.stringify(file);
  },
  'field missing': (file, draw) => {
    const required = /^(id|name|kind|value|how|sure|happenedOn|yard|events|drafts|format|form|device)$/;
    const { holder, key } = pick(
      slots(file).filter((slot) => required.test(slot.key)),
      draw,
    );
    Reflect.deleteProperty(holder, key);
    return JSON.stringify(file);
  },
  'field too many': (file, draw) => {
    const objects = [file, ...slots(file).map(({ value }) => value)].filter((v) => typeOf(v) === 'object');
    (objects[draw(objects.length)] as Record<string, unknown>)['<b>extra</b>'] = SCRIPT;
    return JSON.stringify(file);
  },
  'newer version': (file, draw) => JSON.stringify({ ...file, version: FILE_VERSION + 1 + draw(50) }),
};

/** `count` broken copies of a good file, the ways of breaking it in turn. */
export function brokenFiles(good: string, count: number, seed: number): Broken[] {
  const draw = draws(seed);
  const ways = Object.entries(WAYS);
  return Array.from({ length: count }, (_, i) => {
    const [how, breakIt] = ways[i % ways.length] as (typeof ways)[number];
    return { how, text: breakIt(JSON.parse(good) as Record<string, unknown>, draw) };
  });
}

function slots(value: unknown): Slot[] {
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => [
    { holder: value as Slot['holder'], key, value: inner as unknown },
    ...slots(inner),
  ]);
}

function pick(from: readonly Slot[], draw: (below: number) => number): Slot {
  return from[draw(from.length)] as Slot;
}

function put(file: unknown, { holder, key }: Slot, value: unknown): string {
  (holder as Record<string, unknown>)[key] = value;
  return JSON.stringify(file);
}

function typeOf(value: unknown): string {
  return value === null ? 'null' : Array.isArray(value) ? 'array' : typeof value;
}
