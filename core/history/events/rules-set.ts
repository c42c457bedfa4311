import { id, listOf, maybe, oneOf, shape, type Typed } from '../../fields/fields';
import { RULE_KEYS, rulesSchema, type RuleKey } from '../../rules/defaults';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['rules-set']),
  treeId: id(),
  rules: rulesSchema,
  reset: maybe(listOf(oneOf(RULE_KEYS), RULE_KEYS.length)),
});

/** Figures set for a tree, each within its bounds, and keys that go back to what they were. */
export type RulesSet = Typed<typeof schema>;

export const rulesSet: EventWays<RulesSet> = {
  schema,
  reduce(tree, { rules, reset = [] }) {
    const all = Object.entries({ ...tree.rules, ...rules });
    tree.rules = Object.fromEntries(all.filter(([key]) => !reset.includes(key as RuleKey)));
  },
};
