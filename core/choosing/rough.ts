import { BREACH, breachesIn } from './pair-tables';
import { compareCosts, type Cost } from './problem';

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

export const compareRough = (a: Rough, b: Rough): number => compareCosts(costOf(a), costOf(b));
