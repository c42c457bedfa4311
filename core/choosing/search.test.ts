import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { meanOn, onCurve, type Curve } from './curve';
import { everyDecision, summed } from '../testing/every-decision';
import { compareCosts, type Circle, type Cost, type Option, type Problem } from './problem';
import { Effort } from './effort';
import { later } from './later';
import { BREACH, pairTables } from './pair-tables';
import { largestGapDeg, wholeOf } from './score';
import type { Solution } from './solution';
import { solve } from './solve';
import { Sketch } from './sketch';

const small = (max: number): fc.Arbitrary<number> => fc.integer({ min: 0, max });
const GAP: Curve = [
  [1.2, 0],
  [2, 7],
  [3, 20],
];

const circle: fc.Arbitrary<Omit<Circle, 'spreads' | 'name'>> = fc
  .record({
    ...{ fewest: small(2), more: small(2), most: small(2) },
    ...{ short: small(4000), empty: small(1200), over: small(600) },
  })
  .map(({ fewest, more, most, ...costs }) => ({
    ...{ fewest, wish: fewest + more, most: Math.max(1, fewest + more + most), gap: GAP },
    ...costs,
  }));

const pair = (a: number, b: number) =>
  fc.record({ a: small(a), b: small(b), breaches: fc.constantFrom(0, 0, 1), cost: small(2500) });
const STEMS = ['a', 'b', 'c', 'd', 'e', 'f'];

/** Problems no form would build: any stem in any place or in several, left or not, pins on barred stems, costs of every rank. */
const problem: fc.Arbitrary<Problem> = fc
  .record({
    circles: fc.array(circle, { minLength: 1, maxLength: 3 }),
    options: fc.array(
      fc.record({
        stem: small(5),
        circle: small(2),
        bearingDeg: fc.constantFrom(0, 10, 45, 90, 135, 180, 200, 270, 300),
        breaches: fc.constantFrom(0, 0, 0, 1),
        cost: small(3000),
      }),
      { minLength: 1, maxLength: 8 },
    ),
    pairs: fc.array(pair(7, 7), { maxLength: 10 }),
    besides: fc.array(pair(7, 5), { maxLength: 10 }),
    amidst: fc.array(pair(5, 5), { maxLength: 6 }),
    values: fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 8, maxLength: 8 }),
    out: fc.array(small(4000), { minLength: 6, maxLength: 6 }),
    leave: fc.array(fc.option(small(4000), { nil: undefined }), { minLength: 6, maxLength: 6 }),
    pinned: fc.uniqueArray(small(5), { maxLength: 2 }),
    carriers: fc.array(fc.integer({ min: -8, max: 4 }), { minLength: 6, maxLength: 6 }),
  })
  .map(({ circles, options, pairs, besides, amidst, values, out, leave, pinned, carriers }) => {
    const placed: Option[] = options.map((option) => ({ ...option, circle: option.circle % circles.length }));
    const spread = (of: 'ratio' | 'range') => ({
      ...{ name: of, of, value: values.slice(0, options.length) },
      grades: [
        [2, 0],
        [8, 9],
        [20, 30],
      ] as const,
    });
    const n = options.length;
    return {
      ...{ stems: STEMS, out, leave, options: placed },
      // Whatever carries another stands before it, so that nothing carries itself.
      parents: carriers.map((carrier, stem) => (carrier < stem ? Math.max(-1, carrier) : -1)),
      pairs: pairs.filter(({ a, b }) => a !== b && a < n && b < n),
      besides: besides.filter(({ a, b }) => a < n && placed[a]?.stem !== b),
      amidst: amidst.filter(({ a, b }) => a !== b),
      circles: circles.map((of, i) => ({
        ...{ ...of, name: `ring ${i}` },
        spreads: [spread(i % 2 ? 'range' : 'ratio')],
      })),
      pinned: pinned.filter((stem) => placed.some((option) => option.stem === stem)),
    };
  });

