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

describe('tips that would be made alike', () => {
  const vase = (kind: string, visitedOn: string): Judgement =>
    judged(
      treeOf({
        ...{ form: 'open-vase', kind, visitedOn, school: 'bend-to-bear', site: { wetWinters: true } },
        trunk: { length: 90, mm: 60, headed: true },
        limbs: [0, 90, 180, 270].map((bearing, i) => ({
          ...{
            id: 'abcd'[i] as string,
            h: 55 + i * 10,
            bearing,
            angle: 45,
            length: i === 3 ? 170 : 110,
            mm: 24,
          },
        })),
      }),
    );
  const purposes = (of: Judgement): (string | undefined)[] => cuts(of, 'd').map(({ purpose }) => purpose);

  it('wait for winter in leaf, and that is said', () => {
    const summer = vase('apple', '2027-07-05');
    expect(cuts(summer, 'd')).toEqual([]);
    expect(summer.plan.notes.map(({ code }) => code)).toContain('note.waits-for-winter');
    expect(purposes(vase('apple', '2027-02-05'))).toEqual(['equalise']);
  });

  it('but in a kind that is worked in leaf, because winters are wet', () => {
    expect(purposes(vase('sweet-cherry', '2027-07-05'))).toEqual(['equalise']);
  });
});

describe('what is spared in leaf for its leaf', () => {
  it('is kept short in winter, and in leaf only where that is not too much', () => {
    const crowded = (visitedOn: string): Judgement =>
      judged(
        treeOf({
          ...{ form: 'central-leader', kind: 'apple', visitedOn, trunk: { length: 200, mm: 44 } },
          limbs: [0, 120, 240, 8, 128, 248, 60].map((bearing, i) => ({
            ...{
              id: `l${i}`,
              h: 60 + i * 5,
              bearing,
              angle: i > 2 ? 30 : 55,
              length: 110,
              mm: i > 2 ? 20 : 16,
            },
          })),
        }),
      );
    const summer = crowded('2027-07-05');
    const spared = Object.values(summer.verdicts).filter(({ decision }) => decision === 'temporary');
    expect(spared.length).toBeGreaterThan(0);
    expect(summer.plan.account.shoots).toBeLessThan(summer.plan.caps.shoots * 1.11);
    for (const { reasons } of spared) expect(reasons[0]?.code).toMatch(/^stay\./);
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
