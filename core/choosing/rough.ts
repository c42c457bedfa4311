import { BREACH, breachesIn } from './pair-tables';
import type { Cost } from './problem';

/** Before a set is summed in full: what it costs at the least. */
export interface Rough {
  unpinned: number;
  value: number;
  tie: number;
}

/** The same by rank. */
export const costOf = ({ unpinned, value, tie }: Rough): Cost => {
  const breaches = breachesIn(value);
  return [unpinned, breaches, value - breaches * BREACH, tie];
};

/** Which is better: negative when `a` is. A difference in value is one of broken rules where there is one, else of costs. */
export const compareRough = (a: Rough, b: Rough): number =>
  a.unpinned - b.unpinned || a.value - b.value || a.tie - b.tie;

/** A cost by rank as one that is summed. */
export const roughOf = ([unpinned, breaches, cost, tie]: Cost): Rough => ({
  ...{ unpinned, tie },
  value: breaches * BREACH + cost,
});
