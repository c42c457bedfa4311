import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareCosts, grade, type Circle, type Cost, type Option, type Problem } from './problem';
import { costOf, largestGapDeg, pairTable } from './score';
import { solve, type Solution } from './solve';

const small = (max: number): fc.Arbitrary<number> => fc.integer({ min: 0, max });

const circle: fc.Arbitrary<Omit<Circle, 'spreads' | 'name'>> = fc
  .record({ fewest: small(2), more: small(2), most: small(2), offWish: small(12), empty: small(40) })
  .map(({ fewest, more, most, offWish, empty }) => ({
    ...{ fewest, wish: fewest + more, most: Math.max(1, fewest + more + most), offWish, empty },
    gap: [
      [1.2, 0],
      [1.5, 7],
      [2, 20],
      [Infinity, 35],
    ],
  }));

/** Problems no form would build: any stem in any place or in several, pins on barred stems, costs of every rank. */
const problem: fc.Arbitrary<Problem> = fc
  .record({
    circles: fc.array(circle, { minLength: 1, maxLength: 3 }),
    options: fc.array(
      fc.record({
        stem: small(6),
        circle: small(2),
        bearingDeg: fc.constantFrom(0, 10, 45, 90, 135, 180, 200, 270, 300),
        breaches: fc.constantFrom(0, 0, 0, 1),
        form: fc.constantFrom(0, 0, 5, 20),
        merit: small(30),
      }),
      { minLength: 1, maxLength: 10 },
    ),
    pairs: fc.array(
      fc.record({ a: small(9), b: small(9), breaches: fc.constantFrom(0, 1), form: small(25) }),
      { maxLength: 12 },
    ),
    values: fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 10, maxLength: 10 }),
    pinned: fc.uniqueArray(small(6), { maxLength: 3 }),
    carriers: fc.array(fc.integer({ min: -6, max: 6 }), { minLength: 7, maxLength: 7 }),
  })
  .map(({ circles, options, pairs, values, pinned, carriers }) => {
    const placed: Option[] = options.map((option) => ({ ...option, circle: option.circle % circles.length }));
    const spread = (of: 'ratio' | 'range') => ({
      ...{ name: of, of, value: values.slice(0, options.length) },
      grades: [
        [2, 0],
        [8, 9],
        [Infinity, 30],
      ] as const,
    });
    return {
      stems: ['a', 'b', 'c', 'd', 'e', 'f', 'g'],
      parents: carriers.map((carrier, stem) => (carrier === stem ? -1 : Math.max(-1, carrier))),
      options: placed,
      pairs: pairs.filter(({ a, b }) => a !== b && a < options.length && b < options.length),
      circles: circles.map((of, i) => ({
        ...of,
        name: `ring ${i}`,
        spreads: [spread(i % 2 ? 'range' : 'ratio')],
      })),
      pinned: pinned.filter((stem) => placed.some((option) => option.stem === stem)),
    };
  });

/** Every set there is, the best of each choice of stems, those that break no more than they must. */
function everySet(of: Problem): Cost[] {
  const pairs = pairTable(of);
  const found = new Map<string, Cost>();
  for (let bits = 0; bits < 1 << of.options.length; bits++) {
    const taken = of.options.flatMap((_, o) => ((bits >> o) & 1 ? [o] : []));
    const stems = taken.map((o) => of.options[o]?.stem ?? -1).sort();
    if (new Set(stems).size < stems.length) continue;
    const cost = costOf(of, pairs, taken);
    const known = found.get(stems.join());
    if (!known || compareCosts(cost, known) < 0) found.set(stems.join(), cost);
  }
  const sorted = [...found.values()].sort(compareCosts);
  const [unpinned, breaches] = sorted[0] as Cost;
  return sorted.filter((cost) => cost[0] === unpinned && cost[1] === breaches).slice(0, 4);
}

describe('the search', () => {
  it('finds the costs of the best four sets of any problem, pins and broken rules included', () => {
    fc.assert(
      fc.property(problem, (of) => {
        expect(solve(of).best.map(({ cost }) => cost)).toEqual(everySet(of));
      }),
      { numRuns: 400, seed: 99 },
    );
  });

  it('gives sets whose cost is what the scorer says of them, each with other stems', () => {
    fc.assert(
      fc.property(problem, (of) => {
        const pairs = pairTable(of);
        const { best } = solve(of);
        const stems = ({ options }: Solution): string =>
          options
            .map((o) => of.options[o]?.stem)
            .sort()
            .join();
        for (const { options, cost } of best) expect(costOf(of, pairs, options)).toEqual(cost);
        expect(new Set(best.map(stems)).size).toBe(best.length);
      }),
      { numRuns: 100, seed: 98 },
    );
  });

  it('takes every pin that has a place', () => {
    fc.assert(
      fc.property(problem, (of) => {
        expect(solve(of).best[0]?.cost[0]).toBe(0);
      }),
      { numRuns: 200, seed: 97 },
    );
  });
});

describe('a search that is stopped', () => {
  it('answers all the same, with a bound that the best set there is does not beat', () => {
    let stopped = 0;
    fc.assert(
      fc.property(problem, small(6), (of, nodeLimit) => {
        const { best, bound, proven } = solve(of, { nodeLimit });
        const optimum = everySet(of)[0] as Cost;
        if (!proven) stopped++;
        expect(compareCosts(bound, optimum)).toBeLessThanOrEqual(0);
        expect(compareCosts(optimum, best[0]?.cost as Cost)).toBeLessThanOrEqual(0);
        if (proven) expect(best[0]?.cost).toEqual(optimum);
      }),
      { numRuns: 300, seed: 96 },
    );
    expect(stopped).toBeGreaterThan(50);
  });
});

describe('the parts of a cost', () => {
  it('grade a measure by the first limit it does not exceed', () => {
    const grades = [
      [1, 0],
      [2, 5],
      [Infinity, 9],
    ] as const;
    expect([0.5, 1, 1.01, 2, 99].map((x) => grade(grades, x))).toEqual([0, 0, 5, 5, 9]);
  });

  it('take the largest gap round the circle, across north too', () => {
    expect(largestGapDeg([])).toBe(360);
    expect(largestGapDeg([77])).toBe(360);
    expect(largestGapDeg([350, 10])).toBe(340);
    expect(largestGapDeg([10, 350, 170])).toBe(180);
    const half = { fromDeg: 0, toDeg: 180 };
    expect(largestGapDeg([45, 135], half)).toBe(90);
    expect(largestGapDeg([30, 60], half)).toBe(240);
    expect(largestGapDeg([], half)).toBe(360);
  });

  it('rank before they sum: one broken rule outweighs any amount of form', () => {
    expect(compareCosts([0, 1, 0, 0, 0, 0], [0, 0, 9, 999, 999, 99])).toBeGreaterThan(0);
    expect(compareCosts([0, 0, 0, 1, 0, 0], [0, 0, 0, 0, 999, 99])).toBeGreaterThan(0);
  });
});
