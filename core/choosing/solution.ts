import type { Cost } from './problem';

/** A set of options, the stems left beside it, and what all of it costs. */
export interface Solution {
  options: readonly number[];
  /** Stems (by index) that fill no place and are left; all others not among the options are taken out. */
  left: readonly number[];
  cost: Cost;
}

export interface Solved {
  /** The best set and the next ones, each with other stems in its places than those before it, none breaking a rule it need not. */
  best: readonly Solution[];
  /** Sets looked at. */
  nodes: number;
  /** Looks at a stem's cost, as `Effort` counts them. */
  looks: number;
  /** False when the limit stopped the search: the sets are good, but not proven best. */
  proven: boolean;
  /** No set costs less than this: the best one's own cost when it is proven. */
  bound: Cost;
}

export interface SolveOptions {
  /** How many sets to return. Default 4. */
  keep?: number;
  /** Looks at a stem's cost (see `Effort`) before stopping with the best found. Default none. */
  mostLooks?: number;
  /** Options of a set likely to be good; the search starts from it alone. Default: sets grown greedily. */
  startFrom?: readonly number[];
  /** Told how many looks have been spent, of how many at most. Default nobody. */
  onProgress?: Progress;
}

/** Told how much of a long reckoning is done, of how much: `0 <= done <= of`. */
export type Progress = (done: number, of: number) => void;
