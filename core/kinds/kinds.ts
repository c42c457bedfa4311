import type { FormId } from '../forms/form-ids';
import type { RuleOverrides } from '../rules/defaults';

/** What is known of a kind of fruit before any tree of it is looked at. */
export interface KindFacts {
  id: string;
  name: string;
  /** Usual departure of a young limb, deg from upright (habit: upright 35, spreading 55). Working values. */
  limbAngleDeg: number;
  /** Gain in diameter of a young scaffold in a season, mm. Working values. */
  thickeningMm: number;
  ownRooted: boolean;
  defaultForm: FormId;
  rules: RuleOverrides;
}

type Habit = 'upright' | 'middling' | 'spreading';

const HABIT_DEG: Record<Habit, number> = { upright: 35, middling: 45, spreading: 55 };

function kind(
  id: string,
  name: string,
  habit: Habit,
  thickeningMm: number,
  defaultForm: FormId,
  more: { ownRooted?: boolean; rules?: RuleOverrides } = {},
): KindFacts {
  return {
    id,
    name,
    limbAngleDeg: HABIT_DEG[habit],
    thickeningMm,
    defaultForm,
    ownRooted: more.ownRooted ?? false,
    rules: more.rules ?? {},
  };
}

export const KINDS: readonly KindFacts[] = [
  kind('apple', 'apple', 'middling', 7, 'central-leader'),
  kind('european-pear', 'European pear', 'upright', 6, 'modified-leader'),
  kind('asian-pear', 'Asian pear', 'upright', 7, 'open-vase'),
  kind('quince', 'quince', 'spreading', 6, 'multi-stem-bush', { ownRooted: true }),
  kind('peach', 'peach', 'spreading', 10, 'open-vase', { rules: { 'wood.capRatio': 0.4 } }),
  kind('nectarine', 'nectarine', 'spreading', 10, 'open-vase', { rules: { 'wood.capRatio': 0.4 } }),
  kind('apricot', 'apricot', 'spreading', 9, 'open-vase'),
  kind('almond', 'almond', 'middling', 9, 'open-vase'),
  kind('european-plum', 'European plum', 'middling', 8, 'open-vase'),
  kind('japanese-plum', 'Japanese plum', 'upright', 9, 'open-vase'),
  kind('sweet-cherry', 'sweet cherry', 'upright', 8, 'central-leader'),
  kind('sour-cherry', 'sour cherry', 'spreading', 7, 'open-vase'),
  kind('fig', 'fig', 'spreading', 9, 'multi-stem-bush', { ownRooted: true }),
  kind('pistachio', 'pistachio', 'middling', 6, 'open-vase'),
  kind('pomegranate', 'pomegranate', 'spreading', 6, 'multi-stem-bush', { ownRooted: true }),
  kind('persimmon', 'persimmon', 'upright', 6, 'modified-leader'),
  kind('walnut', 'walnut', 'middling', 8, 'modified-leader'),
  kind('citrus', 'citrus', 'spreading', 6, 'open-vase'),
];

const byId = new Map(KINDS.map((facts) => [facts.id, facts]));

/** Facts of a kind, or those of an apple for an unknown one (a file with an unknown kind is refused at import). */
export function kindFacts(id: string): KindFacts {
  return byId.get(id) ?? (KINDS[0] as KindFacts);
}
