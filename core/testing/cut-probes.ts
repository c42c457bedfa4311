import type { Limb, TestTree } from './trees';

/** Four good limbs round a vase. */
const FOUR: readonly Limb[] = [0, 90, 180, 270].map((bearing, i) => ({
  ...{ id: 'abcd'[i] ?? '', h: 50 + i * 12, bearing, angle: 50, length: 80, mm: 12 },
}));

/** Trees whose cuts, crop and fruiting wood lie near the limits on them. */
export const CUT_PROBES: TestTree[] = [
  {
    ...{
      form: 'open-vase',
      trunk: { length: 125, mm: 60, headed: true },
      rulings: { p: 'out', q: 'out', r: 'out', s: 'out', u: 'out' },
    },
    limbs: [
      ...FOUR,
      ...[20, 24, 28, 35, 45].map((mm, i) => ({
        id: 'pqrsu'[i] ?? '',
        h: 47 + i * 8,
        bearing: 40 + i * 60,
        angle: 50,
        length: 60,
        mm,
      })),
    ],
  },
  {
    ...{ form: 'open-vase', trunk: { length: 98, mm: 40, headed: true } },
    limbs: FOUR.map((limb, i) => ({
      ...limb,
      length: 80,
      more: { growthCm: { '2026': [13, 17, 30, 30][i] ?? 30 } },
    })),
  },
  {
    ...{ form: 'open-vase', trunk: { length: 98, mm: 60, headed: true } },
    limbs: FOUR.map((limb, i) => ({
      ...{ ...limb, length: i === 0 ? 90 : 60, mm: i === 0 ? 22 : 12 },
      more: { growthCm: { '2026': i === 0 ? 80 : 30 } },
    })),
    ...{ rules: { 'tips.apartCm': 100 }, rulings: { a: 'keep' } },
  },
  ...['2023-02-01', '2022-02-01'].map((planted): TestTree => ({
    ...{ form: 'open-vase', trunk: { length: 98, mm: 40, headed: true }, planted },
    limbs: FOUR.map((limb) => ({ ...limb, length: 55, mm: 16, more: { bears: 'fruit' } })),
  })),
  {
    ...{ form: 'open-vase', trunk: { length: 98, mm: 40, headed: true }, cameAs: 'bare-rooted' },
    ...{ planted: '2026-11-02' },
    limbs: FOUR.map((limb) => ({ ...limb, length: 55 })),
  },
  ...[0, 1, 2, 3].map((turn): TestTree => ({
    ...{ form: 'open-vase', trunk: { length: 98, mm: 40, headed: true } },
    limbs: FOUR.map((limb, i) => ({
      ...limb,
      length: 90,
      more: { budsSeen: { spacingCm: 2, facings: [{ atCm: 60, facingDeg: (i * 90 + turn * 23) % 360 }] } },
    })),
  })),
  {
    ...{ form: 'open-vase', trunk: { length: 98, mm: 40, headed: true } },
    limbs: FOUR.map((limb, i) => ({
      ...{ ...limb, length: 90, mm: i === 0 ? 5.2 : i === 1 ? 6.4 : 13 },
      more: {
        bears: 'blossom',
        budsSeen: { spacingCm: 2, facings: [{ atCm: 54 + i * 2, facingDeg: i * 45 }] },
      },
    })),
  },
  {
    ...{
      form: 'open-vase',
      kind: 'peach',
      trunk: { length: 98, mm: 50, headed: true },
      planted: '2022-02-01',
      shapedBefore: true,
    },
    limbs: [
      ...FOUR.map((limb) => ({ ...limb, length: 55, mm: 18 })),
      ...[44, 36, 30].map((length, i) => ({
        ...{ id: `lat${i}`, h: 20 + i * 10, bearing: 90, angle: 75, length, mm: 6 },
        more: {
          parent: { kind: 'stem' as const, stemId: FOUR[0]?.id ?? '' },
          ...(i === 2 && { bears: 'fruit' as const }),
        },
      })),
    ],
  },
];
