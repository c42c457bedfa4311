import { chanceAt, normalAt } from './chance';

/** What the made-up gauge reads: a calliper, an angle clip, a compass clip. */
export const GAUGED = ['diameter', 'angle', 'bearing'] as const;
export type Gauged = (typeof GAUGED)[number];

/** One reading of the gauge: mm, deg from upright or deg from north; or nothing, where it was lost on its way. */
export type GaugeRead = { kind: 'read'; value: number } | { kind: 'dropped' };

/** How far readings of a thing scatter (a standard deviation), and how far off a wrong one is. */
const KINDS: Readonly<Record<Gauged, { seed: number; sure: number; wrong: (value: number) => number }>> = {
  // Jaws over a bud or a side shoot.
  diameter: { seed: 3, sure: 0.4, wrong: (mm) => mm * 1.6 + 4 },
  // Held at the bend, not at the join.
  angle: { seed: 5, sure: 1.5, wrong: (deg) => deg + 28 },
  // Iron beside it.
  bearing: { seed: 7, sure: 3, wrong: (deg) => deg + 50 },
};

/** Shares of readings that are lost, and that are wrong. */
const DROPPED = 0.1;
const WRONG = 0.08;

/**
 * A reading of a made-up gauge, a stand-in for a real one: with noise, now and then lost, now and then wrong; the same each time for the
 * same number.
 * @param about what is really there
 * @param n how many readings were taken before
 */
export function gaugeReads(what: Gauged, about: number, n: number): GaugeRead {
  const { seed, sure, wrong } = KINDS[what];
  const chance = chanceAt(seed, n);
  if (chance < DROPPED) return { kind: 'dropped' };
  const is = chance < DROPPED + WRONG ? wrong(about) : about;
  const value = Math.round((is + sure * normalAt(seed + 100, n)) * 10) / 10;
  return { kind: 'read', value: inRange(what, value) };
}

function inRange(what: Gauged, value: number): number {
  switch (what) {
    case 'diameter':
      return Math.max(0.5, value);
    case 'angle':
      return Math.min(180, Math.abs(value));
    case 'bearing':
      return ((value % 360) + 360) % 360;
  }
}
