import { guidance, working, type RuleDefault } from './figure';

/** What a young tree is held up by: how much wind it is to stand, how far it may lean, how deep a stake goes. */
export const STAKE_FIGURES = {
  'stake.gustMps': working(16, 'mps', [5, 40]),
  'stake.leanDeg': working(12, 'deg', [3, 45]),
  'stake.depthRatio': guidance(0.333, 'ratio', [0.2, 0.5]),
} as const satisfies Record<string, RuleDefault>;
