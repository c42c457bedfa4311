import { working, type RuleDefault } from './figure';

/**
 * What wood bears, by age. Stiffness: green sapwood of fruit and forest trees is 7 to 10 GPa in full-grown stems (US Forest Products
 * Laboratory, Wood Handbook, table of green clear wood: black cherry 9.0, black walnut 9.8; apple wood 7 in its older bulletins); young
 * wood by its pith is half to two thirds of that, and shoots of the season a small part. Strain at which wood cracks in bending: full-grown green
 * wood fails at 1 to 2 %, young wood, whose fibres lie at a wide angle, at two to three times as much. All are working values
 * within these ranges, and each doubt is a standard deviation of the logarithm, told beside the wood.
 */
export const BEND_FIGURES = {
  'wood.softGpa': working(0.6, 'gpa', [0.1, 3]),
  'wood.firmGpa': working(2, 'gpa', [0.5, 6]),
  'wood.oneYearGpa': working(4, 'gpa', [1, 9]),
  'wood.twoYearGpa': working(5.5, 'gpa', [2, 11]),
  'wood.olderGpa': working(7, 'gpa', [3, 13]),
  'crack.softPercent': working(8, 'percent', [2, 20]),
  'crack.firmPercent': working(5, 'percent', [1.5, 12]),
  'crack.oneYearPercent': working(3.6, 'percent', [1, 8]),
  'crack.twoYearPercent': working(2.4, 'percent', [0.7, 6]),
  'crack.olderPercent': working(1.7, 'percent', [0.5, 4]),
  'crack.chanceRatio': working(0.05, 'ratio', [0.005, 0.5]),
  'set.softWeeks': working(3, 'weeks', [1, 20]),
  'set.firmWeeks': working(6, 'weeks', [1, 30]),
  'set.oneYearWeeks': working(10, 'weeks', [2, 50]),
  'set.twoYearWeeks': working(18, 'weeks', [4, 80]),
  'set.olderWeeks': working(35, 'weeks', [8, 200]),
} as const satisfies Record<string, RuleDefault>;
