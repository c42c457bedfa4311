import { hundredths } from '../choosing/curve';
import type { Message } from '../words/message';
import type { Place } from '../choosing/candidacy';
import type { Limits } from '../rules/limits';
import { gapCurve } from './grades';

/** What places cost that are short, empty or crowded, by the yard's own weights. */
export const placeCosts = (limits: Limits, share = 1): Pick<Place['circle'], 'short' | 'empty' | 'over'> => ({
  short: hundredths(limits('weigh.short').value * share),
  empty: hundredths(limits('weigh.empty').value * share),
  over: hundredths(limits('weigh.over').value),
});

/** A ring of scaffolds, as many as the form stands on, spread by its bearings. */
export function scaffoldCircle(name: string, called: Message, limits: Limits, share = 1): Place['circle'] {
  return {
    ...{ name, called },
    fewest: limits('scaffold.fewest').value,
    wish: limits('scaffold.wish').value,
    most: limits('scaffold.most').value,
    ...placeCosts(limits, share),
    gap: gapCurve(limits, share),
  };
}
