import { id, listOf, maybe, oneOf, shape, type Typed } from '../../fields/fields';
import { RETIRED_KEYS, RULE_KEYS, rulesSchema } from '../../rules/defaults';
import type { EventWays } from '../event';

/** Keys an entry may name: those of today, and those of older books. */
const NAMED_KEYS = [...RULE_KEYS, ...RETIRED_KEYS];

const schema = shape({
  kind: oneOf(['rules-set']),
  treeId: id(),
  rules: rulesSchema,
  reset: maybe(listOf(oneOf(NAMED_KEYS), NAMED_KEYS.length)),
});

/** Figures set for a tree, each within its bounds, and keys that go back to what they were. */
export type RulesSet = Typed<typeof schema>;

export const rulesSet: EventWays<RulesSet> = {
  schema,
  reduce(tree, { rules, reset = [] }) {
    const gone: readonly string[] = [...reset, ...RETIRED_KEYS];
    const all = Object.entries({ ...tree.rules, ...rules });
    tree.rules = Object.fromEntries(all.filter(([key]) => !gone.includes(key)));
  },
};
