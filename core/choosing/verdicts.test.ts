import { tell } from '../testing/tell';
import { describe, expect, it } from 'vitest';
import { FINDING_RULES, SET_RULES } from '../findings';
import { RULE_KEYS } from '../rules/defaults';
import { caseTree, type JudgementCase } from '../testing/case-tree';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import table from '../judgements/judgements.cases.json';
import { decisionCalled, decisionShort } from './decision-words';
import { judge, type Judgement } from '../judging/judge';

const cases = table.trees as unknown as JudgementCase[];
const judgedCases = cases.flatMap((tree): [string, Judgement][] => {
  const judged = judge(caseTree(tree));
  return judged.kind === 'judged' ? [[tree.id, judged]] : [];
});

/** Sentences that tell what else would follow rather than what was measured against a limit. */
const TELLS_A_PRICE =
  /^(To keep it|It goes with|You decided|You leave it|The stem|The trunk’s own top|It leads)/;

describe('every verdict', () => {
  it.each(judgedCases)(
    '%s: says why, in sentences whose numbers lead to a rule or a figure',
    (_, { verdicts }) => {
      const rules = new Set<string>([...FINDING_RULES, ...SET_RULES].map(({ id }) => id));
      for (const { reasons, stemId } of Object.values(verdicts)) {
        expect(reasons.length, stemId).toBeGreaterThan(0);
        for (const reason of reasons) {
          const words = tell(reason);
          const { grounds = [] } = reason;
          expect(words).toMatch(/^[A-Z“].*\.$/);
          if (/\d/.test(words) && !TELLS_A_PRICE.test(words)) expect(grounds, words).not.toEqual([]);
          for (const ground of grounds) {
            if (ground.on === 'finding') expect(rules, words).toContain(ground.rule);
            if (ground.on === 'figure') expect(RULE_KEYS).toContain(ground.key);
          }
        }
      }
    },
  );

  it.each(judgedCases)('%s: is one for each stem, and nothing is both kept and taken out', (_, judged) => {
    const { verdicts, plan, chosen } = judged;
    const kept = new Set(chosen.limbs.map(({ stemId }) => stemId));
    const out = plan.acts.flatMap((act) => (act.kind === 'take-out' ? [act.stemId] : []));
    expect(out.filter((id) => kept.has(id))).toEqual([]);
    for (const id of out) expect(verdicts[id]?.decision).toBe('out');
    const left = new Set(plan.after.stems.map(({ id }) => id));
    for (const id of kept) expect(left, id).toContain(id);
    for (const id of out) expect(left.has(id), id).toBe(false);
  });

  it('is told in a word or two, and in one word for a narrow column', () => {
    expect(tell(decisionCalled({ decision: 'scaffold', word: 'rib' }))).toBe('stays: rib');
    expect(tell(decisionCalled({ decision: 'scaffold', word: 'scaffold' }))).toBe('stays');
    expect(tell(decisionCalled({ decision: 'temporary' }))).toBe('stays a while');
    expect(tell(decisionShort({ decision: 'temporary' }))).toBe('a while');
    expect(tell(decisionShort({ decision: 'trunk' })).trim()).toBe('');
  });
});

describe('a price', () => {
  const four: Limb[] = [0, 90, 180, 270].map((bearing, i) => ({
    ...{ id: `l${i}`, h: 52 + i * 12, bearing, angle: 50, length: 80, mm: 13 },
  }));
  const vase: TestTree = { form: 'open-vase', trunk: { length: 110, mm: 44, headed: true }, limbs: four };

  it('is not worked out when it is not asked for', () => {
    const state = treeOf({
      ...vase,
      limbs: [...four, { ...(four[0] as Limb), id: 'x', bearing: 5, h: 54 }],
    });
    const of = (withPrices: boolean): unknown => {
      const judged = judge(state, { withPrices });
      return judged.kind === 'judged' && judged.verdicts['x']?.price;
    };
    expect(of(false)).toBeUndefined();
    expect(of(true)).toMatchObject({ parts: expect.any(Array) as unknown[] });
  });

  it('tells how many sets are looked for', () => {
    const judged = judge(treeOf(vase), { sets: 1 });
    expect(judged.kind === 'judged' && judged.runnersUp).toEqual([]);
  });
});
