import type { Limb, TestTree } from './trees';

type Row = [id: string, h: number, bearing: number, angle: number, length: number];

const SOFT: Row[] = [
  ['a', 60, 0, 15, 38],
  ['b', 75, 120, 20, 46],
  ['c', 90, 240, 12, 30],
];
const STOUT: Row[] = [
  ['a', 60, 0, 50, 150],
  ['b', 75, 120, 55, 170],
];

const axis = (
  rows: readonly Row[],
  mm: number,
  growthCm: (cm: number) => Record<string, number>,
): TestTree => ({
  ...{ form: 'bent-down-axis', trunk: { length: 240, mm: 46 } },
  limbs: rows.map(([id, h, bearing, angle, length]): Limb => ({
    ...{ id, h, bearing, angle, length, mm },
    more: { growthCm: growthCm(length) },
  })),
});

/** Axes whose limbs are bent down: of soft shoots in spring and firm ones in summer, and of stout old wood. */
export const bentAxes = (): TestTree[] => [
  ...['2026-05-25', '2026-08-10'].flatMap((visitedOn) =>
    [6, 8, 11].map((mm) => ({ ...axis(SOFT, mm, (cm) => ({ '2026': cm })), visitedOn })),
  ),
  ...[20, 24, 28].map((mm) => axis(STOUT, mm, () => ({ '2026': 50, '2025': 50, '2024': 50 }))),
];
