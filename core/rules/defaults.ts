export type RuleUnit = 'cm' | 'mm' | 'deg' | 'ratio' | 'count' | 'seasons';

export interface RuleDefault {
  value: number;
  unit: RuleUnit;
  /** Where the figure comes from, in a word. */
  source: 'common extension guidance' | 'textbook' | 'working value';
  about: string;
}

/** Version written into every event, so that an old verdict can be read against the figures of its day. */
export const RULE_SET = '2026.1';

const guidance = 'common extension guidance';
const working = 'working value';

function rule(value: number, unit: RuleUnit, source: RuleDefault['source'], about: string): RuleDefault {
  return { value, unit, source, about };
}

/** Every figure the judgement rests on, before any override by kind, form, school, site or tree. */
export const RULE_DEFAULTS = {
  'crotch.narrowDeg': rule(30, 'deg', guidance, 'Below this, bark is trapped in the join and it may split.'),
  'crotch.doubtfulDeg': rule(40, 'deg', guidance, 'Below this a join is doubtful.'),
  'crotch.idealFromDeg': rule(45, 'deg', guidance, 'Soundest joins begin here.'),
  'crotch.idealToDeg': rule(60, 'deg', guidance, 'Soundest joins end here.'),
  'thick.ratio': rule(0.667, 'ratio', guidance, 'Limb over stem, above which a limb is too strong.'),
  'thick.rivalRatio': rule(0.8, 'ratio', guidance, 'Above this, and upright, a limb is a second leader.'),
  'rival.uprightDeg': rule(30, 'deg', working, 'A limb this near upright can take over the top.'),
  'thin.diameterMm': rule(7, 'mm', guidance, 'A scaffold thinner than a pencil is weak.'),
  'clearance.cm': rule(45, 'cm', guidance, 'Lowest limb where the site asks for nothing more.'),
  'cluster.bandCm': rule(3, 'cm', working, 'Limbs within one bud-space of each other share a node.'),
  'spacing.wishCm': rule(10, 'cm', guidance, 'Wish for the height between one limb and the next.'),
  'shade.bearingDeg': rule(30, 'deg', guidance, 'Two limbs within this bearing stand one above another.'),
  'shade.heightCm': rule(50, 'cm', guidance, 'Height a limb needs above one of like bearing.'),
  'cross.joinCm': rule(8, 'cm', working, 'Length from the join in which two limbs are not said to cross.'),
  'cross.touchCm': rule(1, 'cm', working, 'Bark nearer than this rubs in wind.'),
  'cross.seasons': rule(3, 'seasons', working, 'Seasons of thickening looked ahead for rubbing.'),
  'inward.shareOfTip': rule(
    0.15,
    'ratio',
    working,
    'Share of its length by which a tip may lie behind the trunk.',
  ),
  'scaffold.shortestCm': rule(
    20,
    'cm',
    working,
    'A shorter shoot is a spur or lateral, not a limb to choose.',
  ),
  'scaffold.lowestCm': rule(45, 'cm', guidance, 'Lowest start of the band the scaffolds come from.'),
  'scaffold.highestCm': rule(140, 'cm', guidance, 'Highest origin of a scaffold.'),
  'scaffold.bandCm': rule(50, 'cm', guidance, 'Depth of the band of trunk the scaffolds come from.'),
  'scaffold.fewest': rule(3, 'count', guidance, 'Fewest scaffolds the form stands on.'),
  'scaffold.wish': rule(4, 'count', working, 'Scaffolds wished for.'),
  'scaffold.most': rule(5, 'count', guidance, 'Most scaffolds the form bears.'),
  'set.fromDeg': rule(40, 'deg', guidance, 'Least angle from upright of a scaffold along its run.'),
  'set.toDeg': rule(60, 'deg', guidance, 'Greatest angle from upright of a scaffold along its run.'),
  'tier.firstCm': rule(50, 'cm', guidance, 'Lowest origin in the first tier.'),
  'tier.depthCm': rule(40, 'cm', working, 'Height of trunk the limbs of one tier rise from.'),
  'tier.gapCm': rule(80, 'cm', guidance, 'Height from the foot of one tier to the foot of the next.'),
  'tier.count': rule(3, 'count', guidance, 'Tiers of the finished tree.'),
  'leader.clearCm': rule(15, 'cm', working, 'Height by which the leader must stand above every limb tip.'),
  'wire.firstCm': rule(45, 'cm', guidance, 'Height of the first wire.'),
  'wire.gapCm': rule(40, 'cm', guidance, 'Height between wires.'),
  'wire.count': rule(3, 'count', guidance, 'Wires on the wall.'),
  'wire.belowCm': rule(25, 'cm', working, 'How far below its wire an arm may rise.'),
  'wire.aboveCm': rule(5, 'cm', working, 'How far above its wire an arm may rise.'),
  'plane.mostDeg': rule(45, 'deg', guidance, 'Limbs further from the wall’s plane are cut off.'),
  'shorten.share': rule(0.333, 'ratio', guidance, 'Share of last season’s growth cut off a scaffold.'),
  'shorten.weakShare': rule(0.5, 'ratio', guidance, 'The same for a limb too thin for its place.'),
  'shorten.longCm': rule(60, 'cm', guidance, 'Growth no longer than this is left whole.'),
  'wood.capRatio': rule(0.3, 'ratio', guidance, 'Share of wood commonly taken off in a year at most.'),
} as const satisfies Record<string, RuleDefault>;

export type RuleKey = keyof typeof RULE_DEFAULTS;

export const RULE_KEYS = Object.keys(RULE_DEFAULTS) as RuleKey[];

/** Sparse figures that stand in for the defaults. */
export type RuleOverrides = Partial<Record<RuleKey, number>>;
