import { dayNumber } from '../calendar/days';
import { seasonGrowthCm } from '../seasons/shoot-growth';
import type { KindSeason } from '../seasons/stages';
import type { Degree } from '../kinds/kind-facts';
import { because, cm, told, type Message, type Reason } from '../words/message';
import { growthRate, type LengthRead } from './rate';

/** Why a shoot stops early, in the order they are looked at. */
export const STALL_CAUSES = ['dry', 'wet', 'heat', 'roots', 'pest', 'crop', 'nitrogen'] as const;
export type StallCause = (typeof STALL_CAUSES)[number];

/** Less than this it has stopped, cm a day; this share of its season's growth is still to come when a stop is early. Working values. */
const STOPPED_CM_PER_DAY = 0.15;
const EARLY_UNDER = 0.9;
/** Weeks of growth that must be left for a nipped tip to start again; share of alike shoots that are nipped, the others are left to compare. */
export const RESTARTS_WEEKS = 8;
const NIPS_SHARE = 0.5;

export interface Stalled {
  /** Length, and what the season's curve would have by now, cm. */
  isCm: number;
  expectedCm: number;
  causes: readonly { cause: StallCause; isLikely: boolean; look: Message }[];
  /** Whether some are nipped, or one waits. */
  what: 'nip-some' | 'wait';
  why: Reason;
  /** How many of so many alike are nipped; the rest are the control. */
  nips: (alike: number) => number;
}

/**
 * Whether a shoot has stopped before its time, and what then: causes first, those that the grower or the weather makes likely before
 * the others; nipping only early, and never all.
 * @returns undefined where it grows, or stops when it should
 */
export function stallOf(
  season: KindSeason,
  readings: readonly LengthRead[],
  { vigour, likely = [], today }: { vigour: Degree; likely?: readonly StallCause[]; today: string },
): Stalled | undefined {
  const rate = growthRate(readings.slice(-2));
  const stops = season.stages['shoots-stop'];
  if (!rate || !stops || rate.cmPerDay >= STOPPED_CM_PER_DAY) return undefined;
  const done = season.grown(dayNumber(today));
  if (done <= 0 || done >= EARLY_UNDER) return undefined;
  const expectedCm = Math.round(seasonGrowthCm(vigour) * done);
  const weeks = (dayNumber(stops.on) - dayNumber(today)) / 7;
  const what = weeks >= RESTARTS_WEEKS ? 'nip-some' : 'wait';
  const order = [...STALL_CAUSES].sort((a, b) => Number(likely.includes(b)) - Number(likely.includes(a)));
  return {
    ...{ isCm: rate.cm, expectedCm, what },
    causes: order.map((cause) => ({ cause, isLikely: likely.includes(cause), look: told(`stall.${cause}`) })),
    why: because(`stall.what.${what}`, {
      n: Math.floor(weeks),
      wants: RESTARTS_WEEKS,
      is: cm(rate.cm),
      by: cm(expectedCm),
    }),
    nips: (alike) => (what === 'wait' || alike < 2 ? 0 : Math.floor(alike * NIPS_SHARE)),
  };
}
