import { treeOf, type Limb, type TestTree } from './trees';
import type { TreeState } from '../history/tree-at';

const planted = (length: number, mm: number, more: Partial<TestTree> = {}): TestTree => ({
  ...{ form: 'central-leader', trunk: { length, mm }, cameAs: 'bare-rooted', planted: '2026-11-01' },
  limbs: [0, 1, 2, 3].map((i) => ({
    ...{ id: `f${i}`, h: 60 + i * 18, bearing: (i * 100) % 360, angle: 50, length: 45, mm: 6 },
  })),
  ...more,
});

const THIN: Limb[] = [0, 1, 2].map((i) => ({
  ...{ id: `t${i}`, h: 60 + i * 18, bearing: i * 100, angle: 50, length: 30, mm: 4 },
}));

/** Trees just planted that stand, or do not, by themselves: slender ones, and one that lies down under its own leaf. */
export const newPlanted = (): TreeState[] =>
  [
    ...[12, 13, 14, 15, 16, 17, 18, 20].map((mm) => planted(180, mm)),
    ...[9.6, 9.7, 9.75, 9.8, 9.85, 9.9, 9.95].map((mm) => planted(230, mm, { limbs: THIN })),
  ].map(treeOf);
