import { describe, expect, it } from 'vitest';
import { kindFacts } from '../kinds/kinds';
import { normalBelow } from '../readings/normal';
import { callusOf, yearsToClose, type WoundCame } from './callus';

const APPLE = kindFacts('apple');
/** A wound that asks for so much callus a side and season, mm, to have closed in three seasons. */
const asked = (mmASeason: number, isClosed: boolean): WoundCame => ({
  ...{ widthMm: mmASeason * 3 * 2, seasons: 3, isClosed },
});

describe('callus, as wounds were seen', () => {
  it('is the usual where none was seen, or before any growth', () => {
    expect(callusOf(APPLE, [])).toMatchObject({ factor: 1, seen: 0 });
    expect(callusOf(APPLE, [{ widthMm: 30, seasons: 0, isClosed: false }])).toMatchObject({
      factor: 1,
      seen: 0,
    });
  });

  it('moves as one wound does: by hand, from Bayes’ rule', () => {
    // A wound closed that asked for the figure itself: the mean of N(m; 0, D) Phi(m / d) is D^2 / sqrt(D^2 + d^2) * phi(0) / Phi(0).
    const mean = (0.35 ** 2 / Math.hypot(0.35, 0.3)) * (2 / Math.sqrt(2 * Math.PI));
    expect(Math.log(callusOf(APPLE, [asked(5.5, true)]).factor)).toBeCloseTo(mean, 4);
    expect(Math.log(callusOf(APPLE, [asked(5.5, false)]).factor)).toBeCloseTo(-mean, 4);
  });

  it('comes to the true rate with many, and grows surer', () => {
    // Callus that really grows 7 mm a season: of wounds asking for each rate, the share that has it is closed.
    const wounds = [4, 5.5, 7, 9, 11].flatMap((rate) => {
      const closed = Math.round(100 * normalBelow(Math.log(7 / rate) / 0.3));
      return Array.from({ length: 100 }, (_, i) => asked(rate, i < closed));
    });
    const callus = callusOf(APPLE, wounds);
    expect(5.5 * callus.factor).toBeCloseTo(7, 1);
    expect(callus.doubt).toBeLessThan(0.04);
    // 28 mm at 7 mm a side closes in two seasons.
    expect(yearsToClose(APPLE, 28, callus)).toBeCloseTo(2, 1);
  });

  it('learns next to nothing from a small wound that closed in time', () => {
    expect(callusOf(APPLE, [asked(1, true)]).factor).toBeCloseTo(1, 2);
  });
});
