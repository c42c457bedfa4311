import { working, type RuleDefault } from './figure';

/**
 * What growers weigh against each other, in points: a hundred is what a whole good limb of the frame is worth. Working
 * values, set so that the program decides as growers do on the trees in `core/judgements/growers`.
 */
export const WEIGHT_FIGURES = {
  'weigh.join': working(40, 'points', [0, 200]),
  'weigh.bark': working(60, 'points', [0, 300]),
  'weigh.strong': working(55, 'points', [0, 200]),
  'weigh.rival': working(65, 'points', [0, 300]),
  'weigh.sprout': working(40, 'points', [0, 200]),
  'weigh.room': working(60, 'points', [0, 300]),
  'weigh.node': working(24, 'points', [0, 100]),
  'weigh.rub': working(25, 'points', [0, 200]),
  'weigh.low': working(60, 'points', [0, 300]),
  'weigh.inward': working(60, 'points', [0, 300]),
  'weigh.plane': working(60, 'points', [0, 300]),
  'weigh.unsound': working(26, 'points', [0, 200]),
  'weigh.spared': working(15, 'points', [0, 100]),
  'weigh.short': working(45, 'points', [0, 300]),
  'weigh.empty': working(6, 'points', [0, 100]),
  'weigh.over': working(2, 'points', [0, 100]),
  'weigh.gap': working(50, 'points', [0, 200]),
  'weigh.wood': working(100, 'points', [0, 500]),
  'weigh.leaf': working(50, 'points', [0, 300]),
  'weigh.wound': working(0.25, 'points', [0, 5]),
  'weigh.cut': working(3, 'points', [0, 50]),
  'weigh.crop': working(4, 'points', [0, 100]),
  'weigh.tie': working(5, 'points', [0, 50]),
} as const satisfies Record<string, RuleDefault>;
