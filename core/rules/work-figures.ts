import { guidance, working, type RuleDefault } from './figure';

/** What the work is measured by: cuts, corrections, and how much of a tree may go in a year. */
export const WORK_FIGURES = {
  'shorten.share': guidance(0.333, 'ratio', [0, 0.9], 'Share of last season’s growth cut off a scaffold.'),
  'shorten.weakShare': guidance(0.5, 'ratio', [0, 0.9], 'The same for a limb too thin for its place.'),
  'shorten.longCm': guidance(60, 'cm', [10, 300], 'Growth no longer than this is left whole.'),
  'shorten.poorCm': working(
    15,
    'cm',
    [2, 60],
    'After growth of no more than this a limb is cut into older wood, so that it starts anew.',
  ),
  'cut.budsEither': working(2, 'count', [1, 6], 'Buds either side of the length wished that are looked at.'),
  'cut.breakDeg': working(35, 'deg', [10, 80], 'Angle at which the shoot of the top bud leaves the limb.'),
  'cut.liftDeg': working(10, 'deg', [0, 40], 'How far such a shoot turns up of itself.'),
  'cut.threeMm': guidance(25, 'mm', [10, 60], 'Thicker limbs are taken off in three cuts.'),
  'cut.shearsMm': guidance(22, 'mm', [8, 30], 'Thickest wood for hand shears.'),
  'cut.loppersMm': guidance(40, 'mm', [20, 60], 'Thickest wood for loppers; above it the saw.'),
  'crop.perCm2': working(
    4,
    'count',
    [1, 12],
    'Fruits that a square centimetre of a limb’s cross-section carries.',
  ),
  'swing.deg': working(20, 'deg', [5, 45], 'How far a limb is tied aside to fill a gap.'),
  'swing.thickMm': working(12, 'mm', [3, 30], 'Thicker wood is not tied aside.'),
  'lateral.perfectFromDeg': guidance(
    60,
    'deg',
    [20, 100],
    'A side shoot flatter than this is well placed as it is.',
  ),
  'lateral.longCm': guidance(20, 'cm', [5, 100], 'A side shoot longer than this is bent or shortened.'),
  'wood.capRatio': guidance(0.3, 'ratio', [0.02, 0.9], 'Share of wood commonly taken off in a year at most.'),
  'wood.firstRatio': working(0.5, 'ratio', [0.02, 0.95], 'The same for the first shaping of a tree.'),
  'shoots.capRatio': working(
    0.6,
    'ratio',
    [0.05, 0.95],
    'Share of the leaf-bearing shoots, by length, taken off in a year at most.',
  ),
  'shoots.firstRatio': working(0.75, 'ratio', [0.05, 0.98], 'The same for the first shaping of a tree.'),
  'points.capRatio': working(
    0.5,
    'ratio',
    [0.05, 0.95],
    'Share of the growing points taken off in a year at most.',
  ),
  'points.firstRatio': working(0.7, 'ratio', [0.05, 0.98], 'The same for the first shaping of a tree.'),
  'stay.shortenShare': working(
    0.5,
    'ratio',
    [0, 0.9],
    'Share of a temporary limb cut off, so that it cannot compete.',
  ),
  'refused.leaders': guidance(2, 'count', [1, 5], 'Failed tries after which a tree will not make a leader.'),
} as const satisfies Record<string, RuleDefault>;
