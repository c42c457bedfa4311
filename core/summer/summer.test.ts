import { describe, expect, it } from 'vitest';
import { dayNumber, isoOf } from '../calendar/days';
import type { Degree } from '../kinds/kind-facts';
import { kindFacts } from '../kinds/kinds';
import { kindSeason, seasonPlace } from '../seasons/stages';
import { NO_WEATHER } from '../seasons/weather';
import { nextVisit, type Growth } from '../seasons/windows/next-visit';
import { treeYear } from '../seasons/windows/window';
import { standingTo } from '../seasons/windows/windows';
import { buddingOf } from './budding';
import cases from './calculations.cases.json';
import { pinchNow, type Pinchable } from './pinch';
import { growthRate, reachAtRate, reachBySeason, type ReachSum } from './rate';
import { softShoots, type Opening, type SoftShoot } from './soft-shoots';
import { stallOf, type StallCause } from './stall';
import { tipCame, tipNow, type Tippable } from './tip';

interface Place {
  kind: string;
  latitudeDeg: number;
}
const treeAt = ({ kind, latitudeDeg }: Place) => ({
  place: seasonPlace({ latitudeDeg }, NO_WEATHER),
  site: { latitudeDeg },
  ...{ kind: kindFacts(kind), answers: {} },
});

/** How each kind of calculation is answered. */
const ANSWERS: Record<string, (given: never) => object> = {
  pinch: (given: Pinchable & Place) => pinchNow(given, kindFacts(given.kind)),
  tip: (given: Tippable & Place) => tipNow(given, kindFacts(given.kind)),
  reach: (given: ReachSum) => reachAtRate(given),
  budding(given: Place & { on: string; vigour: Degree; thickMm?: number }) {
    // Growth that ends in the new year, in the south, began in the year before.
    const season = Number(given.on.slice(0, 4)) - (given.latitudeDeg < 0 ? 1 : 0);
    const found = buddingOf(treeYear(treeAt(given), season), given);
    return { open: !('not' in found) && ['early', 'best', 'late'].includes(standingTo(found, given.on)) };
  },
  'next-visit'(given: Place & { growth: Growth; prunedOn: string }) {
    const next = nextVisit(treeAt(given), Number(given.prunedOn.slice(0, 4)), given.growth, given.prunedOn);
    return { month: Number(next?.window.bestFrom.slice(5, 7)) };
  },
  stall(given: Place & { readings: [string, number][]; likely?: StallCause[]; on: string }) {
    const { place, kind } = treeAt(given);
    const season = kindSeason(place, kind.id, Number(given.on.slice(0, 4)));
    const readings = given.readings.map(([on, cm]) => ({ on, cm }));
    const found = stallOf(season, readings, {
      ...{ vigour: kind.vigour.value, today: given.on },
      ...(given.likely && { likely: given.likely }),
    });
    return { what: found?.what ?? 'none', first: found?.causes[0]?.cause };
  },
};

describe('what growers reckon in summer', () => {
  it.each(cases.map((one) => [`${one.calc}: ${one.about}`, one] as const))(
    '%s',
    (_, { calc, expect: want, ...given }) => {
      const answer = ANSWERS[calc]?.(given as never) as Record<string, unknown>;
      for (const [name, is] of Object.entries(want)) {
        if (typeof is === 'number') expect(answer[name]).toBeCloseTo(is, 1);
        else expect(answer[name]).toBe(is);
      }
    },
  );
});

describe('the rate of a shoot', () => {
  it('is that of the line through two readings, and as unsure as the tape over the days', () => {
    const rate = growthRate([
      { on: '2026-06-01', cm: 20 },
      { on: '2026-06-11', cm: 35 },
    ]);
    expect(rate?.cmPerDay).toBeCloseTo(1.5, 9);
    // Two errors of 1 cm over 10 days: sqrt(2) / 10.
    expect(rate?.sureCmPerDay).toBeCloseTo(Math.SQRT2 / 10, 9);
    expect(growthRate([{ on: '2026-06-01', cm: 20 }])).toBeUndefined();
  });

  it('of three readings is the least-squares line, by hand', () => {
    // Days 0, 10, 20 and 10, 24, 40 cm: slope (10 x 15.33 + 10 x 14.67) / 200 = 1.5.
    const days = [10, 24, 40].map((cm, i) => ({ on: isoOf(dayNumber('2026-06-01') + 10 * i), cm }));
    expect(growthRate(days)?.cmPerDay).toBeCloseTo(1.5, 9);
  });

  it('reaches a length on the day the season’s own curve does, and never past the season’s growth', () => {
    const season = kindSeason(seasonPlace({ latitudeDeg: 44 }, NO_WEATHER), 'apple', 2026);
    const at = (on: string): number => 80 * season.grown(dayNumber(on));
    const readings = ['2026-05-20', '2026-06-05'].map((on) => ({ on, cm: at(on) }));
    const reach = reachBySeason(season, readings, 60);
    expect(at(reach?.on as string)).toBeGreaterThanOrEqual(60);
    expect(at(isoOf(dayNumber(reach?.on as string) - 1))).toBeLessThan(60);
    expect(reachBySeason(season, readings, 90)).toMatchObject({ reaches: false });
    const chances = [60, 75, 80, 85, 100].map((cm) => reachBySeason(season, readings, cm)?.chance ?? 0);
    expect([...chances].sort((a, b) => b - a)).toEqual(chances);
    expect(chances[2]).toBeCloseTo(0.5, 1);
  });
});

describe('soft shoots', () => {
  const shoot = (
    id: string,
    lengthCm: number,
    angleDeg: number,
    more: Partial<SoftShoot> = {},
  ): SoftShoot => ({
    ...{ id, lengthCm, angleDeg, role: 'other' },
    ...more,
  });
  const when = { isHot: false, opens: 'later' as Opening };
  const acts = (shoots: SoftShoot[], how = when) => softShoots(shoots, how).map(({ act }) => act);

  it('that are chosen are pegged at 10 to 20 cm where they are steep, and spread beyond', () => {
    const chosen = { role: 'chosen' as const };
    expect(
      acts([
        shoot('a', 14, 20, chosen),
        shoot('b', 32, 20, chosen),
        shoot('c', 14, 50, chosen),
        shoot('d', 6, 20, chosen),
      ]),
    ).toEqual(['peg', 'spread', 'leave', 'leave']);
  });

  it('that are spare stay their first summer, and the longer one takes over from a broken one', () => {
    const spare = { role: 'spare' as const, spareFor: 'a' };
    const shoots = [
      shoot('a', 20, 40, { role: 'chosen', isBroken: true }),
      shoot('b', 12, 40, spare),
      shoot('c', 17, 40, spare),
    ];
    expect(acts(shoots)).toEqual(['rub-off', 'leave', 'takes-over']);
    expect(acts([shoot('b', 12, 40, { ...spare, isOld: true })])).toEqual(['rub-off']);
  });

  it('that nobody wants go while soft; uprights wait for midsummer; small wood over bare bark stays where it is hot', () => {
    const shoots = [
      shoot('a', 9, 20),
      shoot('b', 45, 15, { isInside: true }),
      shoot('c', 20, 60, { shadesBark: true }),
    ];
    expect(acts(shoots)).toEqual(['rub-off', 'leave', 'leave']);
    expect(acts(shoots, { ...when, opens: 'now', isHot: true })).toEqual(['rub-off', 'open', 'shade']);
  });

  it('that were tipped must give two shoots, or it was for nothing', () => {
    expect([1, 2].map((n) => tipCame(n).code)).toEqual(['summer.tip.wasted', 'summer.tip.came']);
  });
});
