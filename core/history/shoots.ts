import { woodSeason } from '../calendar/seasons';
import type { Site } from '../sites/site';
import type { PlainEvent } from './events';
import type { ShootRead } from './events/shoots-read';

/** A shoot of this season: what was read of it last, its lengths by day, cm, and what was done with it. */
export interface Shoot extends Omit<ShootRead, 'isNone'> {
  readings: readonly { on: string; cm: number }[];
  done: readonly { act: string; on: string }[];
}

/**
 * Shoots of a tree as they were read in a season up to a day, in the order they were met.
 * @param season by the wood that grows in it (`woodSeason`): that of the day where none is named
 */
export function shootsIn(
  events: readonly PlainEvent[],
  site: Site,
  today: string,
  season = woodSeason(site, today),
): Shoot[] {
  const found = new Map<string, Shoot>();
  for (const event of events) {
    if (event.happenedOn > today || woodSeason(site, event.happenedOn) !== season) continue;
    if (event.kind === 'shoots-read') for (const read of event.shoots) note(found, read, event.happenedOn);
    if (event.kind === 'season-work' && event.isDone)
      for (const id of event.stemIds ?? []) {
        const shoot = found.get(id);
        if (shoot)
          found.set(id, { ...shoot, done: [...shoot.done, { act: event.act, on: event.happenedOn }] });
      }
  }
  return [...found.values()];
}

function note(found: Map<string, Shoot>, { isNone, ...read }: ShootRead, on: string): void {
  if (isNone) return void found.delete(read.shoot);
  const before = found.get(read.shoot);
  // Of a day the last reading counts.
  const earlier = (before?.readings ?? []).filter((one) => read.lengthCm === undefined || one.on !== on);
  const readings = read.lengthCm === undefined ? earlier : [...earlier, { on, cm: read.lengthCm }];
  found.set(read.shoot, { ...before, ...read, readings, done: before?.done ?? [] });
}
