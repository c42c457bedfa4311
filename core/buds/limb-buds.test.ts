import { describe, expect, it } from 'vitest';
import { kindFacts } from '../kinds/kinds';
import { treeOf } from '../testing/trees';
import type { Stem } from '../tree/stem';
import type { StemReadings } from '../tree/stem-readings';
import { budsAlong, nodeAt } from './limb-buds';

const limb = (more: StemReadings, length = 60): Stem =>
  treeOf({
    ...{ form: 'open-vase', trunk: { length: 100, mm: 40 } },
    limbs: [{ id: 'a', h: 60, bearing: 90, angle: 50, length, mm: 12, more }],
  }).tree.stems.find(({ id }) => id === 'a') as Stem;
const apple = kindFacts('apple');
const at = (stem: Stem, cm: number) =>
  budsAlong(stem, apple, 2027).find(({ atCm }) => Math.abs(atCm - cm) < 0.01) ?? {
    facingDeg: NaN,
    sureDeg: NaN,
  };

describe('buds along a limb', () => {
  const seen = limb({ budsSeen: { spacingCm: 2, facings: [{ atCm: 40, facingDeg: 180 }] } });

  it('stand a spacing apart from the seen one, each two fifths of a turn on: 180, 324, 108', () => {
    expect([40, 42, 44].map((cm) => at(seen, cm).facingDeg)).toEqual([180, 324, 108]);
    expect(at(seen, 38).facingDeg).toBe(36);
    expect(budsAlong(seen, apple, 2027)).toHaveLength(30);
  });

  // sqrt(12^2 + (3n)^2 + (144 n 0.04)^2): one bud on sqrt(144 + 9 + 33.2) = 13.6; five on sqrt(144 + 225 + 829) = 34.6.
  it('are less sure the further from the seen one: 13.6 deg next to it, 34.6 five on', () => {
    expect(at(seen, 42).sureDeg).toBeCloseTo(13.65, 1);
    expect(at(seen, 50).sureDeg).toBeCloseTo(34.62, 1);
  });

  it('can hardly be counted where their spacing was only estimated', () => {
    const guessed = limb({ budsSeen: { facings: [{ atCm: 40, facingDeg: 180 }] } });
    expect(at(guessed, 42.5).sureDeg).toBeCloseTo(31.3, 1);
    expect(at(guessed, 55).sureDeg).toBeGreaterThan(150);
  });

  it('climb the other way round where a second facing says so', () => {
    const facings = [
      { atCm: 40, facingDeg: 180 },
      { atCm: 42, facingDeg: 40 },
    ];
    expect(at(limb({ budsSeen: { spacingCm: 2, facings } }), 44).facingDeg).toBe(256);
  });

  it('are of no known facing where none was seen', () => {
    expect(new Set(budsAlong(limb({}), apple, 2027).map(({ sureDeg }) => sureDeg))).toEqual(new Set([180]));
  });
});

describe('what sits at a node', () => {
  const grown = { growthCm: { '2025': 40, '2026': 40 } };

  it('on a peach: flower beside leaf buds in the middle of last season’s shoot, leaf buds at its foot and end', () => {
    const peach = kindFacts('peach');
    const stem = limb(grown, 80);
    expect([42, 60, 79].map((cm) => nodeAt(stem, peach, 2027, cm))).toEqual([
      'leaf',
      'leaf and flower',
      'leaf',
    ]);
  });

  it('on a pear: spurs on wood of two years, leaf buds on last season’s', () => {
    const stem = limb(grown, 80);
    expect([20, 60].map((cm) => nodeAt(stem, kindFacts('european-pear'), 2027, cm))).toEqual([
      'spur',
      'leaf',
    ]);
  });

  it('is a flower bud at an end recorded so', () => {
    expect(nodeAt(limb({ endBud: 'flower' }), apple, 2027, 59.5)).toBe('flower');
  });
});
