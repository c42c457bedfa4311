import type { FormId } from './form-ids';
import { FRUIT_G } from './fruit-mass';
import type { RuleOverrides, SourceWord } from '../rules/defaults';
import type { BearingWood, Degree, Habit, KindFacts, KindId, Sourced } from './kind-facts';

const sourced =
  (source: SourceWord) =>
  <T>(value: T): Sourced<T> => ({ value, source });
const guidance = sourced('common extension guidance');
const textbook = sourced('textbook');
const working = sourced('working value');

interface Row {
  habit: Habit;
  vigour: Degree;
  fruitsOn: readonly BearingWood[];
  spiralDeg?: number;
  budSpacingCm: number;
  form: FormId;
  removalShare: number;
  breakOrder: number;
  stiffness: KindFacts['stiffness']['value'];
  healing: KindFacts['healing']['value'];
  wetWinterRisk?: boolean;
  gums?: boolean;
  bleeds?: boolean;
  evergreen?: boolean;
  leads: Degree;
  thickeningMm: number;
  sap?: 'burns' | 'sensitises';
  ownRooted?: boolean;
  rules?: RuleOverrides;
}

/** Turn between buds on most fruit trees: two turns in five buds (phyllotaxis 2/5). */
const TWO_FIFTHS_DEG = 144;
/** Three turns in eight buds (3/8), as in pear and orange. */
const THREE_EIGHTHS_DEG = 135;
/** Five turns in thirteen buds (5/13), as in almond. */
const FIVE_THIRTEENTHS_DEG = 138.5;
/** Opposite pairs, each at right angles to the last, counted bud by bud as a quarter turn. */
const CROSSED_PAIRS_DEG = 90;

/** What may go in a year against what usually does, by wood: half as much again, and at a first shaping more. Working values. */
const OVER_USUAL = 1.5;
const OVER_AT_FIRST = 2.5;
const MOST_AT_FIRST = 0.5;

const usualCaps = (share: number): RuleOverrides => ({
  'wood.capRatio': Math.min(MOST_AT_FIRST, share * OVER_USUAL),
  'wood.firstRatio': Math.min(MOST_AT_FIRST, share * OVER_AT_FIRST),
});

function kind(id: KindId, row: Row): KindFacts {
  return {
    id,
    habit: guidance(row.habit),
    vigour: guidance(row.vigour),
    fruitsOn: textbook(row.fruitsOn),
    spiralDeg: textbook(row.spiralDeg ?? TWO_FIFTHS_DEG),
    budSpacingCm: working(row.budSpacingCm),
    defaultForm: guidance(row.form),
    removalShare: guidance(row.removalShare),
    breakOrder: guidance(row.breakOrder),
    stiffness: working(row.stiffness),
    healing: working(row.healing),
    wetWinterRisk: guidance(row.wetWinterRisk ?? false),
    bleeds: guidance(row.bleeds ?? false),
    evergreen: guidance(row.evergreen ?? false),
    gums: guidance(row.gums ?? false),
    leads: guidance(row.leads),
    thickeningMm: working(row.thickeningMm),
    fruitG: guidance(FRUIT_G[id]),
    ...(row.sap && { sap: guidance(row.sap) }),
    ownRooted: row.ownRooted ?? false,
    rules: { ...usualCaps(row.removalShare), ...row.rules },
  };
}

const SPURS: readonly BearingWood[] = ['spurs'];
const SPURS_AND_SHOOTS: readonly BearingWood[] = ['spurs', 'last-season'];
const LAST: readonly BearingWood[] = ['last-season'];
const THIS: readonly BearingWood[] = ['this-season'];

/** What the peach and its smooth-skinned sister share. */
const PEACH: Row = {
  ...{ habit: 'spreading', vigour: 'strong', fruitsOn: LAST, budSpacingCm: 2.5, form: 'open-vase' },
  ...{
    removalShare: 0.4,
    breakOrder: 4,
    stiffness: 'limber',
    healing: 'slow',
    leads: 'weak',
    thickeningMm: 10,
  },
  ...{ wetWinterRisk: true, gums: true, rules: { 'wood.capRatio': 0.4, 'shoots.capRatio': 0.75 } },
};

