import { boolean } from 'yup';
import { between, listOf, maybe, oneOf, shape, whole, type Typed } from '../fields/fields';
import { FORM_IDS } from '../kinds/form-ids';
import { PART_ROLES } from '../tree/part';
import { messageSchema } from '../words/written';
import { MOST_BUDS } from './whip-buds';

/** A bud of a whip's plan that is to make a shoot, as it was on its day. Heights cm above ground, bearings deg. */
const plannedBud = shape({
  bud: whole(1, MOST_BUDS),
  heightCm: between(0, 1500),
  bearingDeg: between(0, 360),
  /** One standard deviation of the bearing, deg; 180 where no facing was seen. */
  sureDeg: between(0, 180),
  role: oneOf(PART_ROLES),
  /** The chosen bud that it insures. */
  spareFor: whole(1, MOST_BUDS).optional(),
  isNotched: boolean().strict().optional(),
  place: maybe(messageSchema()),
});
export type PlannedBud = Typed<typeof plannedBud>;

/** Work on a whip's buds, with the plan it follows. */
export const budWorkFields = {
  /** The form it was planned for, and the buds that are to make shoots. */
  form: oneOf(FORM_IDS),
  buds: listOf(plannedBud, MOST_BUDS),
  /** Height at which the plan heads the stem, cm. */
  headAtCm: between(0, 1500).optional(),
  /** Chosen buds that were dealt with: left with their spares, and notched where that was planned. */
  done: listOf(whole(1, MOST_BUDS), MOST_BUDS),
  /** Whether all other buds of the stretch were rubbed off. */
  isRubbedOff: boolean().strict().optional(),
  /** Height the stem was headed at, cm; the cut itself is an entry of its own. */
  headedAtCm: between(0, 1500).optional(),
};
export type WorkedBuds = Typed<ReturnType<typeof shape<typeof budWorkFields>>>;

/** All that was done to a whip's buds before one season of growth: the plan as it was ticked last, and what is done of it. */
export interface BudsDone extends WorkedBuds {
  /** ISO date of the first of it. */
  on: string;
}

/** One more entry on a whip's buds: its plan holds from then on, what was done adds up. */
export function withBudWork(before: BudsDone | undefined, now: WorkedBuds & { on: string }): BudsDone {
  if (!before) return now;
  const { isRubbedOff, headedAtCm, headAtCm } = { ...before, ...now };
  return {
    ...{ on: before.on, form: now.form, buds: now.buds },
    ...(headAtCm !== undefined && { headAtCm }),
    done: [...new Set([...before.done, ...now.done])].sort((a, b) => a - b),
    ...(isRubbedOff && { isRubbedOff }),
    ...(headedAtCm !== undefined && { headedAtCm }),
  };
}
