// What the second scorer knows of each form, from docs/choosing.md and the published figures.

export interface FormPlan {
  places: 'vase' | 'tiers' | 'storeys' | 'large and small' | 'wires' | 'fan' | 'bush';
  hasLeader: boolean;
  isBush: boolean;
  corrects: boolean;
  /** Limbs over the ratio are barred outright. */
  strictRatio: boolean;
  ratio: number;
  run: readonly [number, number];
  ideal: readonly [number, number];
  narrow: number;
  doubtful: number;
  upright: number;
  thin: number;
  clearance: number;
  shade: number;
  cluster: readonly [cm: number, deg: number];
  parallel: readonly [deg: number, cm: number];
  wishCm: number;
  /** How far below the leader's tip limbs are to stay; undefined where there is no leader to stay under. */
  cone: number | undefined;
  counts: readonly [fewest: number, wish: number, most: number];
  storey: number;
  held: number;
  joinCm: number;
  seasons: number;
  /** Gain in thickness a season, mm: 7 for apple, 6 for quince. */
  gainMm: number;
}

const USUAL: FormPlan = {
  ...{ places: 'vase', hasLeader: false, isBush: false, corrects: false, strictRatio: false },
  ...{
    ratio: 0.667,
    run: [40, 60],
    ideal: [45, 60],
    narrow: 30,
    doubtful: 40,
    upright: 30,
    thin: 7,
    clearance: 45,
  },
  ...{ shade: 50, cluster: [3, 180], parallel: [20, 20], wishCm: 0, cone: undefined, counts: [3, 4, 5] },
  ...{ storey: 90, held: Infinity, joinCm: 8, seasons: 3, gainMm: 7 },
};

export const PLANS: Readonly<Record<string, FormPlan>> = {
  'open-vase': { ...USUAL, corrects: true, wishCm: 10 },
  'central-leader': {
    ...{ ...USUAL, places: 'tiers', hasLeader: true, corrects: true },
    ...{ ratio: 0.5, run: [60, 80], clearance: 50, cone: 15 },
  },
  'spiral-leader': {
    ...{ ...USUAL, places: 'storeys', hasLeader: true, ratio: 0.5, run: [60, 80], clearance: 50 },
    ...{ wishCm: 25, cone: 15, counts: [2, 3, 4] },
  },
  'modified-leader': {
    ...{ ...USUAL, places: 'large and small', hasLeader: true, corrects: true },
    ...{ run: [40, 65], wishCm: 10, cone: 0, counts: [3, 4, 4] },
  },
  'bent-down-axis': {
    ...{ ...USUAL, places: 'storeys', hasLeader: true, strictRatio: true, ratio: 0.5, run: [90, 100] },
    ...{
      ideal: [45, 90],
      clearance: 40,
      shade: 30,
      wishCm: 5,
      cone: 15,
      counts: [2, 4, 6],
      storey: 45,
      held: 210,
    },
  },
  'horizontal-espalier': {
    ...{ ...USUAL, places: 'wires', hasLeader: true, ratio: 0.6, run: [85, 95], ideal: [45, 90] },
    ...{ clearance: 20, shade: 15, cluster: [3, 90] },
  },
  fan: {
    ...{ ...USUAL, places: 'fan', run: [5, 85], ideal: [30, 90], narrow: 15, doubtful: 20, upright: 12 },
    ...{ clearance: 15, shade: 0, cluster: [1, 90], parallel: [10, 8], joinCm: 25, seasons: 2 },
  },
  'multi-stem-bush': {
    ...USUAL,
    places: 'bush',
    isBush: true,
    run: [5, 35],
    thin: 8,
    clearance: 0,
    gainMm: 6,
  },
};
