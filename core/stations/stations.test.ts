import { describe, expect, it } from 'vitest';
import { dayNumber, daysBetween, isoOf } from '../calendar/days';
import { gapsIn, temperaturesOf, type Weather } from '../seasons/weather';
import { chanceAt, normalAt, waveAt } from './chance';
import { DAYS_AHEAD, forecastOn, stationNear, stationOf, STATIONS, tellsOn, weatherOn } from './stations';

describe('a made-up station', () => {
  it.each(STATIONS.map((one) => [one.id, one] as const))(
    '%s tells six years and ten days ahead, without a gap and within what weather is',
    (_, station) => {
      const told = tellsOn(station, '2026-03-14');
      expect(daysBetween(told.days[0]?.day ?? '', '2026-03-14')).toBeGreaterThan(6 * 365);
      expect(told.days.at(-1)?.day).toBe('2026-03-14');
      expect(told.forecast.length).toBe(DAYS_AHEAD);
      expect(gapsIn(told)).toEqual([]);
      for (const { minC, maxC, rainMm = 0, snowCm = 0, gustMps = 0 } of told.days) {
        expect(maxC).toBeGreaterThan(minC);
        expect(minC).toBeGreaterThan(-40);
        expect(maxC).toBeLessThan(50);
        expect(rainMm).toBeGreaterThanOrEqual(0);
        if (snowCm > 0) expect(minC).toBeLessThan(6);
        expect(gustMps).toBeGreaterThan(0);
      }
      // Its year is its climate's, to a degree or two: events and chance wander about it.
      const mean = told.days.reduce((sum, { minC, maxC }) => sum + (minC + maxC) / 2, 0) / told.days.length;
      expect(Math.abs(mean - station.climate.meanC)).toBeLessThan(1.5);
    },
  );

  it('tells the same day the same, whenever it is asked', () => {
    const station = stationNear(48);
    const day = dayNumber('2024-05-05');
    const [early, late] = [tellsOn(station, '2024-05-05'), tellsOn(station, '2027-01-01')];
    expect(early.days.at(-1)).toEqual(weatherOn(station, day));
    expect(late.days.find((one) => one.day === isoOf(day))).toEqual(weatherOn(station, day));
  });

  it('foretells a day the better the nearer it is, about as unsure as it says', () => {
    const station = stationNear(51);
    const off = (ahead: number): number[] =>
      Array.from({ length: 400 }, (_, i) => {
        const issued = isoOf(dayNumber('2025-01-01') + i);
        const told = forecastOn(station, issued)[ahead - 1];
        const truth = weatherOn(station, dayNumber(issued) + ahead);
        return (told?.minC ?? NaN) - truth.minC;
      });
    const spread = (all: number[]): number =>
      Math.sqrt(all.reduce((sum, one) => sum + one * one, 0) / all.length);
    const [near, far] = [spread(off(1)), spread(off(9))];
    expect(near).toBeLessThan(far);
    // 0.9 + 0.35 x 9 = 4.05 deg C, of which four fifths are drawn.
    expect(far).toBeGreaterThan(0.6 * 4.05);
    expect(far).toBeLessThan(1.1 * 4.05);
  });

  it('is found by its name, and the nearest to a place in its own half of the earth', () => {
    expect(stationOf('dry-ford')?.name).toBe('Dry Ford');
    expect(stationOf('nowhere')).toBeUndefined();
    expect(stationNear(-10).latitudeDeg).toBeLessThan(0);
    expect(stationNear(37).id).toBe('dry-ford');
  });
});

describe('chance that is the same each time', () => {
  const mean = (all: number[]): number => all.reduce((sum, one) => sum + one, 0) / all.length;

  it('is even, normal and wandering as it should be', () => {
    const even = Array.from({ length: 4000 }, (_, i) => chanceAt(7, i));
    expect(mean(even)).toBeCloseTo(0.5, 1);
    expect(mean(even.map((one) => (one - 0.5) ** 2))).toBeCloseTo(1 / 12, 2);
    const normal = Array.from({ length: 4000 }, (_, i) => normalAt(7, i));
    expect(Math.abs(mean(normal))).toBeLessThan(0.06);
    expect(mean(normal.map((one) => one ** 2))).toBeCloseTo(1, 1);
    const wave = Array.from({ length: 4000 }, (_, i) => waveAt(7, i, 5));
    expect(Math.abs(mean(wave.map((one) => one ** 2)) - 1)).toBeLessThan(0.15);
    // One day is like the next, a month on it is not.
    expect(mean(wave.slice(1).map((one, i) => one * (wave[i] as number)))).toBeGreaterThan(0.8);
    expect(Math.abs(mean(wave.slice(30).map((one, i) => one * (wave[i] as number))))).toBeLessThan(0.15);
  });
});

it('a day nobody measured is as foretold, else as in a normal year', () => {
  const weather: Weather = {
    days: [
      { day: '2026-03-01', minC: 1, maxC: 9 },
      { day: '2026-03-04', minC: 2, maxC: 8 },
    ],
    forecast: [{ day: '2026-03-05', minC: 3, maxC: 7, sureC: 1 }],
  };
  const at = temperaturesOf(weather, () => ({ minC: 0, maxC: 5 }));
  const from = ['2026-03-01', '2026-03-02', '2026-03-05', '2026-03-06'].map((day) => at(dayNumber(day)).from);
  expect(from).toEqual(['measured', 'normal', 'foretold', 'normal']);
  expect(gapsIn(weather)).toEqual(['2026-03-02', '2026-03-03']);
});
