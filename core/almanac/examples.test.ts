import { describe, expect, it } from 'vitest';
import { judge } from '../judging/judge';
import { FINDING_RULES, SET_RULES } from '../findings';
import { treeOf } from '../testing/trees';
import { EXAMPLE_RULES, exampleOf } from './examples';

describe('the example a rule is drawn with in the almanac', () => {
  it('is there for every rule', () => {
    const rules = [...FINDING_RULES, ...SET_RULES].map(({ id }) => id);
    expect([...EXAMPLE_RULES].sort()).toEqual(rules.sort());
  });

  it.each(EXAMPLE_RULES)('%s: is found on the stem it is shown on', (rule) => {
    const example = exampleOf(rule);
    if (!example) throw new Error('no example');
    const state = treeOf({ form: example.form, trunk: { length: 100, mm: 40 }, limbs: [] });
    const judged = judge({ ...state, tree: example.tree }, { withPrices: false });
    if (judged.kind !== 'judged') throw new Error(judged.kind);
    const found = [...judged.findings, ...judged.setFindings.proposed].map((f) => `${f.rule} ${f.stemId}`);
    expect(found).toContain(`${rule} ${example.marked}`);
  });
});
