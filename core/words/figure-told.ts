import type { RuleUnit } from '../rules/figure';
import { cm, deg, mm, share, told, type Arg } from './message';

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
    case 'gpa':
      return told('unit.gpa', { n: value });
    case 'percent':
      return told('unit.percent', { n: value });
    case 'mps':
      return told('unit.mps', { n: value });
    case 'weeks':
      return told('unit.weeks', { n: value });
    case 'count':
    case 'seasons':
    case 'points':
      return value;
  }
}
