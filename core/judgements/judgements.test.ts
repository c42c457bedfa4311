import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { judge, type Judgement } from '../judging/judge';
import { weigh } from '../doubt/confidence';
import { FINDING_RULES, SET_RULES } from '../findings';
import { FORMS } from '../forms';
import { overCap } from '../acts/account';
import { formsFor } from '../suits/suits';
import { caseTree, type Expected, type JudgementCase } from '../testing/case-tree';
import { judgementsPage } from './page';
import table from './judgements.cases.json';

const cases = table.trees as unknown as JudgementCase[];

/** What the program does with a tree, in the table's own terms and no more than it speaks of. */
function done(wanted: Expected, judged: Judgement): Expected {
  const { verdicts, plan, findings, setFindings, chosen } = judged;
  const decided = (...decisions: string[]): string[] =>
    Object.values(verdicts)
      .filter(({ decision }) => decisions.includes(decision))
      .map(({ stemId }) => stemId)
      .sort();
  const acts = plan.acts.map((act) => ('stemId' in act ? `${act.kind} ${act.stemId}` : act.kind));
  const told = [...findings, ...setFindings.proposed].map(({ rule, stemId }) => `${rule} ${stemId}`);
  const asked = (all: readonly string[], some: readonly string[] = []): string[] =>
    some.filter((one) => all.includes(one));
  const made = plan.acts.filter((act) => act.kind === 'make-limb');
  const corrected = chosen.limbs.flatMap(({ stemId, correction }) =>
    correction ? [`${stemId} ${correction.kind}`] : [],
  );
  const bends = plan.acts.flatMap((act) => (act.kind === 'bend' ? [`${act.stemId} ${act.toDeg}`] : []));
  const all: Expected = {
    leader: decided('leader')[0] ?? '',
    keep: decided('scaffold', 'leave'),
    out: decided('out'),
    temporary: decided('temporary'),
    goesWith: decided('goes-with'),
    purpose: Object.values(verdicts).flatMap(({ stemId, keptFor }) =>
      keptFor ? [`${stemId} ${keptFor}`] : [],
    ),
    correct: corrected,
    acts: asked(acts, wanted.acts),
    bendTo: asked(bends, wanted.bendTo),
    findings: asked(told, wanted.findings),
    make: made.length,
    underCap: overCap(plan.account, plan.caps) === undefined,
  };
  const keys = Object.keys(wanted) as (keyof Expected)[];
  return Object.fromEntries(keys.filter((key) => key in all).map((key) => [key, all[key]]));
}

const sorted = (expected: Expected): Expected =>
  Object.fromEntries(
    Object.entries(expected)
      .filter(([key]) => key !== 'close')
      .map(([key, value]) => [
        key,
        ['keep', 'out', 'temporary', 'goesWith'].includes(key) ? [...(value as string[])].sort() : value,
      ]),
  );

it('the page of judgements is what the program does today', () => {
  const page = readFileSync(new URL('../../docs/judgements.md', import.meta.url), 'utf8');
  expect(page).toBe(judgementsPage(cases));
});

it('the table has every finding at least once, and every form at least twice', () => {
  const found = new Set<string>();
  for (const tree of cases) {
    const judged = judge(caseTree(tree), { withPrices: false });
    const sets = judged.kind === 'judged' ? judged.setFindings.proposed : [];
    for (const { rule } of [...judged.findings, ...sets]) found.add(rule);
  }
  expect([...FINDING_RULES, ...SET_RULES].map(({ id }) => id).filter((id) => !found.has(id))).toEqual([]);
  const count = (form: string): number => cases.filter(({ tree }) => tree.form === form).length;
  expect(FORMS.filter(({ id }) => count(id) < 2).map(({ id }) => id)).toEqual([]);
});

describe('what an experienced grower would do', () => {
  it.each(cases.filter(({ expect: wanted }) => !wanted.whip && !wanted.refusesLeader))('$id', (tree) => {
    const judged = judge(caseTree(tree));
    if (judged.kind !== 'judged') throw new Error(judged.kind);
    const { someTemporary, makeBearing, ...wanted } = tree.expect;
    expect(done(wanted, judged)).toEqual(sorted(wanted));
    if (someTemporary) {
      const stays = someTemporary.filter((id) => judged.verdicts[id]?.decision === 'temporary');
      expect(stays.length).toBeGreaterThan(0);
    }
    if (makeBearing) {
      const at = judged.plan.acts.flatMap((act) => (act.kind === 'make-limb' ? [act.bearingDeg] : []))[0];
      expect(at).toBeGreaterThanOrEqual(makeBearing[0]);
      expect(at).toBeLessThanOrEqual(makeBearing[1]);
    }
  });

  it.each(cases.filter(({ expect: wanted }) => wanted.close))(
    '$id: is a close call, to be left a year',
    (tree) => {
      const levels = Object.values(weigh(caseTree(tree))).map(({ level }) => level);
      expect(levels).toContain('close');
    },
  );

  it.each(cases.filter(({ expect: wanted }) => wanted.refusesLeader))('$id', (tree) => {
    const forms = formsFor(caseTree(tree));
    expect(tree.expect.notFirst).not.toContain(forms[0]?.form);
  });

  it.each(cases.filter(({ expect: wanted }) => wanted.whip))('$id', (tree) => {
    const judged = judge(caseTree(tree));
    if (judged.kind !== 'whip') throw new Error(judged.kind);
    const { whip } = judged;
    const wanted = tree.expect.whip as NonNullable<Expected['whip']>;
    expect(whip.limbs).toHaveLength(wanted.chosen);
    expect(whip.buds.filter(({ notched }) => notched)).toHaveLength(wanted.notched);
    expect(whip.headAtCm !== undefined).toBe(wanted.headed);
    expect(whip.largestGapDeg).toBeLessThanOrEqual(wanted.largestGap);
    for (const { heightCm } of whip.limbs) {
      expect(heightCm).toBeGreaterThanOrEqual(wanted.from);
      expect(heightCm).toBeLessThanOrEqual(wanted.to);
    }
  });
});
