import { between, oneOf, shape, type Typed } from '../fields/fields';
import { WOOD_STATES } from '../tree/wood-states';

/** What a bend asked of its wood: strain, percent, in wood of an age. */
export const strained = shape({ strainPercent: between(0, 100), wood: oneOf(WOOD_STATES) });
export type Strained = Typed<typeof strained>;

/** What came of a bend: whether what it asked held or cracked. */
export interface BendCame extends Strained {
  came: 'held' | 'cracked';
}
