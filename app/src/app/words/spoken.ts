import { ENGLISH, tellerIn, told, type Units } from '../../../../core';
import type { DrawingWords } from '../drawing/figure-links';

/** Words as drawings are told them, for a system of units. */
export function spoken(units: Units = 'metric'): DrawingWords {
  const teller = tellerIn(ENGLISH, units);
  return { tell: teller, say: (code, args) => teller(told(code, args)), arg: (arg) => teller.arg(arg) };
}
