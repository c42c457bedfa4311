import type { MessageCode } from '../words/message';
import type { RuleOverrides, SourceWord } from '../rules/defaults';
import type { FormId } from './form-ids';

/** A fact and where it comes from, in a word. */
export interface Sourced<T> {
  value: T;
  source: SourceWord;
}

export type Habit = 'upright' | 'middling' | 'spreading';
export type Degree = 'weak' | 'middling' | 'strong';
/** Wood that carries the fruit: short spurs on wood of two years and more, last season's shoots, or this season's. */
export type BearingWood = 'spurs' | 'last-season' | 'this-season';

/** Ids of kinds: each has its name in the catalogue. */
export type KindId = MessageCode extends infer Code ? (Code extends `kind.${infer Id}` ? Id : never) : never;

/** What is known of a kind of fruit before any tree of it is looked at. */
export interface KindFacts {
  id: KindId;
  habit: Sourced<Habit>;
  vigour: Sourced<Degree>;
  /** Wood it fruits on, the chief one first. */
  fruitsOn: Sourced<readonly BearingWood[]>;
  /** Turn from one bud to the next up a shoot, deg. */
  spiralDeg: Sourced<number>;
  /** Usual distance from one bud to the next on a strong shoot, cm. */
  budSpacingCm: Sourced<number>;
  defaultForm: Sourced<FormId>;
  /** Share of the wood normally taken off a framed tree in a year, 0 to 1. */
  removalShare: Sourced<number>;
  /** Place in the order of bud break, 1 the earliest; trees are pruned in this order. */
  breakOrder: Sourced<number>;
  /** How the wood takes bending: limber wood bends far, stiff wood cracks early. */
  stiffness: Sourced<'limber' | 'middling' | 'stiff'>;
  healing: Sourced<'quick' | 'middling' | 'slow'>;
  /** Whether wounds made in a wet winter are a way in for canker or silver leaf: then it is pruned in dry summer weather. */
  wetWinterRisk: Sourced<boolean>;
  /** Whether its wounds bleed from mid-winter until it is in leaf. */
  bleeds: Sourced<boolean>;
  /** Whether it holds its leaves: then it is pruned after fruit set, not in the cold. */
  evergreen: Sourced<boolean>;
  /** Whether a notch or wound in growth gums: then no notch is planned. */
  gums: Sourced<boolean>;
  /** How readily it holds a single leader. */
  leads: Sourced<Degree>;
  /** Gain in diameter of a young scaffold in a season, mm. */
  thickeningMm: Sourced<number>;
  /** Mass of one fruit as it hangs, g. */
  fruitG: Sourced<number>;
  /** What its sap does to skin, where it is known to harm. */
  sap?: Sourced<'burns' | 'sensitises'>;
  ownRooted: boolean;
  rules: RuleOverrides;
}
