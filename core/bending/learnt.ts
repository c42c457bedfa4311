import type { BendCame } from '../acts/bend-came';
import type { WoodState } from '../tree/wood-states';
import { FIGURE_DOUBT, LIMB_DOUBT } from './chance';
import { learntFrom, type Learnt as LearntFigure } from '../readings/threshold';

/** What is known of the strain at which half of a wood cracks, once what was bent here is counted. */
export interface Learnt extends LearntFigure {
  held: number;
  cracked: number;
}

const DOUBTS = { figure: FIGURE_DOUBT, own: LIMB_DOUBT };
const NOTHING_LEARNT: Learnt = { factor: 1, doubt: FIGURE_DOUBT, held: 0, cracked: 0 };

/**
 * What bends that held and cracked say of the strain at which half of a wood cracks (see `learntFrom`): what cracked was strained past its own.
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
  const trials = of.map(({ strainPercent, came }) => ({
    ...{ off: Math.log(strainPercent / figurePercent), isOver: came === 'cracked' },
  }));
  const cracked = of.filter(({ came }) => came === 'cracked').length;
  return { ...learntFrom(trials, DOUBTS), held: of.length - cracked, cracked };
}
