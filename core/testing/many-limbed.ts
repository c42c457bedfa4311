import type { TestTree } from './trees';

/** A fan of so many ribs. */
export const fanOf = (count: number): TestTree => ({
  ...{ form: 'fan', trunk: { length: 40, mm: 40, headed: true } },
  limbs: Array.from({ length: count }, (_, i) => ({
    ...{
      id: `f${i}`,
      h: 24 + (i % 7) * 2.2,
      bearing: i % 2 ? 90 : 270,
      angle: 82 - i * (70 / count),
      length: 60,
      mm: 10,
    },
  })),
});

/** A fan's arm with a rib at each of some distances along it. */
export const armWith = (...fromCm: number[]): TestTree => ({
  ...{ form: 'fan', trunk: { length: 40, mm: 40, headed: true } },
  limbs: [
    { id: 'arm', h: 30, bearing: 90, angle: 60, length: 90, mm: 20 },
    ...fromCm.map((h, i) => ({
      ...{ id: `r${i}`, h, bearing: 90, angle: 30 - i, length: 60, mm: 10 },
      more: { parent: { kind: 'stem' as const, stemId: 'arm' } },
    })),
  ],
});

/** A tree whose grower keeps every limb. */
export const pinned = (tree: TestTree): TestTree => ({
  ...tree,
  rulings: Object.fromEntries(tree.limbs.map(({ id }) => [id, 'keep' as const])),
});

/** A modified leader whose top has small limbs evenly round it. */
export const topOf = (count: number): TestTree => ({
  ...{ form: 'modified-leader', trunk: { length: 240, mm: 46 } },
  limbs: [
    ...[0, 1, 2, 3].map((i) => ({
      ...{ id: `s${i}`, h: 65 + 12 * i, bearing: 90 * i, angle: 50, length: 80, mm: 15 },
    })),
    ...Array.from({ length: count }, (_, i) => ({
      ...{ id: `t${i}`, h: 135 + i * 11, bearing: (i * 360) / count, angle: 60, length: 30, mm: 5 },
    })),
  ],
});

/** A bush of four stems so far apart. */
export const bushOf = (apartCm: number): TestTree => ({
  ...{ form: 'multi-stem-bush', kind: 'quince', trunk: { length: 120, mm: 22 } },
  limbs: [0, 1, 2, 3].map((i) => ({
    ...{ id: `b${i}`, h: 0, bearing: i * 90, angle: 20, length: 110, mm: 18 },
    more: { parent: { kind: 'ground', eastCm: (i + 1) * apartCm, northCm: 0 } },
  })),
});
