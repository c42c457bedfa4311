import { describe, expect, it } from 'vitest';
import { judge, type Judgement } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { answered, QUESTIONS } from './questions';
import { SCHOOL_IDS, SCHOOLS, schoolOf } from './schools';

const limbs: Limb[] = [0, 90, 180, 270].map((bearing, i) => ({
  ...{ id: `l${i}`, h: 52 + i * 12, bearing, angle: 50, length: 90, mm: 13 },
}));
const crowded: Limb = { id: 'x', h: 60, bearing: 20, angle: 50, length: 80, mm: 12 };
const vase: TestTree = {
  form: 'open-vase',
  trunk: { length: 110, mm: 42, headed: true },
  limbs: [...limbs, crowded],
};
const leader: TestTree = {
  ...{
    form: 'central-leader',
    trunk: { length: 200, mm: 40 },
    limbs: limbs.map((l) => ({ ...l, angle: 65, length: 60 })),
  },
};

function judged(tree: TestTree): Judgement {
  const answer = judge(treeOf(tree), { withPrices: false });
  if (answer.kind !== 'judged') throw new Error(answer.kind);
  return answer;
}

const cutTo = ({ plan }: Judgement, id: string): number | undefined =>
  plan.acts.flatMap((act) => (act.kind === 'shorten' && act.stemId === id ? [act.toLengthCm] : []))[0];

describe('a school', () => {
  it('answers every question, with one of its own answers', () => {
    for (const { answers } of SCHOOLS) {
      for (const { id } of QUESTIONS) expect(answered(answers, id).answer.id).toBe(answers[id]);
    }
    expect(SCHOOLS.map(({ id }) => id)).toEqual([...SCHOOL_IDS]);
  });

  it('takes the yard’s own answers over its own', () => {
    const edits = { 'bend-to-bear': { wounds: 'paste' as const } };
    expect(schoolOf('bend-to-bear', edits).answers.wounds).toBe('paste');
    expect(schoolOf('frame-first', edits).answers).toEqual(SCHOOLS[1]?.answers);
  });

  it.each([
    ['middle-way', 60.03],
    ['frame-first', 45],
    ['buds-and-notches', 76.5],
    ['bend-to-bear', undefined],
  ] as const)('%s: a limb of 90 cm is headed to %d', (school, toCm) => {
    const found = cutTo(judged({ ...vase, school, planted: '2020-01-01' }), 'l0');
    if (toCm === undefined) expect(found).toBeUndefined();
    else expect(found).toBeCloseTo(toCm, 6);
  });

  it('says where a figure of its own comes from', () => {
    const { limits } = sceneOf(treeOf({ ...vase, school: 'frame-first' }));
    expect(limits('shorten.share')).toMatchObject({ value: 0.5, from: 'school' });
  });

  it('of free growth leaves for two seasons what only the choice is against', () => {
    const goes = (planted: string): boolean =>
      judged({ ...vase, school: 'bend-to-bear', planted }).verdicts['x']?.decision === 'out';
    expect(['2026-11-02', '2026-02-01', '2025-02-01'].map(goes)).toEqual([false, false, true]);
    const dead = { ...vase, limbs: [...limbs, { ...crowded, condition: 'dead' as const }] };
    expect(judged({ ...dead, school: 'bend-to-bear', planted: '2026-02-01' }).verdicts['x']?.decision).toBe(
      'out',
    );
  });

  it('that tips leaders takes a fifth of last growth off the top', () => {
    expect(cutTo(judged({ ...leader, school: 'frame-first' }), 'trunk')).toBeCloseTo(
      200 - (200 / 3) * 0.2,
      6,
    );
    expect(cutTo(judged({ ...leader, school: 'middle-way' }), 'trunk')).toBeUndefined();
  });

  it('works a tree from the bottom up, or from the top down', () => {
    const more = [crowded, { ...crowded, id: 'y', h: 90, bearing: 275 }];
    const order = (school: TestTree['school'] & string): string[] =>
      judged({ ...vase, limbs: [...limbs, ...more], school }).plan.acts.flatMap((act) =>
        act.kind === 'take-out' ? [act.stemId] : [],
      );
    expect(order('middle-way')).toEqual(['x', 'y']);
    expect(order('frame-first')).toEqual(['y', 'x']);
  });
});