describe('the search', () => {
  it('finds the costs of the best four sets of any problem, every other stem at its best beside them', () => {
    fc.assert(
      fc.property(problem, (of) => {
        expect(solve(of).best.map(({ cost }) => cost)).toEqual(everyDecision(of));
      }),
      { numRuns: 400, seed: 99 },
    );
  });

  it('gives sets whose cost is what they come to with the stems it leaves, each with others in its places', () => {
    fc.assert(
      fc.property(problem, (of) => {
        const tables = pairTables(of);
        const { best } = solve(of);
        const stems = ({ options }: Solution): string =>
          options
            .map((o) => of.options[o]?.stem)
            .sort()
            .join();
        for (const { options, left, cost } of best) {
          expect(wholeOf(of, tables, options)?.cost).toEqual(cost);
          expect(summed(of, options, new Set(left))).toEqual(cost);
        }
        expect(new Set(best.map(stems)).size).toBe(best.length);
      }),
      { numRuns: 100, seed: 98 },
    );
  });

  it('never pays less in the circles from one on than their own best set costs by itself', () => {
    fc.assert(
      fc.property(problem, (of) => {
        const value = ([, breaches, cost]: Cost): number => breaches * BREACH + cost;
        const whole = value(everyDecision({ ...of, pinned: [] })[0] as Cost);
        const parts = of.circles.map((_, from) => value(everyDecision(later(of, from))[0] as Cost));
        for (const part of parts) expect(part).toBeLessThanOrEqual(whole);
        expect([...parts].sort((a, b) => b - a)).toEqual(parts);
      }),
      { numRuns: 150, seed: 95 },
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
      fc.property(problem, small(400), (of, mostLooks) => {
        const { best, bound, proven } = solve(of, { mostLooks });
        const optimum = everyDecision(of)[0] as Cost;
        if (!proven) stopped++;
        expect(compareCosts(bound, optimum)).toBeLessThanOrEqual(0);
        expect(compareCosts(optimum, best[0]?.cost as Cost)).toBeLessThanOrEqual(0);
        if (proven) expect(best[0]?.cost).toEqual(optimum);
      }),
      { numRuns: 200, seed: 96 },
    );
    expect(stopped).toBeGreaterThan(30);
  });
});

describe('a good set by single changes', () => {
  it('is mostly the best there is, and never better', () => {
    let [isBest, of] = [0, 0];
    fc.assert(
      fc.property(problem, (asked) => {
        const tables = pairTables(asked);
        let found: readonly number[] = [];
        const all = asked.options.map((_, o) => o);
        new Sketch(asked, tables, all, new Effort()).improve((set) => (found = set));
        const way = compareCosts(
          wholeOf(asked, tables, found)?.cost as Cost,
          solve(asked).best[0]?.cost as Cost,
        );
        expect(way).toBeGreaterThanOrEqual(0);
        [isBest, of] = [isBest + (way === 0 ? 1 : 0), of + 1];
      }),
      { numRuns: 200, seed: 94 },
    );
    expect(isBest).toBeGreaterThan(0.85 * of);
  });

  it('stands for an answer of sixty stems that all want one room, within the looks that were given', () => {
    const sixty = Array.from({ length: 60 }, (_, i) => i);
    const crowded: Problem = {
      ...{ stems: sixty.map(String), parents: sixty.map(() => -1), pinned: [], pairs: [], besides: [] },
      ...{ out: sixty.map((i) => 1000 + 7 * i), leave: sixty.map(() => 0) },
      options: sixty.map((i) => ({ stem: i, circle: 0, bearingDeg: 6 * i, breaches: 0, cost: 300 })),
      amidst: sixty.flatMap((b) =>
        sixty.slice(0, b).map((a) => ({ a, b, breaches: 0, cost: (37 * a + 91 * b) % 400 })),
      ),
      circles: [
        {
          ...{ name: 'ring', fewest: 3, wish: 4, most: 5, short: 4000, empty: 1200, over: 600 },
          ...{ gap: GAP, spreads: [] },
        },
      ],
    };
    const { best, bound, looks, proven } = solve(crowded, { mostLooks: 100_000 });
    expect(proven).toBe(false);
    expect(looks).toBeLessThan(130_000);
    expect(best[0]?.options.length).toBeGreaterThanOrEqual(4);
    expect(compareCosts(bound, best[0]?.cost as Cost)).toBeLessThan(0);
  });
});

describe('the parts of a cost', () => {
  const bent: Curve = [
    [10, 4],
    [20, 9],
    [50, 0],
  ];

  it('lie straight between the corners of a curve, and flat outside', () => {
    expect([0, 10, 15, 20, 35, 50, 99].map((x) => onCurve(bent, x))).toEqual([4, 4, 6.5, 9, 4.5, 0, 0]);
  });

  it('are meant over a normal error as summing many small parts of it means them', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 90, noNaN: true }),
        fc.double({ min: 0.5, max: 25, noNaN: true }),
        (x, s) => {
          const step = 0.01;
          let mean = 0;
          for (let u = -8; u < 8; u += step) {
            const density = Math.exp(-((u + step / 2) ** 2) / 2) / Math.sqrt(2 * Math.PI);
            mean += onCurve(bent, x + s * (u + step / 2)) * density * step;
          }
          expect(meanOn(bent, x, s)).toBeCloseTo(mean, 3);
        },
      ),
      { numRuns: 60, seed: 5 },
    );
    expect(meanOn(bent, 15, 0)).toBe(6.5);
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

  it('rank before they sum: one broken rule outweighs any cost', () => {
    expect(compareCosts([0, 1, 0, 0], [0, 0, 99_999, 99])).toBeGreaterThan(0);
  });
});
