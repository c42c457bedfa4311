import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { caseTree, type JudgementCase } from '../testing/case-tree';
import situations from '../judgements/growers/situations.json';
import { stateOf as stateOfCase } from '../judgements/growers/answer';
import type { TreeCase } from '../judgements/growers/case';
import table from '../judgements/judgements.cases.json';
import type { TreeState } from '../history/tree-at';
import { runs, shareOf } from '../testing/deep';
import { weigh } from './confidence';
import { isKeptWith, whatWouldKeep } from './counterfactual';
import { decisionsOn } from './decisions';
import { fieldsOf, readingOf, withReading } from './other-reading';

const cases = table.trees as unknown as JudgementCase[];
const stateOf = (id: string): TreeState => caseTree(cases.find((tree) => tree.id === id) as JudgementCase);

/** Trees small enough to weigh in a test, of every form. */
const WEIGHED = [
  ...[
    'vase-lost-side',
    'vase-rival-fills-a-side',
    'leader-rival-top',
    'leader-spiral-stacked',
    'bush-frosted',
  ],
  ...['modified-leader-pear', 'axis-sprout-and-hanging', 'espalier-missing-arm', 'fan-one-hand'],
];

describe('a verdict called clear', () => {
  it.each(shareOf(WEIGHED, 4))('%s: is turned by no reading moved within its uncertainty', (id) => {
    const state = stateOf(id);
    const confidence = weigh(state);
    const before = decisionsOn(state);
    const share = fc.double({ min: -1, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.nat(), fc.nat(), share, (whose, which, by) => {
        const stem = state.tree.stems[whose % state.tree.stems.length] as TreeState['tree']['stems'][number];
        const fields = fieldsOf(stem);
        const field = fields[which % fields.length] as (typeof fields)[number];
        const { value, sure } = readingOf(stem, field);
        const after = decisionsOn(withReading(state, stem.id, field, value + by * sure));
        for (const [stemId, decision] of before ?? []) {
          if (confidence[stemId]?.level === 'clear')
            expect([stemId, after?.get(stemId)]).toEqual([stemId, decision]);
        }
      }),
      { numRuns: runs(60, 6), seed: 5, endOnFailure: true },
    );
  });

  it('is not called so when the budget ran out first', () => {
    expect(weigh(stateOf('vase-lost-side'), { budget: 3 })['a']).toEqual({ level: 'not-weighed' });
  });
});

describe('a close call', () => {
  it('names the reading that turns it, and that reading does', () => {
    let turned = 0;
    for (const id of shareOf(
      ['vase-cluster', 'leader-rival-top', 'modified-leader-pear', 'leader-good-tier'],
      2,
    )) {
      const state = stateOf(id);
      for (const [limb, found] of Object.entries(weigh(state))) {
        if (found.level !== 'close' || !found.turn) continue;
        turned++;
        const { stemId, field, to, decision } = found.turn;
        expect(decisionsOn(withReading(state, stemId, field, to))?.get(limb)).toBe(decision);
        // Asked about by itself it is the same, and nothing more is tried once it is known.
        let tried = 0;
        expect(weigh(state, { of: limb, onProgress: (n) => void (tried = n) })[limb]).toEqual(found);
        expect(tried).toBeLessThan(state.tree.stems.length * 20);
      }
    }
    expect(turned).toBeGreaterThan(0);
  });

  it('is one where a set nearly as good has it otherwise', () => {
    const fifth = situations.find(({ id }) => id === 'S02') as unknown as TreeCase;
    expect(weigh(stateOfCase(fifth), { budget: 1 })['e']).toEqual({ level: 'close' });
  });

  it('is one wherever a bearing was only guessed', () => {
    const state = stateOf('vase-cluster');
    const guessed = {
      ...state,
      tree: {
        ...state.tree,
        stems: state.tree.stems.map((stem) => ({ ...stem, bearing: { ...stem.bearing, sure: 60 } })),
      },
    };
    expect(Object.values(weigh(guessed)).some(({ level }) => level === 'close')).toBe(true);
  });
});

describe('what would keep a limb', () => {
  const outs = cases
    .filter(({ id }) =>
      [
        'vase-cluster',
        'vase-crossing-and-parallel',
        'leader-rival-top',
        'espalier-first-pair',
        'fan-ten-ribs',
        'axis-many-weak',
      ].includes(id),
    )
    .flatMap((tree) => (tree.expect.out ?? []).map((stemId): [string, string] => [tree.id, stemId]));

  const known = new Map(outs.map(([id, stemId]) => [`${id} ${stemId}`, whatWouldKeep(stateOf(id), stemId)]));

  it.each(outs)('%s, %s: is true, and a unit less is not enough', (id, stemId) => {
    const state = stateOf(id);
    const found = known.get(`${id} ${stemId}`);
    if (!found) return;
    const { field, from, to } = found;
    expect(isKeptWith(state, stemId, field, to)).toBe(true);
    expect(isKeptWith(state, stemId, field, from)).toBe(false);
    if (Math.abs(to - from) > 1)
      expect(isKeptWith(state, stemId, field, to - Math.sign(to - from))).toBe(false);
  });

  it('is a limb tied or cut back: no one can move a join', () => {
    const fields = [...known.values()].flatMap((found) => found?.field ?? []);
    expect(fields.length).toBeGreaterThan(0);
    expect(fields.filter((field) => !['run', 'bearing', 'length'].includes(field))).toEqual([]);
  });

  it('is none for dead wood', () => {
    expect(whatWouldKeep(stateOf('vase-cluster'), 'x')).toBeUndefined();
  });
});
