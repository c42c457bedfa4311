import { normalBelow } from './normal';

/** A trial of something against a threshold of its own: logarithm of what was tried over the figure, and whether that was over it. */
export interface Trial {
  off: number;
  isOver: boolean;
}

/** How unsure a figure is, and how unlike two of one kind are in their own threshold: standard deviations of a logarithm. */
export interface Doubts {
  figure: number;
  own: number;
}

/** What trials made of a figure: that is times this, and so unsure, a standard deviation of its logarithm. */
export interface Learnt {
  factor: number;
  doubt: number;
}

/** The figure is tried from five doubts under what it is to five over, in so many steps. */
const TRIED = 201;
const DOUBTS_OUT = 5;

/**
 * What trials say of the threshold that half of a kind has, by Bayes' rule on a grid. Before any, its logarithm is normal about the figure's with the
 * figure's doubt; each one's own threshold is lognormal about it with its own, so that what was tried at s is over it with the chance
 * Phi((ln s - m) / own). Without trials it is the figure.
 */
export function learntFrom(trials: readonly Trial[], { figure, own }: Doubts): Learnt {
  if (trials.length === 0) return { factor: 1, doubt: figure };
  const offs = Array.from({ length: TRIED }, (_, i) => DOUBTS_OUT * figure * ((2 * i) / (TRIED - 1) - 1));
  const logs = offs.map((off) => {
    const prior = -((off / figure) ** 2) / 2;
    return trials.reduce((sum, { off: tried, isOver }) => {
      const x = (tried - off) / own;
      return sum + Math.log(Math.max(1e-300, normalBelow(isOver ? x : -x)));
    }, prior);
  });
  const top = Math.max(...logs);
  const shares = logs.map((log) => Math.exp(log - top));
  const all = shares.reduce((a, b) => a + b, 0);
  const mean = offs.reduce((sum, off, i) => sum + off * (shares[i] as number), 0) / all;
  const spread = offs.reduce((sum, off, i) => sum + (off - mean) ** 2 * (shares[i] as number), 0) / all;
  return { factor: Math.exp(mean), doubt: Math.sqrt(spread) };
}
