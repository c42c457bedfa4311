import { between, listOf, maybe, oneOf, shape, whole, type Typed } from '../fields/fields';
import { bearingDifference, wrapBearing } from '../geometry/vector';
import type { KindFacts } from '../kinds/kind-facts';

/** Most buds counted on one whip. */
export const MOST_BUDS = 500;

/** What a grower read of a whip's buds. */
export const budReadings = shape({
  /** Height of bud 1 above ground, cm. */
  firstCm: between(0, 200),
  /** Mean distance from one bud to the next, cm. */
  spacingCm: between(0.3, 30),
  /** Buds whose facing was seen, bearing deg. */
  facings: listOf(shape({ bud: whole(1, MOST_BUDS), bearingDeg: between(0, 360) }), 100),
  /** Buds that are missing, broken or blind. */
  blind: maybe(listOf(whole(1, MOST_BUDS), MOST_BUDS)),
});
export type BudReadings = Typed<typeof budReadings>;

/** What one entry tells of a whip's buds anew: lengths by their names, and buds by their numbers. */
export const budsTold = shape({
  lengths: listOf(oneOf(['firstCm', 'spacingCm']), 2),
  buds: listOf(whole(1, MOST_BUDS), MOST_BUDS),
});
export type BudsTold = Typed<typeof budsTold>;

/** What readings tell that others did not. */
export function toldAnew(before: BudReadings, now: BudReadings): BudsTold {
  const lengths = (['firstCm', 'spacingCm'] as const).filter((name) => before[name] !== now[name]);
  const known = new Set([before, now].flatMap(budsIn));
  const buds = [...known].filter((bud) => seenOf(before, bud) !== seenOf(now, bud));
  return { lengths, buds: buds.sort((a, b) => a - b) };
}

/** Readings with what others tell anew: what was told of the rest meanwhile, on another device too, stands. */
export function withAnew(before: BudReadings, now: BudReadings, { lengths, buds }: BudsTold): BudReadings {
  const told = new Set(buds);
  const both = <T>(was: readonly T[], is: readonly T[], budOf: (one: T) => number): T[] =>
    [...was.filter((one) => !told.has(budOf(one))), ...is.filter((one) => told.has(budOf(one)))].sort(
      (a, b) => budOf(a) - budOf(b),
    );
  return {
    firstCm: (lengths.includes('firstCm') ? now : before).firstCm,
    spacingCm: (lengths.includes('spacingCm') ? now : before).spacingCm,
    facings: both(before.facings, now.facings, ({ bud }) => bud),
    blind: both(before.blind ?? [], now.blind ?? [], (bud) => bud),
  };
}

const budsIn = ({ facings, blind = [] }: BudReadings): number[] => [
  ...facings.map(({ bud }) => bud),
  ...blind,
];

/** What was seen of one bud, as a word that two alike share. */
const seenOf = ({ facings, blind = [] }: BudReadings, bud: number): string =>
  `${facings.find((one) => one.bud === bud)?.bearingDeg} ${blind.includes(bud)}`;

/** A bud on the stem, and how well its facing is known. Heights cm, bearings deg. */
export interface Bud {
  bud: number;
  heightCm: number;
  bearingDeg: number;
  /** One standard deviation of the bearing, deg; 180 when no facing was seen at all. */
  sureDeg: number;
  isBlind: boolean;
}

/** How far one bud's facing strays from the spiral, and how much the spiral itself drifts a bud, deg. Working values. */
const STRAY_DEG = 12;
const DRIFT_DEG = 3;
/** A facing nobody saw is anywhere. */
const UNKNOWN_DEG = 180;

/**
 * The buds of a stem up to a height, round the spiral of their kind. One seen facing gives the phase; with two or more
 * the way round is the one that fits them better. The facing of a bud grows less sure with its distance from the
 * nearest one seen: sqrt(stray^2 + (drift n)^2).
 */
export function budsUpTo(readings: BudReadings, kind: KindFacts, topCm: number): Bud[] {
  const step = kind.spiralDeg.value * handOf(readings, kind);
  const count = Math.max(0, Math.floor((topCm - readings.firstCm) / readings.spacingCm) + 1);
  const blind = new Set(readings.blind);
  return Array.from({ length: count }, (_, i) => {
    const bud = i + 1;
    const seen = nearestSeen(readings, bud);
    const away = seen ? bud - seen.bud : 0;
    return {
      bud,
      heightCm: readings.firstCm + i * readings.spacingCm,
      bearingDeg: wrapBearing((seen?.bearingDeg ?? 0) + step * (seen ? away : i)),
      sureDeg: seen
        ? Math.min(UNKNOWN_DEG, Math.hypot(away === 0 ? 0 : STRAY_DEG, DRIFT_DEG * away))
        : UNKNOWN_DEG,
      isBlind: blind.has(bud),
    };
  });
}

/** Which way round the spiral climbs: 1 with the compass, -1 against it. With fewer than two facings seen, 1. */
export function handOf({ facings }: BudReadings, kind: KindFacts): 1 | -1 {
  const misfit = (hand: 1 | -1): number =>
    facings.slice(1).reduce((sum, { bud, bearingDeg }, i) => {
      const before = facings[i] as (typeof facings)[number];
      const expected = before.bearingDeg + hand * kind.spiralDeg.value * (bud - before.bud);
      return sum + bearingDifference(wrapBearing(expected), bearingDeg) ** 2;
    }, 0);
  return misfit(-1) < misfit(1) ? -1 : 1;
}

function nearestSeen({ facings }: BudReadings, bud: number): BudReadings['facings'][number] | undefined {
  let nearest: BudReadings['facings'][number] | undefined;
  for (const seen of facings) {
    if (!nearest || Math.abs(seen.bud - bud) < Math.abs(nearest.bud - bud)) nearest = seen;
  }
  return nearest;
}

/** Buds as they stand when none was read: the kind's own spacing from a hand above the union. */
export function usualBuds(kind: KindFacts, unionCm: number): BudReadings {
  return { firstCm: unionCm + 5, spacingCm: kind.budSpacingCm.value, facings: [] };
}
