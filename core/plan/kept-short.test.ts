import { describe, expect, it } from 'vitest';
import { judge, type Judgement } from '../judging/judge';
import { randomTree } from '../testing/random-trees';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import type { TreeState } from '../history/tree-at';

function judged(state: TreeState): Judgement {
  const answer = judge(state, { withPrices: false });
  if (answer.kind !== 'judged') throw new Error(answer.kind);
  return answer;
}

const cuts = ({ plan }: Judgement, id: string) =>
  plan.acts.flatMap((act) => (act.kind === 'shorten' && act.stemId === id ? [act] : []));

describe('a limb that is left although it would take its tree over', () => {
  const round = [10, 140, 270, 50, 190, 320].map((bearing, i): Limb => {
    const [length, mm] = [150 - i * 12, 24 - i * 2];
    return { id: `l${i}`, h: 70 + i * 32, bearing, angle: 63, length, mm };
  });
  const tree = (mm: number): TestTree => ({
    ...{ form: 'spiral-leader', kind: 'sweet-cherry', planted: '2021-11-01' },
    trunk: { length: 360, mm: 80 },
    limbs: [...round, { id: 'k', h: 85, bearing: 300, angle: 35, length: 210, mm }],
  });

  it('is halved, where the tree has a leader', () => {
    const stout = judged(treeOf(tree(46)));
    expect(stout.verdicts['k']?.decision).toBe('leave');
    expect(cuts(stout, 'k')).toMatchObject([{ purpose: 'calm-temporary' }]);
    // Half of 210 cm, to the bud nearest there.
    expect(Math.abs((cuts(stout, 'k')[0]?.toLengthCm ?? 0) - 105)).toBeLessThan(20);
  });

  it('is not where it is no stouter than those about it', () => {
    expect(cuts(judged(treeOf(tree(22))), 'k')).toEqual([]);
  });
});

describe('a visit in leaf', () => {
  const tree = (visitedOn: string): TreeState =>
    treeOf({
      ...{ form: 'central-leader', kind: 'persimmon', visitedOn, school: 'buds-and-notches' },
      trunk: { length: 120, mm: 40 },
      limbs: [0, 120, 240].map((bearing, i) => ({
        ...{ id: 'abc'[i] as string, h: 60 + i * 12, bearing, angle: 42, length: 100 - i * 10, mm: 14 },
      })),
    });

  it('leaves for winter what can wait once more than 30 % of the leaf would go, and says of which limbs', () => {
    const { plan } = judged(tree('2027-07-05'));
    const waits = plan.notes.filter(({ code }) => code === 'note.waits-for-winter');
    expect(waits).toHaveLength(1);
    expect(plan.account.shoots).toBeLessThanOrEqual(plan.caps.shoots + 1e-9);
    expect(judged(tree('2027-01-05')).plan.notes.map(({ code }) => code)).not.toContain(
      'note.waits-for-winter',
    );
  });
});

describe('while cuts are held off', () => {
  it('dead wood beyond a cut that is not made goes by itself', () => {
    // An orange in November whose stem was to be cut to a shoot below a broken limb.
    const { holdOff, verdicts, plan } = judged(randomTree(33610));
    expect(holdOff).toBeDefined();
    expect(verdicts['l3']).toMatchObject({ decision: 'out', rule: 'unsound-wood' });
    expect(plan.acts.filter((act) => act.kind === 'take-out').map(({ stemId }) => stemId)).toContain('l3');
  });
});
