import type { KindFacts } from '../kinds/kind-facts';
import { learntFrom, type Learnt } from '../readings/threshold';
import { share, told, type Message } from '../words/message';

/** Callus grown inward from each side of a wound in a season, mm. Working values. */
const CALLUS_MM: Record<KindFacts['healing']['value'], number> = { quick: 8, middling: 5.5, slow: 3.5 };

/** How unsure a kind's own figure is at a place, and how unlike two wounds of it are, standard deviations of a logarithm. Working values. */
const DOUBTS = { figure: 0.35, own: 0.3 };

/** A wound that was looked at: its width, mm, seasons of growth since the cut, and whether callus had closed it. */
export interface WoundCame {
  widthMm: number;
  seasons: number;
  isClosed: boolean;
}

/** What wounds of a kind that were seen here make of its callus, and of how many. */
export interface Callus extends Learnt {
  seen: number;
}

/**
 * Seasons until a round wound closes: callus comes from both sides, so half its width at the kind's own rate, as what was seen
 * here has moved it.
 */
export function yearsToClose(
  { healing }: Pick<KindFacts, 'healing'>,
  widthMm: number,
  callus?: Learnt,
): number {
  return widthMm / 2 / (CALLUS_MM[healing.value] * (callus?.factor ?? 1));
}

/**
 * What wounds say of the rate at which a kind's callus grows (see `learntFrom`). To have closed by now a wound needs so much a season: one that stands
 * open was asked for more than its own. Seen before any growth, it says nothing.
 */
export function callusOf({ healing }: Pick<KindFacts, 'healing'>, wounds: readonly WoundCame[]): Callus {
  const grown = wounds.filter(({ seasons }) => seasons > 0);
  const trials = grown.map(({ widthMm, seasons, isClosed }) => ({
    off: Math.log(widthMm / 2 / seasons / CALLUS_MM[healing.value]),
    isOver: !isClosed,
  }));
  return { ...learntFrom(trials, DOUBTS), seen: grown.length };
}

/** How many looks at wounds the rate of callus is told from, and what share of the usual it is. */
export const callusTold = ({ seen, factor }: Callus): Message =>
  told('wound.learnt', { n: seen, of: share(factor) });
