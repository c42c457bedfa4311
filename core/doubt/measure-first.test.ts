import { describe, expect, it } from 'vitest';
import { treeOf } from '../testing/trees';
import type { Confidence } from './confidence';
import { measureFirst } from './measure-first';
import { readingOf, type ReadField } from './other-reading';

const { tree } = treeOf({
  form: 'open-vase',
  trunk: { length: 100, mm: 30 },
  limbs: ['a', 'b', 'c'].map((id, i) => ({
    id,
    h: 50 + i * 10,
    bearing: i * 120,
    angle: 50,
    length: 60,
    mm: 12,
  })),
});

/** A verdict that turns where a reading is off by a share of its uncertainty. */
function turnedBy(stemId: string, field: ReadField, share: number): Confidence {
  const stem = tree.stems.find(({ id }) => id === stemId);
  if (!stem) throw new Error(stemId);
  const { value: from, sure } = readingOf(stem, field);
  return { level: 'close', turn: { stemId, field, from, to: from - share * sure, decision: 'out' } };
}
const asked = (doubts: Record<string, Confidence>, most?: number): string[] =>
  measureFirst(tree, doubts, most).map(({ stemId, field, turns }) => `${stemId} ${field} ${turns}`);

describe('what is measured first', () => {
  it('is what turns the most verdicts, then what need be off by the least part of its own uncertainty', () => {
    const doubts = {
      a: turnedBy('b', 'angle', 1),
      b: turnedBy('b', 'angle', 0.75),
      c: turnedBy('c', 'length', 0.5),
      trunk: turnedBy('a', 'bearing', 0.25),
    };
    expect(asked(doubts, 9)).toEqual(['b angle 2', 'a bearing 1', 'c length 1']);
    expect(asked(doubts)).toEqual(['b angle 2', 'a bearing 1']);
  });

  it('is nothing where every verdict is clear, only contested, or not weighed', () => {
    expect(asked({ a: { level: 'clear' }, b: { level: 'close' }, c: { level: 'not-weighed' } })).toEqual([]);
  });
});
