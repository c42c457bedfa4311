import type { TreeScene } from '../acts/scene';
import type { RuleKey } from '../rules/defaults';
import { LIMB_DOUBT } from './chance';
import { normalBelow } from '../readings/normal';
import { learnt } from './learnt';
import { WOOD_STATES, type WoodState } from '../tree/wood-states';

/** The figures of a wood. */
export const FIGURES_OF: Readonly<Record<WoodState, { gpa: RuleKey; percent: RuleKey; weeks: RuleKey }>> = {
  soft: { gpa: 'wood.softGpa', percent: 'crack.softPercent', weeks: 'set.softWeeks' },
  firm: { gpa: 'wood.firmGpa', percent: 'crack.firmPercent', weeks: 'set.firmWeeks' },
  'one-year': { gpa: 'wood.oneYearGpa', percent: 'crack.oneYearPercent', weeks: 'set.oneYearWeeks' },
  'two-year': { gpa: 'wood.twoYearGpa', percent: 'crack.twoYearPercent', weeks: 'set.twoYearWeeks' },
  older: { gpa: 'wood.olderGpa', percent: 'crack.olderPercent', weeks: 'set.olderWeeks' },
};

/** Stiff kinds are harder to bend and crack sooner than middling ones, limber ones the other way about. Working values. */
const STIFFER = { limber: 0.85, middling: 1, stiff: 1.2 } as const;
export const BEARS_MORE = { limber: 1.25, middling: 1, stiff: 0.8 } as const;

/** What is known of a wood of a kind. */
export interface WoodBears {
  /** Young's modulus in bending, GPa. */
  gpa: number;
  /** Strain at which half of it cracks, as a share: 0.02 for 2 %. */
  strain: number;
  /** How unsure that strain is, as a standard deviation of its logarithm. */
  doubt: number;
  /** What bends in this yard have made of its figure: that is times this. */
  factor: number;
  /** Growing weeks in which a bend it is held in sets but for a share of 1 / e. */
  weeks: number;
}

/** The wood whose cracking strain a figure is; undefined for any other figure. */
export const woodOfFigure = (key: RuleKey): WoodState | undefined =>
  WOOD_STATES.find((state) => FIGURES_OF[state].percent === key);

/** A wood by its figures, as what came of bends in this yard has moved them. */
export function woodBears(
  { limits, kind: { stiffness }, bends = [] }: Pick<TreeScene, 'limits' | 'kind' | 'bends'>,
  state: WoodState,
): WoodBears {
  const keys = FIGURES_OF[state];
  const percent = limits(keys.percent).value;
  const { factor, doubt } = learnt(bends, state, percent);
  return {
    gpa: limits(keys.gpa).value * STIFFER[stiffness.value],
    strain: (percent / 100) * factor * BEARS_MORE[stiffness.value],
    ...{ doubt, factor },
    weeks: limits(keys.weeks).value * STIFFER[stiffness.value],
  };
}

/** The chance that wood cracks, 0 to 1: what it likely is, and what it would be were the wood one doubt tougher or more brittle. */
export interface CrackChance {
  likely: number;
  from: number;
  to: number;
}

/**
 * The chance that a strain cracks wood whose bearing strain is lognormal between limbs.
 * @param times strain over the strain at which half of such wood cracks
 * @param doubt how unsure that strain is, a standard deviation of its logarithm
 */
export function crackChance(times: number, doubt: number): CrackChance {
  if (times <= 0) return { likely: 0, from: 0, to: 0 };
  const x = Math.log(times);
  return {
    likely: normalBelow(x / Math.hypot(LIMB_DOUBT, doubt)),
    from: normalBelow((x - doubt) / LIMB_DOUBT),
    to: normalBelow((x + doubt) / LIMB_DOUBT),
  };
}

/** Share of its bearing strain at which wood cracks with a chance, all doubts taken together; the chance over 0 and under 1. */
export function timesAt(chance: number, doubt: number): number {
  let [low, high] = [-6, 6];
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (normalBelow(mid) < chance) low = mid;
    else high = mid;
  }
  return Math.exp(low * Math.hypot(LIMB_DOUBT, doubt));
}
