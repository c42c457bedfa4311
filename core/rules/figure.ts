export type RuleUnit =
  'cm' | 'mm' | 'deg' | 'ratio' | 'count' | 'seasons' | 'weeks' | 'gpa' | 'percent' | 'mps' | 'points';

/** Where a figure or fact comes from, in a word. `own word`: the grower set it. */
export type SourceWord = 'common extension guidance' | 'textbook' | 'working value';

export interface RuleDefault {
  value: number;
  unit: RuleUnit;
  source: SourceWord;
  /** Bounds within which a grower may set it: beyond them it would make no sense. */
  least: number;
  most: number;
}

/** A figure from common extension guidance. */
export function guidance(value: number, unit: RuleUnit, [least, most]: Bounds): RuleDefault {
  return { value, unit, source: 'common extension guidance', least, most };
}

/** A working value: nobody's published figure, chosen so that the judgement agrees with growers. */
export function working(value: number, unit: RuleUnit, [least, most]: Bounds): RuleDefault {
  return { value, unit, source: 'working value', least, most };
}

type Bounds = readonly [least: number, most: number];