/** Every kind the program knows, by row. Sources stand in `kind`, by column. */
export const KIND_ROWS: readonly KindFacts[] = [
  kind('apple', {
    ...{ habit: 'middling', vigour: 'middling', fruitsOn: SPURS_AND_SHOOTS, budSpacingCm: 2.5 },
    ...{
      form: 'central-leader',
      removalShare: 0.2,
      breakOrder: 12,
      stiffness: 'middling',
      healing: 'middling',
    },
    ...{ leads: 'strong', thickeningMm: 7 },
  }),
  kind('european-pear', {
    ...{ habit: 'upright', vigour: 'strong', fruitsOn: SPURS, budSpacingCm: 3, form: 'modified-leader' },
    spiralDeg: THREE_EIGHTHS_DEG,
    ...{
      removalShare: 0.2,
      breakOrder: 10,
      stiffness: 'stiff',
      healing: 'middling',
      leads: 'strong',
      thickeningMm: 6,
    },
  }),
  kind('asian-pear', {
    ...{ habit: 'upright', vigour: 'strong', fruitsOn: SPURS_AND_SHOOTS, budSpacingCm: 3, form: 'open-vase' },
    spiralDeg: THREE_EIGHTHS_DEG,
    ...{
      removalShare: 0.25,
      breakOrder: 8,
      stiffness: 'stiff',
      healing: 'middling',
      leads: 'middling',
      thickeningMm: 7,
    },
  }),
  kind('quince', {
    ...{ habit: 'spreading', vigour: 'weak', fruitsOn: THIS, budSpacingCm: 2.5, form: 'multi-stem-bush' },
    ...{
      removalShare: 0.15,
      breakOrder: 11,
      stiffness: 'limber',
      healing: 'middling',
      leads: 'weak',
      thickeningMm: 6,
    },
    ownRooted: true,
  }),
  kind('peach', PEACH),
  kind('nectarine', PEACH),
  kind('apricot', {
    ...{
      habit: 'spreading',
      vigour: 'strong',
      fruitsOn: SPURS_AND_SHOOTS,
      budSpacingCm: 2.5,
      form: 'open-vase',
    },
    ...{
      removalShare: 0.25,
      breakOrder: 2,
      stiffness: 'middling',
      healing: 'slow',
      leads: 'weak',
      thickeningMm: 9,
    },
    ...{ wetWinterRisk: true, gums: true },
  }),
  kind('almond', {
    ...{
      habit: 'middling',
      vigour: 'strong',
      fruitsOn: SPURS_AND_SHOOTS,
      budSpacingCm: 2,
      form: 'open-vase',
    },
    spiralDeg: FIVE_THIRTEENTHS_DEG,
    ...{
      removalShare: 0.15,
      breakOrder: 1,
      stiffness: 'middling',
      healing: 'slow',
      leads: 'weak',
      thickeningMm: 9,
    },
    ...{ wetWinterRisk: true, gums: true },
  }),
  kind('european-plum', {
    ...{ habit: 'middling', vigour: 'middling', fruitsOn: SPURS, budSpacingCm: 2.5, form: 'open-vase' },
    ...{
      removalShare: 0.2,
      breakOrder: 7,
      stiffness: 'middling',
      healing: 'slow',
      leads: 'middling',
      thickeningMm: 8,
    },
    ...{ wetWinterRisk: true, gums: true },
  }),
  kind('japanese-plum', {
    ...{
      habit: 'upright',
      vigour: 'strong',
      fruitsOn: SPURS_AND_SHOOTS,
      budSpacingCm: 2.5,
      form: 'open-vase',
    },
    ...{
      removalShare: 0.3,
      breakOrder: 3,
      stiffness: 'middling',
      healing: 'slow',
      leads: 'weak',
      thickeningMm: 9,
    },
    ...{ wetWinterRisk: true, gums: true },
  }),
  kind('sweet-cherry', {
    ...{ habit: 'upright', vigour: 'strong', fruitsOn: SPURS, budSpacingCm: 3, form: 'central-leader' },
    ...{
      removalShare: 0.15,
      breakOrder: 6,
      stiffness: 'stiff',
      healing: 'slow',
      leads: 'strong',
      thickeningMm: 8,
    },
    ...{ wetWinterRisk: true, gums: true },
  }),
  kind('sour-cherry', {
    ...{ habit: 'spreading', vigour: 'middling', fruitsOn: LAST, budSpacingCm: 2.5, form: 'open-vase' },
    ...{
      removalShare: 0.25,
      breakOrder: 9,
      stiffness: 'limber',
      healing: 'slow',
      leads: 'weak',
      thickeningMm: 7,
    },
    ...{ wetWinterRisk: true, gums: true },
  }),
  kind('fig', {
    ...{ habit: 'spreading', vigour: 'strong', fruitsOn: ['this-season', 'last-season'], budSpacingCm: 4 },
    ...{
      form: 'multi-stem-bush',
      removalShare: 0.25,
      breakOrder: 15,
      stiffness: 'limber',
      healing: 'middling',
    },
    ...{ leads: 'weak', thickeningMm: 9, ownRooted: true, sap: 'burns' },
    rules: { 'clearance.cm': 28, 'scaffold.lowestCm': 28 },
  }),
  kind('pistachio', {
    ...{ habit: 'middling', vigour: 'weak', fruitsOn: LAST, budSpacingCm: 4, form: 'open-vase' },
    ...{
      removalShare: 0.15,
      breakOrder: 14,
      stiffness: 'stiff',
      healing: 'middling',
      leads: 'weak',
      thickeningMm: 6,
      sap: 'sensitises',
    },
  }),
  kind('pomegranate', {
    ...{ habit: 'spreading', vigour: 'middling', fruitsOn: ['this-season', 'spurs'], budSpacingCm: 3 },
    ...{ spiralDeg: CROSSED_PAIRS_DEG, form: 'multi-stem-bush', removalShare: 0.15, breakOrder: 13 },
    ...{ stiffness: 'limber', healing: 'middling', leads: 'weak', thickeningMm: 6, ownRooted: true },
  }),
  kind('persimmon', {
    ...{ habit: 'upright', vigour: 'middling', fruitsOn: THIS, budSpacingCm: 3.5 },
    ...{
      form: 'modified-leader',
      removalShare: 0.2,
      breakOrder: 16,
      stiffness: 'stiff',
      healing: 'middling',
    },
    ...{ leads: 'middling', thickeningMm: 6 },
  }),
  kind('walnut', {
    ...{ habit: 'middling', vigour: 'strong', fruitsOn: ['this-season', 'last-season'], budSpacingCm: 5 },
    ...{ form: 'modified-leader', removalShare: 0.15, breakOrder: 17, stiffness: 'stiff', healing: 'slow' },
    ...{ leads: 'strong', thickeningMm: 8, sap: 'sensitises', bleeds: true },
  }),
  kind('pecan', {
    ...{ habit: 'upright', vigour: 'strong', fruitsOn: THIS, budSpacingCm: 4, form: 'modified-leader' },
    ...{ removalShare: 0.1, breakOrder: 19, stiffness: 'stiff', healing: 'slow', leads: 'strong' },
    thickeningMm: 8,
  }),
  kind('hazel', {
    ...{ habit: 'spreading', vigour: 'middling', fruitsOn: LAST, budSpacingCm: 3, form: 'multi-stem-bush' },
    ...{ removalShare: 0.2, breakOrder: 5, stiffness: 'limber', healing: 'quick', leads: 'weak' },
    ...{ thickeningMm: 7, ownRooted: true },
  }),
  kind('citrus', {
    ...{ habit: 'spreading', vigour: 'middling', fruitsOn: THIS, budSpacingCm: 3, form: 'open-vase' },
    evergreen: true,
    spiralDeg: THREE_EIGHTHS_DEG,
    ...{
      removalShare: 0.1,
      breakOrder: 18,
      stiffness: 'middling',
      healing: 'middling',
      leads: 'weak',
      thickeningMm: 6,
    },
  }),
];
