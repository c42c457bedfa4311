import { told, type Message } from '../words/message';

/** A small change that makes a file good without losing anything the grower read. */
export interface Repair {
  path: string;
  message: Message;
}

/**
 * Mends what can be mended without guessing: events copied twice to the letter are kept once, bearings written past a
 * full turn are brought within it, and years typed in part are made whole. The given value is left as it is.
 */
export function repairs(found: unknown): { file: unknown; repairs: Repair[] } {
  const file = structuredCloneOf(found) as { events?: unknown };
  const done: Repair[] = [];
  if (!Array.isArray(file.events)) return { file, repairs: done };
  const seen = new Map<string, string>();
  file.events = file.events.filter((event: unknown, i) => {
    const id = (event as { id?: unknown } | null)?.id;
    if (typeof id !== 'string') return true;
    const content = JSON.stringify(event);
    if (seen.get(id) === content) {
      done.push({ path: `events[${i}]`, message: told('repair.copy') });
      return false;
    }
    seen.set(id, content);
    return true;
  });
  (file.events as unknown[]).forEach((event, i) => {
    turnBearings(event, `events[${i}]`, done);
    wholeYear(event, `events[${i}]`, done);
  });
  return { file, repairs: done };
}

/** A year typed in part, such as 0026, is of this century. */
const PART_OF_YEAR = /^00(?=\d{2}-\d{2}-\d{2}$)/;

function wholeYear(event: unknown, path: string, done: Repair[]): void {
  const entry = event as { happenedOn?: unknown; day?: unknown } | null;
  for (const field of ['happenedOn', 'day'] as const) {
    const day = entry?.[field];
    if (!entry || typeof day !== 'string' || !PART_OF_YEAR.test(day)) continue;
    const to = day.replace(PART_OF_YEAR, '20');
    entry[field] = to;
    done.push({ path: `${path}.${field}`, message: told('repair.year', { from: day, to }) });
  }
}

function turnBearings(event: unknown, path: string, done: Repair[]): void {
  const stems = (event as { stems?: unknown } | null)?.stems;
  if (typeof stems !== 'object' || stems === null) return;
  for (const [id, given] of Object.entries(stems)) {
    for (const field of ['bearing', 'runBearing']) {
      const reading = (given as Record<string, { value?: unknown } | undefined> | null)?.[field];
      const value = reading?.value;
      if (!reading || typeof value !== 'number' || (value >= 0 && value <= 360)) continue;
      if (Math.abs(value) > 720) continue;
      reading.value = ((value % 360) + 360) % 360;
      done.push({
        path: `${path}.stems.${id}.${field}`,
        message: told('repair.turned', { from: value, to: reading.value as number }),
      });
    }
  }
}

function structuredCloneOf(value: unknown): unknown {
  return JSON.parse(JSON.stringify(value)) as unknown;
}
