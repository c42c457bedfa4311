import type { TreeScene, When } from './scene';
import { told, type Message } from '../words/message';

/** Day in the midst of winter work, month and day: north and south of the equator. Working values. */
const WINTER_WORK = { north: '02-01', south: '08-01' };

/**
 * ISO date on which a limb spared today comes up again, so many winters on: in dormancy the same day of a later year, in leaf
 * in the midst of a winter's work.
 */
export function winterOn({ site, when }: Pick<TreeScene, 'site' | 'when'>, winters: number): string {
  const { today, inLeaf } = when;
  const year = Number(today.slice(0, 4));
  if (!inLeaf) return `${year + winters}-${today.slice(5) === '02-29' ? '02-28' : today.slice(5)}`;
  const day = site.latitudeDeg < 0 ? WINTER_WORK.south : WINTER_WORK.north;
  return `${year + winters - (today.slice(5) < day ? 1 : 0)}-${day}`;
}

/** Days under which a day to come is in the winter that comes next, and in the one after. */
const NEXT_DAYS = 400;
const AFTER_DAYS = 760;

/** A day a limb stays until, as a grower speaks of it: next winter, or the winter after. */
export function untilTold({ today }: Pick<When, 'today'>, until: string): Message {
  const days = (Date.parse(until) - Date.parse(today)) / 86_400_000;
  if (days <= NEXT_DAYS) return told('until.next-winter');
  return told(days <= AFTER_DAYS ? 'until.winter-after' : 'until.later', { year: until.slice(0, 4) });
}
