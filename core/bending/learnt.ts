import type { BendCame } from '../acts/bend-came';
import type { WoodState } from '../tree/wood-states';
import { FIGURE_DOUBT, LIMB_DOUBT } from './chance';
import { normalBelow } from '../readings/normal';

/** What is known of the strain at which half of a wood cracks, once what was bent here is counted. */
export interface Learnt {
  /** The figure times this; and how unsure it then is, a standard deviation of the logarithm. */
  factor: number;
  doubt: number;
  held: number;
  cracked: number;
}

const NOTHING_LEARNT: Learnt = { factor: 1, doubt: FIGURE_DOUBT, held: 0, cracked: 0 };

/** The figure is tried from five doubts under what it is to five over, in so many steps. */
const TRIED = 201;
const DOUBTS_OUT = 5;

/**
 * What bends that held and cracked say of the strain at which half of a wood cracks, by Bayes' rule on a grid. Before any, its logarithm is normal
 * about the figure's with `FIGURE_DOUBT`; a limb's own strain at cracking is lognormal about it with `LIMB_DOUBT`, so that a bend of strain s cracks
 * with the chance Phi((ln s - m) / LIMB_DOUBT).
 * @param figurePercent strain at which half of such wood cracks, percent, before any was bent here
 */
export function learnt(bends: readonly BendCame[], wood: WoodState, figurePercent: number): Learnt {
  if (bends.length === 0) return NOTHING_LEARNT;
  const known = answered.get(bends) ?? new Map<string, Learnt>();
  answered.set(bends, known);
  const name = `${wood} ${figurePercent}`;
  const found = known.get(name) ?? reckoned(bends, wood, figurePercent);
  known.set(name, found);
  return found;
}

/** Answers kept for as long as the bends are: every piece of every limb asks. */
const answered = new WeakMap<readonly BendCame[], Map<string, Learnt>>();

function reckoned(bends: readonly BendCame[], wood: WoodState, figurePercent: number): Learnt {
  const of = bends.filter((bend) => bend.wood === wood && bend.strainPercent > 0);
  if (of.length === 0) return NOTHING_LEARNT;
  const offs = Array.from(
    { length: TRIED },
    (_, i) => DOUBTS_OUT * FIGURE_DOUBT * ((2 * i) / (TRIED - 1) - 1),
  );
  const logs = offs.map((off) => {
    const prior = -((off / FIGURE_DOUBT) ** 2) / 2;
    return of.reduce((sum, { strainPercent, came }) => {
      const x = (Math.log(strainPercent / figurePercent) - off) / LIMB_DOUBT;
      return sum + Math.log(Math.max(1e-300, normalBelow(came === 'cracked' ? x : -x)));
    }, prior);
  });
  const top = Math.max(...logs);
  const shares = logs.map((log) => Math.exp(log - top));
  const all = shares.reduce((a, b) => a + b, 0);
  const mean = offs.reduce((sum, off, i) => sum + off * (shares[i] as number), 0) / all;
  const spread = offs.reduce((sum, off, i) => sum + (off - mean) ** 2 * (shares[i] as number), 0) / all;
  const cracked = of.filter(({ came }) => came === 'cracked').length;
  return { factor: Math.exp(mean), doubt: Math.sqrt(spread), held: of.length - cracked, cracked };
}
