import { woodSeason } from '../calendar/seasons';
import type { Site } from '../sites/site';
import type { PlannedBud } from '../buds/bud-work';
import type { PlainEvent } from './events';
import type { ShootRead } from './events/shoots-read';
import { apartBy, nearOfBud } from './place-on-stem';

/** A shoot of this season: what was read of it last, its lengths by day, cm, and what was done with it. */
export interface Shoot extends Omit<ShootRead, 'isNone'> {
  readings: readonly { on: string; cm: number }[];
  done: readonly { act: string; on: string }[];
  /** Whether it was read in an earlier summer already. */
  isOld?: boolean;
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
  const buds: PlannedBud[] = [];
  const earlier = new Set<string>();
  for (const event of events) {
    if (event.happenedOn > today) continue;
    const grewIn = woodSeason(site, event.happenedOn);
    if (event.kind === 'shoots-read' && grewIn < season)
      for (const { shoot } of event.shoots) earlier.add(shoot);
    if (grewIn !== season) continue;
    if (event.kind === 'bud-work') buds.push(...event.buds);
    if (event.kind === 'shoots-read') for (const read of event.shoots) note(found, read, event.happenedOn);
    if (event.kind === 'season-work' && event.isDone)
      for (const id of event.stemIds ?? []) {
        const shoot = found.get(id);
        if (shoot)
          found.set(id, { ...shoot, done: [...shoot.done, { act: event.act, on: event.happenedOn }] });
      }
  }
  return [...found.values()]
    .map((shoot) => (earlier.has(shoot.shoot) ? { ...shoot, isOld: true } : shoot))
    .map((shoot) => withRole(shoot, buds));
}

/** What a shoot is for that nobody said it of: what the bud it came from was left for. */
function withRole(shoot: Shoot, buds: readonly PlannedBud[]): Shoot {
  const { role, onStem, atCm, bearingDeg } = shoot;
  if (role !== undefined || onStem === undefined || atCm === undefined) return shoot;
  const at = { onStem, atCm, ...(bearingDeg !== undefined && { bearingDeg }) };
  const near = buds
    .map((bud) => ({
      bud,
      by: apartBy(at, { onStem, atCm: bud.heightCm, bearingDeg: bud.bearingDeg }, nearOfBud(bud)),
    }))
    .filter((one): one is typeof one & { by: number } => one.by !== undefined)
    .sort((a, b) => a.by - b.by)[0];
  return near ? { ...shoot, role: near.bud.role } : shoot;
}

function note(found: Map<string, Shoot>, { isNone, ...read }: ShootRead, on: string): void {
  if (isNone) return void found.delete(read.shoot);
  const before = found.get(read.shoot);
  // Of a day the last reading counts.
  const earlier = (before?.readings ?? []).filter((one) => read.lengthCm === undefined || one.on !== on);
  const readings = read.lengthCm === undefined ? earlier : [...earlier, { on, cm: read.lengthCm }];
  found.set(read.shoot, { ...before, ...read, readings, done: before?.done ?? [] });
}
