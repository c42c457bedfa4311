import type { RuleUnit } from '../rules/figure';
import { cm, deg, mm, share, type Arg } from './message';

/** A figure in its own unit, to be told; what is counted is told as a bare number. */
export function figureTold(value: number, unit: RuleUnit): Arg {
  switch (unit) {
    case 'cm':
      return cm(value);
    case 'mm':
      return mm(value);
    case 'deg':
      return deg(value);
    case 'ratio':
      return share(value);
    case 'count':
    case 'seasons':
    case 'points':
      return value;
  }
}
