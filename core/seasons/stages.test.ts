import { describe, expect, it } from 'vitest';
import { daysBetween, dayNumber, isoOf } from '../calendar/days';
import { KIND_ROWS } from '../kinds/kind-rows';
import { climateAt, normalYear } from './climate';
import { MODEL_DAYS, shiftOf, type Off } from './seen';
import type { SeenStage } from './stage';
import { kindSeason, seasonPlace } from './stages';
import { NO_WEATHER, type WeatherDay } from './weather';

const place = (latitudeDeg: number, seen: readonly SeenStage[] = []) =>
  seasonPlace({ latitudeDeg }, NO_WEATHER, seen);

/** Days of a normal year at a latitude, so much warmer through a stretch of days. */
function daysOf(
  latitudeDeg: number,
  from: string,
  to: string,
  warmer: (day: string) => number,
): WeatherDay[] {
  const normal = normalYear(climateAt({ latitudeDeg }));
  const days: WeatherDay[] = [];
  for (let n = dayNumber(from); n <= dayNumber(to); n++) {
    const day = isoOf(n);
    const by = warmer(day);
    const { minC, maxC } = normal(n);
    days.push({ day, minC: minC + by, maxC: maxC + by });
  }
  return days;
}

describe('stages of a normal year', () => {
  it.each([
    // Full bloom, or leaf, where these kinds are long known: a hot valley at 36 degrees, and inland at 48. To ten days, but for the earliest.
    ['sweet-cherry', 'bloom', 36, '2026-03-25', 10],
    ['sweet-cherry', 'bloom', 48, '2026-04-20', 10],
    ['european-pear', 'bloom', 48, '2026-04-22', 10],
    ['apple', 'bloom', 36, '2026-04-05', 10],
    ['apple', 'bloom', 48, '2026-05-01', 10],
    ['peach', 'bloom', 36, '2026-03-08', 10],
    ['peach', 'bloom', 48, '2026-04-12', 10],
    ['pistachio', 'break', 36, '2026-04-05', 10],
    ['walnut', 'break', 48, '2026-05-05', 10],
    ['almond', 'bloom', 36, '2026-02-18', 14],
  ] as const)('%s comes to %s at %d degrees about %s', (kind, stage, latitude, on, within) => {
    const found = kindSeason(place(latitude), kind, 2026).stages[stage]?.on as string;
    expect(Math.abs(daysBetween(on, found))).toBeLessThanOrEqual(within);
  });

  it('come in the order in which kinds are known to break', () => {
    const at = place(45);
    const known = KIND_ROWS.filter(
      ({ evergreen, fruitsOn }) => !evergreen.value && fruitsOn.value.length > 0,
    );
    const firstSign = known.map(({ id, breakOrder }) => {
      const { bloom, break: breaks } = kindSeason(at, id, 2026).stages;
      const day = [bloom, breaks].flatMap((one) => (one ? [one.on] : [])).sort()[0] as string;
      return { rank: breakOrder.value, day };
    });
    // Kendall's tau by counting pairs; ties count for neither.
    let [agree, differ] = [0, 0];
    for (const a of firstSign)
      for (const b of firstSign) {
        if (a.rank >= b.rank || a.day === b.day) continue;
        if (a.day < b.day) agree += 1;
        else differ += 1;
      }
    expect((agree - differ) / (agree + differ)).toBeGreaterThan(0.6);
  });

  it('lie half a year apart in the south', () => {
    const [north, south] = [place(40), place(-40)].map(
      (at) => kindSeason(at, 'apple', 2026).stages.bloom?.on,
    );
    expect(north?.slice(5, 7)).toMatch(/04/);
    expect(south?.slice(5, 7)).toMatch(/09|10/);
    const falls = kindSeason(place(-40), 'apple', 2026).stages['leaf-fall']?.on as string;
    expect(falls.slice(0, 7)).toMatch(/2027-0[56]/);
  });

  it('grow an S of shoots between break and their end', () => {
    const season = kindSeason(place(48), 'apple', 2026);
    const [from, to] = [season.stages.break, season.stages['shoots-stop']].map((one) =>
      dayNumber(one?.on ?? ''),
    );
    expect(season.grown((from as number) - 1)).toBe(0);
    expect(season.grown(to as number)).toBe(1);
    const middle = season.grown(((from as number) + (to as number)) / 2);
    // Young shoots have more than half of their length by the middle of their season.
    expect(middle).toBeGreaterThan(0.5);
    expect(middle).toBeLessThan(0.7);
  });
});

