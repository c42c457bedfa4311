import { describe, expect, it } from 'vitest';
import { settled } from '../readings/settled';
import { GAUGED, gaugeReads, type GaugeRead } from './gauge';

const many = (what: (typeof GAUGED)[number], about: number): GaugeRead[] =>
  Array.from({ length: 2000 }, (_, n) => gaugeReads(what, about, n));
const values = (reads: readonly GaugeRead[]): number[] =>
  reads.flatMap((read) => (read.kind === 'read' ? [read.value] : []));

describe('the made-up gauge', () => {
  it.each([
    ['diameter', 24, 0.4],
    ['angle', 50, 1.5],
    ['bearing', 2, 3],
  ] as const)('reads a %s with noise; a tenth is lost, and a twelfth wrong', (what, about, sure) => {
    const reads = many(what, about);
    expect(many(what, about)).toEqual(reads);
    const lost = reads.filter(({ kind }) => kind === 'dropped').length / reads.length;
    expect(lost).toBeGreaterThan(0.07);
    expect(lost).toBeLessThan(0.13);
    const off = values(reads).map((value) => ((value - about + 540) % 360) - 180);
    const wrong = off.filter((by) => Math.abs(by) > 6 * sure).length / reads.length;
    expect(wrong).toBeGreaterThan(0.05);
    expect(wrong).toBeLessThan(0.11);
    const good = off.filter((by) => Math.abs(by) <= 6 * sure);
    const deviation = Math.sqrt(good.reduce((sum, by) => sum + by * by, 0) / good.length);
    expect(deviation).toBeGreaterThan(0.9 * sure);
    expect(deviation).toBeLessThan(1.1 * sure);
  });

  it('read three times and settled by the middle one, is seldom far off, though one of twelve is wrong', () => {
    let [far, none] = [0, 0];
    for (let n = 0; n < 1500; n += 3) {
      const read = settled('diameter', values([0, 1, 2].map((i) => gaugeReads('diameter', 24, n + i))));
      if (!read) none++;
      else if (Math.abs(read.value - 24) > 2) far++;
    }
    // Two wrong ones of three agree in some 1 % of cases.
    expect(far / 500).toBeLessThan(0.02);
    expect(none / 500).toBeLessThan(0.2);
  });
});

describe('several readings of one thing', () => {
  it('come to the middle one, and say which stands apart; bearings go round', () => {
    expect(settled('diameter', [24, 41, 24.6])).toEqual({ value: 24.6, apart: [41] });
    expect(settled('bearing', [358, 4, 120])).toEqual({ value: 4, apart: [120] });
    expect(settled('angle', [40, 43, 41])).toEqual({ value: 41, apart: [] });
  });

  it('are none where no two agree', () => {
    for (const some of [[], [24], [24, 41], [10, 24, 41]]) expect(settled('diameter', some)).toBeUndefined();
  });
});
