import { mixed, ValidationError, type AnyObjectSchema } from 'yup';
import { eventSchema } from '../history/events';
import { eventSchema1, eventsFrom1, type Event1 } from '../history/version-1';
import { eventSchema2, eventsFrom2, type Event2 } from '../history/version-2';
import { asRefusal, told, type Message } from '../words/message';
import { linkTroubles, type Trouble } from './links';
import { repairs, type Repair } from './repairs';
import { fileOf } from './schema';
import { FILE_FORMAT, FILE_VERSION, LARGEST_FILE, type YardFile } from './yard-file';

/** What came of reading a file: the yard, a repair to ask about first, or why it was refused. */
export type ReadFile =
  | { kind: 'good'; file: YardFile }
  | { kind: 'repairable'; file: YardFile; repairs: readonly Repair[] }
  | { kind: 'refused'; troubles: readonly Trouble[] };

/** For each version that is read: the shape of its events, and how it is brought up to today's. */
const VERSIONS: Readonly<Record<number, { event: Checked; events?: (old: never) => unknown }>> = {
  1: {
    event: eventSchema1 as unknown as Checked,
    events: ({ yard, events }: Old<Event1>) => eventsFrom1(yard, events),
  },
  2: {
    event: eventSchema2 as unknown as Checked,
    events: ({ events }: Old<Event2>) => eventsFrom2(events),
  },
  // What is new since is only added: what versions 3 to 8 have reads as it did.
  3: { event: eventSchema as unknown as Checked },
  4: { event: eventSchema as unknown as Checked },
  5: { event: eventSchema as unknown as Checked },
  6: { event: eventSchema as unknown as Checked },
  7: { event: eventSchema as unknown as Checked },
  8: { event: eventSchema as unknown as Checked },
  9: { event: eventSchema as unknown as Checked },
};

type Old<E> = Omit<YardFile, 'version' | 'events'> & { events: readonly E[] };

/** A schema, for what it says of a value. */
type Checked = Pick<AnyObjectSchema, 'validateSync'>;

const TROUBLES_SHOWN = 5;
/** Deepest nesting of a file, brackets in brackets: ours have nine. */
const DEEPEST = 40;

/**
 * Reads the text of a yard file. Nothing is thrown: a file that is not good is refused with where and why, and one
 * that small, listed repairs would make good is given with them, to be asked about before anything is kept.
 */
export function readYardFile(text: string): ReadFile {
  if (text.length > LARGEST_FILE) {
    return refused('file', told('file.too-long', { length: text.length, most: LARGEST_FILE }));
  }
  if (depthOf(text) > DEEPEST) {
    return refused('file', told('file.too-deep', { most: DEEPEST }));
  }
  let found: unknown;
  try {
    found = JSON.parse(text);
  } catch (error) {
    return refused('file', told('file.not-json', { line: lineOf(error, text) }));
  }
  const header = headerTrouble(found);
  if (header) return { kind: 'refused', troubles: [header] };
  const straight = check(found);
  if (Array.isArray(straight) && straight.length > 0) {
    const mended = repairs(found);
    const again = mended.repairs.length > 0 ? check(mended.file) : straight;
    if (Array.isArray(again)) return { kind: 'refused', troubles: straight.slice(0, TROUBLES_SHOWN) };
    return { kind: 'repairable', file: again, repairs: mended.repairs };
  }
  return { kind: 'good', file: straight as YardFile };
}

function refused(path: string, message: Message): ReadFile {
  return { kind: 'refused', troubles: [{ path, message }] };
}

function headerTrouble(found: unknown): Trouble | undefined {
  if (typeof found !== 'object' || found === null || Array.isArray(found)) {
    return {
      path: 'file',
      message: told('file.not-a-yard'),
    };
  }
  const { format, version } = found as { format?: unknown; version?: unknown };
  if (format !== FILE_FORMAT) {
    return { path: 'format', message: told('file.format', { format: FILE_FORMAT }) };
  }
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return { path: 'version', message: told('file.version', { most: FILE_VERSION }) };
  }
  if (version > FILE_VERSION) {
    const message = told('file.newer', { version, most: FILE_VERSION });
    return { path: 'version', message };
  }
  return undefined;
}

/** The file of today's version if it is good, or its troubles. An older one is checked by its own shape, then brought up. */
function check(found: unknown): YardFile | Trouble[] {
  const file = found as { version: number; events?: unknown };
  const { event, events } = VERSIONS[file.version] as (typeof VERSIONS)[number];
  const shapes = shapeTroubles(file, file.version, event);
  if (shapes.length > 0) return shapes;
  const broughtUp = { ...file, version: FILE_VERSION, ...(events && { events: events(file as never) }) };
  // What was brought up is held to today's shape too: nothing is kept that could not be read again.
  const later = events ? shapeTroubles(broughtUp, FILE_VERSION, eventSchema as unknown as Checked) : [];
  if (later.length > 0) return later;
  const good = broughtUp as unknown as YardFile;
  const troubles = linkTroubles(good);
  return troubles.length > 0 ? troubles : good;
}

/** What is wrong with the shape of a file; its events are looked at one by one, and no further once enough is found. */
function shapeTroubles(file: { events?: unknown }, version: number, event: Checked): Trouble[] {
  const whole = fileOf(version, mixed().required());
  const troubles = troublesOf(whole, file, '');
  const events = Array.isArray(file.events) ? (file.events as unknown[]) : [];
  for (let i = 0; i < events.length && troubles.length < TROUBLES_SHOWN; i++) {
    troubles.push(...troublesOf(event, events[i], `events[${i}]`));
  }
  return troubles;
}

function troublesOf(schema: Checked, found: unknown, at: string): Trouble[] {
  try {
    schema.validateSync(found, { abortEarly: false, strict: true });
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return inner.map(({ path, message }) => ({
      path: [at, path].filter(Boolean).join('.') || 'file',
      message: asRefusal(message),
    }));
  }
}

/** How deep brackets stand in brackets in a text of JSON, what is in its strings left out. */
function depthOf(text: string): number {
  let [depth, deepest, isInString] = [0, 0, false];
  for (let i = 0; i < text.length; i++) {
    const sign = text[i];
    if (isInString) {
      if (sign === '\\') i++;
      else if (sign === '"') isInString = false;
    } else if (sign === '"') isInString = true;
    else if (sign === '{' || sign === '[') deepest = Math.max(deepest, ++depth);
    else if (sign === '}' || sign === ']') depth--;
  }
  return deepest;
}

/** The line at which JSON breaks off. */
function lineOf(error: unknown, text: string): number {
  const at = /position (\d+)/.exec(String(error));
  const position = at ? Number(at[1]) : text.length;
  return text.slice(0, position).split('\n').length;
}
