import { describe, expect, it } from 'vitest';
import { agreementOn, fatedStems, held, treesOf } from './agreement';
import type { Calculation, Fates, TreeCase } from './case';
import beforehand from './beforehand.json';
import caseList from './cases.json';
import fateList from './fates.json';
import situations from './situations.json';
import wholeBeforehand from './whole-beforehand.json';
import wholeTrees from './whole-trees.json';

const trees = treesOf(caseList as unknown as (TreeCase | Calculation)[]);
const fates = fateList as unknown as Record<string, Fates>;
const whole = wholeTrees as unknown as TreeCase[];
const wholeBefore = wholeBeforehand as unknown as TreeCase[];

/** Ids of the trees that the program decides otherwise than was asked. */
const otherwise = (list: readonly TreeCase[]): string[] =>
  list
    .map(held)
    .filter(({ differences }) => differences.length > 0)
    .map(({ id }) => id);

describe('what the program decides', () => {
  it('is what growers decide, on every tree of theirs', () => {
    expect(trees.length).toBeGreaterThanOrEqual(35);
    expect(otherwise(trees)).toEqual([]);
  });

  it.each([
    [
      'of the cases',
      trees.flatMap((tree) => (fates[tree.id] ? fatedStems(tree, fates[tree.id] as Fates) : [])),
    ],
    ['of whole trees', whole.flatMap((tree) => fatedStems(tree, tree.fates as Fates))],
    [
      'of whole trees written down beforehand',
      wholeBefore.flatMap((tree) => fatedStems(tree, tree.fates as Fates)),
    ],
  ])('agrees with them on the stems %s far past chance', (_, stems) => {
    const { share, kappa } = agreementOn(stems);
    expect(share).toBeGreaterThan(0.95);
    expect(kappa).toBeGreaterThan(0.9);
  });

  it('holds on trees written down before it was set, but for those known', () => {
    expect(otherwise(beforehand as unknown as TreeCase[])).toEqual([
      'T07',
      'U10',
      'V03',
      'X19',
      'X20',
      'Q13',
      'P15',
      'M09',
      'K07',
    ]);
    expect(otherwise(situations as unknown as TreeCase[])).toEqual(['S02']);
  });
});

describe('agreement', () => {
  const stems = (...pairs: [grower: string, program: string][]) =>
    pairs.map(([growers, program]) => ({ growers, program }) as { growers: 'keep'; program: 'keep' });

  it('is the share alike, and kappa what of it is beyond chance', () => {
    // 8 of 10 alike; by chance 0.6 · 0.6 + 0.4 · 0.4 = 0.52, so kappa = (0.8 - 0.52) / 0.48.
    const some = stems(
      ...Array.from({ length: 5 }, (): [string, string] => ['keep', 'keep']),
      ...Array.from({ length: 3 }, (): [string, string] => ['out', 'out']),
      ...([
        ['keep', 'out'],
        ['out', 'keep'],
      ] as [string, string][]),
    );
    expect(agreementOn(some).share).toBeCloseTo(0.8, 9);
    expect(agreementOn(some).kappa).toBeCloseTo(0.28 / 0.48, 9);
  });
});
