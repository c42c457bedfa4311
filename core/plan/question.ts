import type { HoldOff } from '../seasons/hold-off';
import type { Account, CapsAsked } from '../acts/account';
import type { FormScene } from '../choosing/candidacy';
import type { ChosenLimb, ChosenSet } from '../choosing/chosen-set';
import type { Verdict } from '../choosing/verdicts';
import type { Form } from '../forms/form';
import type { WantedLimb } from '../history/parts';
import type { Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';

/** What a plan is made from: the limbs chosen, the verdict on every stem, and what may go this winter. */
export interface PlanQuestion {
  scene: FormScene;
  form: Form;
  chosen: ChosenSet;
  verdicts: Readonly<Record<StemId, Verdict>>;
  /** The caps on what goes this year, and what kind of year it is. */
  caps: Account;
  year: CapsAsked;
  /** What holds structural cuts off today. */
  holdOff?: HoldOff | undefined;
  /** Lengths the grower has set, cm. */
  cuts: Readonly<Record<StemId, number>>;
  /** Limbs asked of the tree already, and what came of them. */
  wanted?: readonly WantedLimb[] | undefined;
}

/** A limb that stays, with its place. */
export interface Kept {
  stem: Stem;
  limb: ChosenLimb;
}
