import { describe, expect, it } from 'vitest';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { judge, type Judgement } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import type { Stem } from '../tree/stem';
import type { Candidacy } from './candidacy';
import { withCorrections } from './corrections';

const three: Limb[] = [0, 90, 180].map((bearing, i) => ({
  ...{ id: `l${i}`, h: 52 + i * 12, bearing, angle: 50, length: 80, mm: 13 },
}));
const vase = (...more: Limb[]): TestTree => ({
  ...{ form: 'open-vase', trunk: { length: 110, mm: 44, headed: true }, limbs: [...three, ...more] },
});

function judged(tree: TestTree): Judgement {
  const answer = judge(treeOf(tree));
  if (answer.kind !== 'judged') throw new Error(answer.kind);
  return answer;
}

describe('a soft shoot with a narrow join', () => {
  const shoot: Limb = {
    ...{ id: 's', h: 88, bearing: 270, angle: 22, length: 30, mm: 6 },
    more: { growthCm: { '2026': 30 } },
  };
  const onDay = (visitedOn: string, limb = shoot): Judgement => judged({ ...vase(limb), visitedOn });

  it('is pegged out in leaf and serves', () => {
    const { verdicts, plan } = onDay('2026-06-20');
    expect(verdicts['s']).toMatchObject({ decision: 'scaffold', correction: { kind: 'spread', toDeg: 45 } });
    expect(plan.acts).toContainEqual(
      expect.objectContaining({ kind: 'spread', stemId: 's', fromDeg: 22, toDeg: 45 }),
    );
    expect(plan.after.stems.find(({ id }) => id === 's')?.shape.departure.value).toBe(45);
  });

  it.each([
    ['in winter', '2026-12-10', shoot],
    ['once thicker than 8 mm', '2026-06-20', { ...shoot, mm: 8.5 }],
    ['of last year', '2026-06-20', { ...shoot, more: { growthCm: { '2025': 30 } } }],
  ])('%s is spread while it is pliable, though its join stays as it is', (_, day, limb) => {
    const { verdicts, plan } = onDay(day, limb);
    expect(verdicts['s']).toMatchObject({ decision: 'scaffold', correction: { kind: 'spread', toDeg: 45 } });
    const shape = plan.after.stems.find(({ id }) => id === 's')?.shape;
    expect(shape?.run.value).toBe(45);
  });

  it('with bark trapped goes', () => {
    expect(onDay('2026-06-20', { ...shoot, barkTrapped: true }).verdicts['s']?.decision).toBe('out');
  });
});

describe('a thin limb beside a gap', () => {
  const thin: Limb = { id: 't', h: 88, bearing: 240, angle: 50, length: 70, mm: 9 };

  it('is tied aside into it, and stands there after the work', () => {
    const far = vase({ ...thin, bearing: 210 });
    // Gaps 90, 90, 30, 150: 1.67, graded 30; swung to 230 they are 90, 90, 50, 130: 1.44, graded 12, and 12.
    const { verdicts, plan } = judged(far);
    expect(verdicts['t']?.correction).toEqual({ kind: 'swing', byDeg: 20 });
    expect(plan.after.stems.find(({ id }) => id === 't')?.shape.runBearing.value).toBe(230);
  });

  it('is not when its wood is too thick', () => {
    const far = { ...vase({ ...thin, bearing: 210, mm: 12.5 }) };
    expect(judged(far).verdicts['t']?.correction).toBeUndefined();
  });
});

describe('a second leader on an empty side', () => {
  const kinds = (more: Partial<Limb>): (string | undefined)[] => {
    const tree: TestTree = {
      ...{ form: 'central-leader', kind: 'apple', planted: '2023-11-01', trunk: { length: 200, mm: 34 } },
      limbs: [
        { id: 'a', h: 60, bearing: 120, angle: 60, length: 90, mm: 14 },
        { id: 'b', h: 72, bearing: 240, angle: 60, length: 90, mm: 14 },
        { id: 'r', h: 84, bearing: 0, angle: 28, length: 110, mm: 18, ...more },
      ],
    };
    const state = treeOf(tree);
    const scene = sceneOf(state);
    const stem = state.tree.stems.find(({ id }) => id === 'r') as Stem;
    const seat = (laid: Stem): Candidacy => {
      return { stem: laid, place: 0, spread: [], against: [{ what: 'rival', points: 30 }] };
    };
    return withCorrections(scene, stem, seat).map(({ correction }) => correction?.kind);
  };

  it('may be cut hard and bent while its wood is thin or of one season', () => {
    expect(kinds({})).toContain('rival-bent');
    expect(kinds({ mm: 22, length: 80, more: { growthCm: { '2025': 80 } } })).toContain('rival-bent');
  });

  it.each<[string, Partial<Limb>]>([
    ['stout and of two seasons', { mm: 22, more: { growthCm: { '2024': 60, '2025': 50 } } }],
    ['so short and thick that it would crack', { mm: 22, length: 50, more: { growthCm: { '2025': 50 } } }],
    ['mended', { more: { mended: true } }],
    ['a graft being run up', { more: { runUp: true } }],
    ['trapped in bark', { barkTrapped: true }],
    ['broken', { condition: 'broken' }],
  ])('is not where it is %s', (_, more) => {
    expect(kinds(more)).not.toContain('rival-bent');
  });
});

describe('side shoots', () => {
  const on = (id: string, more: Partial<Limb>): Limb => ({
    ...{ id, h: 40, bearing: 45, angle: 70, length: 40, mm: 6, ...more },
    more: { parent: { kind: 'stem', stemId: 'l0' }, ...more.more },
  });

  it.each([
    ['flat and long is left', on('s', {}), 'leave', 'leave'],
    ['steep and thin, near the trunk, is bent', on('s', { h: 20, angle: 45, length: 44 }), 'leave', 'bend'],
    ['steep and thick is shortened', on('s', { h: 20, angle: 45, length: 44, mm: 11 }), 'leave', 'shorten'],
    ['short is left, however steep', on('s', { angle: 45, length: 18 }), 'leave', 'leave'],
    ['upright and strong goes', on('s', { angle: 20 }), 'out', undefined],
    ['growing back into the centre goes', on('s', { bearing: 180 }), 'out', undefined],
    ['hanging on the underside goes', on('s', { angle: 120 }), 'out', undefined],
  ])('%s', (_, shoot, decision, sort) => {
    const { verdicts } = judged(vase(shoot));
    expect([verdicts['s']?.decision, verdicts['s']?.lateral?.sort]).toEqual([decision, sort]);
  });

  it('on a weak limb all go that are long, so that its tip gets all', () => {
    const weak = vase(on('s', {}));
    const limbs = weak.limbs.map((l) => (l.id === 'l0' ? { ...l, mm: 6.5 } : l));
    expect(judged({ ...weak, limbs }).verdicts['s']).toMatchObject({ decision: 'out', rule: 'weak-limb' });
  });
});
