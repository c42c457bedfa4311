import { getTimes } from 'suncalc';
import { describe, expect, it } from 'vitest';
import { dayNumber } from '../calendar/days';
import { chillHour, chillHourAt, chillPortions, chillUnits, HOURS_A_PORTION, NO_CHILL } from './chill';
import { climateAt, climateFrom, normalYear } from './climate';
import { heatHour } from './heat';
import { hoursOf } from './hours';
import { sumsOf } from './sums';
import { dayLength } from './sunlight';
import { NO_WEATHER, temperaturesOf } from './weather';

const temperaturesAt = (latitudeDeg: number) =>
  temperaturesOf(NO_WEATHER, normalYear(climateAt({ latitudeDeg })));

const DAY = { minC: 4, maxC: 18 };
const DAY_MS = 86_400_000;
const STEADY = [DAY, DAY, DAY] as const;

describe('day length', () => {
  it.each([
    // Almanac day lengths at sea level, hours and minutes.
    [51.5, '2026-06-21', 16 + 38 / 60],
    [51.5, '2026-12-21', 7 + 50 / 60],
    [40, '2026-06-21', 15 + 1 / 60],
    [0, '2026-03-20', 12 + 7 / 60],
    [-34, '2026-12-21', 14 + 25 / 60],
    [70, '2026-06-21', 24],
    [70, '2026-12-21', 0],
  ])('at %d degrees on %s is %d hours, to three minutes', (latitude, day, hours) => {
    expect(Math.abs(dayLength(latitude, dayNumber(day)) - hours)).toBeLessThan(0.05);
  });
  it('is within half a minute of the day worked out by itself, through a year', () => {
    for (const latitude of [-45, 12, 38, 51.5, 60]) {
      for (let day = dayNumber('2024-01-01'); day < dayNumber('2025-01-01'); day++) {
        const { sunrise, sunset } = getTimes(new Date((day + 0.5) * DAY_MS), latitude, 0);
        const hours = ((sunset?.getTime() ?? 0) - (sunrise?.getTime() ?? 0)) / 3_600_000;
        expect(Math.abs(dayLength(latitude, day) - hours) * 60).toBeLessThan(0.5);
      }
    }
  });
});

describe('hours of a day', () => {
  it('keep to its extremes, are least about sunrise and greatest some two hours after noon', () => {
    const hours = hoursOf(STEADY, dayLength(45, dayNumber('2026-03-20')));
    expect(Math.min(...hours)).toBeGreaterThanOrEqual(4);
    expect(Math.max(...hours)).toBeCloseTo(18, 1);
    expect(hours.indexOf(Math.max(...hours))).toBe(14);
    expect(Math.abs(hours.indexOf(Math.min(...hours)) - 6)).toBeLessThanOrEqual(1);
  });

  it('follow the sine of the day by hand: six hours after sunrise of a twelve-hour day', () => {
    // 4 + 14 sin(pi x 6 / (12 + 4)) = 4 + 14 x 0.92388 = 16.934
    const day = dayNumber('2026-03-17');
    const rise = 12 - dayLength(0, day) / 2;
    const at12 = hoursOf(STEADY, dayLength(0, day))[12] as number;
    const byHand = 4 + 14 * Math.sin((Math.PI * (12 - rise)) / (dayLength(0, day) + 4));
    expect(at12).toBeCloseTo(byHand, 9);
    expect(at12).toBeCloseTo(16.93, 1);
  });
});