describe('weather', () => {
  it('brings blossom sooner in a warm spring, and with less doubt than a year that is not known', () => {
    const warm = daysOf(48, '2025-08-01', '2026-06-30', (day) => (day > '2026-02-15' ? 3 : 0));
    const known = seasonPlace({ latitudeDeg: 48 }, { days: warm, forecast: [] });
    const [a, b] = [
      kindSeason(known, 'apple', 2026).stages.bloom,
      kindSeason(place(48), 'apple', 2026).stages.bloom,
    ];
    expect(daysBetween(a?.on ?? '', b?.on ?? '')).toBeGreaterThan(8);
    expect(a?.sureDays).toBeLessThan(0.6 * (b?.sureDays ?? 0));
  });

  it('leaves a winter without cold short of chill: it breaks late, later than what asks for little, which it led', () => {
    const usual = place(32);
    const mild = seasonPlace(
      { latitudeDeg: 32 },
      {
        days: daysOf(32, '2024-08-01', '2026-12-31', (day) =>
          day > '2025-10-15' && day < '2026-02-20' ? 7 : 0,
        ),
        forecast: [],
      },
    );
    const bloom = (at: typeof usual, kind: 'sweet-cherry' | 'pomegranate'): string =>
      kindSeason(at, kind, 2026).stages.break?.on as string;
    expect(kindSeason(mild, 'sweet-cherry', 2026).isShortOfChill).toBe(true);
    expect(kindSeason(usual, 'sweet-cherry', 2026).isShortOfChill).toBe(false);
    expect(daysBetween(bloom(usual, 'sweet-cherry'), bloom(mild, 'sweet-cherry'))).toBeGreaterThan(20);
    // A variety that asks for little, as its label says, has its chill there, and is not late.
    const asks = [{ kind: 'sweet-cherry' as const, variety: 'Sunny', portions: 20 }];
    const known = seasonPlace(mild.site, mild.weather, [], asks);
    const sunny = kindSeason(known, 'sweet-cherry', 2026, 'Sunny');
    expect([sunny.isShortOfChill, sunny.chill.asked]).toEqual([false, 20]);
    expect(daysBetween(sunny.stages.break?.on as string, bloom(mild, 'sweet-cherry'))).toBeGreaterThan(10);
    expect(kindSeason(known, 'sweet-cherry', 2026, 'Other').isShortOfChill).toBe(true);
    // The year breaks in the wrong order.
    const gap = (at: typeof usual): number =>
      daysBetween(bloom(at, 'pomegranate'), bloom(at, 'sweet-cherry'));
    expect(gap(mild) - gap(usual)).toBeGreaterThan(14);
  });
});

describe('what was seen', () => {
  const bloom = kindSeason(place(48), 'apple', 2025).stages.bloom?.on as string;
  const later = (days: number, season = 2025): SeenStage => ({
    ...{ kind: 'apple', season, stage: 'bloom' },
    on: isoOf(dayNumber(bloom) + days),
  });

  it('moves the years to come, once by part, and makes them surer', () => {
    const before = kindSeason(place(48), 'apple', 2027).stages.bloom;
    const after = kindSeason(place(48, [later(12)]), 'apple', 2027).stages.bloom;
    expect(after?.movedDays).toBeGreaterThan(2);
    expect(after?.movedDays).toBeLessThan(12);
    expect(after?.sureDays).toBeLessThan(before?.sureDays ?? 0);
    expect(daysBetween(before?.on ?? '', after?.on ?? '')).toBe(after?.movedDays);
  });

  it('stands for itself in its own year, moves what comes after it more, and other kinds not at all', () => {
    const at = place(48, [later(12)]);
    const { stages } = kindSeason(at, 'apple', 2025);
    expect(stages.bloom?.on).toBe(later(12).on);
    expect(stages.bloom?.isSeen).toBe(true);
    expect(stages['petal-fall']?.movedDays).toBeGreaterThan(
      kindSeason(at, 'apple', 2027).stages.bloom?.movedDays ?? 99,
    );
    expect(kindSeason(at, 'peach', 2025).stages.bloom?.movedDays).toBe(0);
  });

  it('is weighed as two levels of normals are, by hand', () => {
    const off = (season: number, offDays: number): Off => ({
      ...later(0, season),
      ...{ offDays, weatherDays: 0, isOther: false },
    });
    // Own error 3^2 + 2^2 = 13, year 16, place 25: one season seen 10 late.
    const b = 25 * (10 / (25 + 16 + 13));
    const one = shiftOf([off(2024, 10)], 2026, 0);
    expect(one.days).toBeCloseTo(b, 9);
    expect(one.sureDays ** 2).toBeCloseTo(1 / (1 / 25 + 1 / 29) + MODEL_DAYS.year ** 2, 9);
    // The same season: 16 / 29 of what is left over b belongs to the year.
    expect(shiftOf([off(2026, 10)], 2026, 0).days).toBeCloseTo(b + (16 / 29) * (10 - b), 9);
    // Two seasons: precision 1/25 + 2/29.
    const two = (10 / 29 + 4 / 29) / (1 / 25 + 2 / 29);
    expect(shiftOf([off(2024, 10), off(2025, 4)], 2027, 0).days).toBeCloseTo(two, 9);
  });
});