describe('chill', () => {
  it.each([
    // Richardson, Seeley and Walker 1974, table 1, a value inside each row.
    [1, 0],
    [2, 0.5],
    [6, 1],
    [10, 0.5],
    [14, 0],
    [17, -0.5],
    [21, -1],
  ])('an hour at %d deg C is worth %d units', (temp, units) => expect(chillUnits(temp)).toBe(units));

  it('sums a made-up night by hand: 8 hours at 3, 4 at 11, 6 at 17, 6 at 20 deg C', () => {
    const hours = [
      ...Array<number>(8).fill(3),
      ...Array<number>(4).fill(11),
      ...Array<number>(6).fill(17),
      ...Array<number>(6).fill(20),
    ];
    // 8 x 1 + 4 x 0.5 - 6 x 0.5 - 6 x 1 = 1; 8 hours within 0 to 7.2.
    expect(hours.reduce((sum, temp) => sum + chillUnits(temp), 0)).toBe(1);
    expect(hours.reduce((sum, temp) => sum + chillHour(temp), 0)).toBe(8);
  });

  it('is made in the dynamic model as its closed form says: x(t) = xs (1 - exp(-k t)) at a steady temperature', () => {
    const [tempC, hours] = [6, 20];
    const kelvin = 273 + tempC;
    const xs = (139500 / 2.567e18) * Math.exp((12888.8 - 4153.5) / kelvin);
    const k = 2.567e18 * Math.exp(-12888.8 / kelvin);
    let chill = NO_CHILL;
    for (let i = 0; i < hours; i++) chill = chillPortions(chill, chillHourAt(tempC));
    expect(chill.making).toBeCloseTo(xs * (1 - Math.exp(-k * hours)), 9);
    expect(chill.portions).toBe(0);
  });

  it('comes at a portion in some 28 hours at its best, less either side, and none at 15 deg C', () => {
    const portions = (tempC: number): number => {
      let chill = NO_CHILL;
      for (let i = 0; i < 24 * 60; i++) chill = chillPortions(chill, chillHourAt(tempC));
      return chill.portions;
    };
    const best = portions(6);
    expect((24 * 60) / best).toBeGreaterThan(25);
    expect((24 * 60) / best).toBeLessThan(31);
    for (const other of [-2, 1, 11]) expect(portions(other)).toBeLessThan(best);
    expect(portions(15)).toBe(0);
  });

  it('that is half made is undone by a warm day, and what is kept is not', () => {
    let chill = NO_CHILL;
    for (let i = 0; i < 54; i++) chill = chillPortions(chill, chillHourAt(6));
    const { portions: kept, making } = chill;
    expect(kept).toBeGreaterThan(0);
    for (let i = 0; i < 24; i++) chill = chillPortions(chill, chillHourAt(24));
    expect(chill.portions).toBe(kept);
    // What it tends to at 24 deg C: (139500 / 2.567e18) exp(8735.3 / 297) = 0.32.
    expect(chill.making).toBeCloseTo(0.32, 2);
    expect(making).toBeGreaterThan(0.6);
  });
});

describe('heat', () => {
  it.each([
    // By hand: base 4, best 25 (21 hours), half-way up 14.5 (half), greatest 36 (none).
    [4, 0],
    [14.5, 10.5],
    [25, 21],
    [36, 0],
    [-5, 0],
    [40, 0],
  ])('an hour at %d deg C gives %d degree hours', (temp, heat) =>
    expect(heatHour(temp)).toBeCloseTo(heat, 9),
  );

  it('runs on from one side of the best to the other', () => {
    expect(heatHour(25 - 1e-6)).toBeCloseTo(heatHour(25 + 1e-6), 4);
  });
});

describe('a normal year', () => {
  it('has as many hours to a portion as a label’s hours are turned at, within a tenth', () => {
    for (const latitudeDeg of [33, 36, 40, 44, 48, 52]) {
      const { first, chill } = sumsOf({ latitudeDeg }, 2026, temperaturesAt(latitudeDeg));
      const at = dayNumber('2026-02-28') - first;
      const ratio = (chill.hours[at] as number) / (chill.portions[at] as number);
      expect(Math.abs(ratio / HOURS_A_PORTION - 1)).toBeLessThan(0.1);
    }
  });

  it('is found again from days that were made of it', () => {
    const made = { ...climateAt({ latitudeDeg: 44 }), coldestDay: 25 };
    const normal = normalYear(made);
    const first = dayNumber('2021-01-01');
    const days = Array.from({ length: 3 * 365 + 1 }, (_, i) => {
      const { minC, maxC } = normal(first + i);
      return { day: new Date((first + i) * 864e5).toISOString().slice(0, 10), minC, maxC };
    });
    const found = climateFrom(days);
    expect(found?.meanC).toBeCloseTo(made.meanC, 1);
    expect(found?.halfSwingC).toBeCloseTo(made.halfSwingC, 1);
    expect(found?.dailySwingC).toBeCloseTo(made.dailySwingC, 6);
    expect(Math.abs((found?.coldestDay ?? 0) - 25)).toBeLessThan(2);
    expect(climateFrom(days.slice(0, 200))).toBeUndefined();
  });

  it.each([
    // Chill of fruit districts as published, portions by the first of March: some 45-60 at the warm end, 70-90, and about 100 in the cool north.
    [30, 40, 60],
    [36, 65, 90],
    [50, 90, 125],
  ])('at %d degrees has %d to %d portions by March', (latitude, from, to) => {
    const site = { latitudeDeg: latitude };
    const normal = normalYear(climateAt(site));
    const sums = sumsOf(site, 2026, (day) => ({ ...normal(day), from: 'normal' }));
    const had = sums.chill.portions[dayNumber('2026-03-01') - sums.first] as number;
    expect(had).toBeGreaterThan(from);
    expect(had).toBeLessThan(to);
  });
});
