import { describe, expect, it } from 'vitest';
import { placeOf } from '../acts/acts';
import { judge } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { CUT_PROBES } from '../testing/cut-probes';
import { formsFor } from '../suits/suits';
import type { TreeState } from '../history/tree-at';
import { caseTree, type JudgementCase } from '../testing/case-tree';
import table from '../judgements/judgements.cases.json';
import { reading } from '../readings/reading';
import { bentAxes } from '../testing/bent-axes';
import { shareOf } from '../testing/deep';
import { randomTree } from '../testing/random-trees';
import { armWith, bushOf, fanOf, pinned, topOf } from '../testing/many-limbed';
import { newPlanted } from '../testing/new-planted';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import found from './live-trees.json';
import { RULE_KEYS, type RuleKey, type RuleOverrides } from './defaults';

type Row = [id: string, h: number, bearing: number, angle: number, length: number, mm: number];

const limbs = (...rows: Row[]): Limb[] =>
  rows.map(([id, h, bearing, angle, length, mm]) => ({ id, h, bearing, angle, length, mm }));

const FOUR = limbs(
  ['a', 50, 0, 50, 80, 12],
  ['b', 62, 90, 50, 80, 12],
  ['c', 74, 180, 50, 80, 12],
  ['d', 86, 270, 50, 80, 12],
);

const vase = (...more: Limb[]): TestTree => ({
  form: 'open-vase',
  trunk: { length: 180, mm: 44, headed: true },
  limbs: [...FOUR, ...more],
});

const grown = (limb: Limb, cm: number): Limb => ({ ...limb, more: { growthCm: { '2026': cm } } });

const LEADER: TestTree = {
  form: 'central-leader',
  trunk: { length: 240, mm: 46 },
  limbs: limbs(
    ['a', 52, 0, 65, 90, 12],
    ['b', 61, 120, 50, 90, 14],
    ['c', 75, 240, 84, 90, 12],
    ['d', 84, 60, 66, 70, 10],
    ['e', 133, 20, 64, 60, 9],
    ['f', 141, 150, 62, 60, 9],
    ['g', 152, 260, 35, 118, 9],
    ['h', 118, 310, 60, 60, 9],
    ['r', 190, 200, 26, 60, 9],
    ['s', 215, 100, 60, 30, 6],
  ),
};

const WALL: TestTree = {
  form: 'horizontal-espalier',
  trunk: { length: 150, mm: 34 },
  limbs: limbs(
    ['a', 38, 92, 60, 60, 10],
    ['b', 41, 268, 60, 60, 10],
    ['c', 62, 130, 60, 60, 10],
    ['d', 78, 222, 60, 60, 10],
    ['e', 89, 60, 60, 50, 9],
    ['f', 100, 300, 60, 50, 9],
    ['g', 49, 52, 60, 50, 9],
    ['h', 129, 140, 60, 50, 9],
    ['i', 21, 265, 60, 50, 9],
  ),
};

const rubbing = { ...(FOUR[0] as Limb), id: 'y', h: 53.4 };
const turnedBack = (share: number): Limb => ({
  ...{ id: 'x', h: 98, bearing: 45, angle: 50, length: 60, mm: 12 },
  more: { runBearing: reading('bearing', 45 + share, 'gauge') },
});

const SIX = limbs(
  ['a', 46, 0, 50, 80, 12],
  ['b', 58, 60, 50, 80, 12],
  ['c', 70, 120, 50, 80, 12],
  ['d', 82, 180, 50, 80, 12],
  ['e', 94, 240, 50, 80, 12],
  ['f', 106, 300, 50, 80, 12],
);

/** Pairs of limbs of one angle and thickness: heights and bearings of both. */
function twins(
  ...pairs: [h1: number, b1: number, h2: number, b2: number, angle: number, mm: number][]
): Limb[] {
  return pairs.flatMap(([h1, b1, h2, b2, angle, mm], i) =>
    limbs([`p${i}`, h1, b1, angle, 90, mm], [`q${i}`, h2, b2, angle, 90, mm]),
  );
}

/** Trees that between them stand near every limit, on the one side or the other. */
const TREES: TestTree[] = [
  vase(),
  vase(...limbs(['e', 40, 45, 50, 60, 10], ['f', 48, 135, 50, 60, 10], ['g', 97, 45, 28, 60, 10])),
  vase(...limbs(['e', 92, 45, 33, 60, 10], ['f', 100, 225, 44, 60, 6.5], ['g', 104, 135, 37, 60, 6])),
  vase(...limbs(['e', 92, 45, 42, 60, 28], ['f', 100, 225, 66, 60, 24], ['g', 108, 135, 26, 60, 33])),
  vase(
    ...limbs(
      ['e', 92, 40, 20, 60, 40],
      ['f', 104, 226, 34, 60, 38],
      ['g', 88.5, 315, 50, 18, 10],
      ['h', 89.3, 135, 50, 23, 10],
    ),
  ),
  vase(...limbs(['e', 96, 25, 50, 60, 10], ['f', 108, 124, 50, 60, 10], ['g', 128, 181, 50, 60, 10])),
  vase(...limbs(['e', 150, 45, 50, 60, 10], ['f', 130, 225, 50, 60, 10])),
  vase(rubbing, turnedBack(100), { ...turnedBack(104), id: 'w', h: 110 }),
  { ...vase(), limbs: FOUR.map((limb, i) => grown({ ...limb, mm: i === 0 ? 6.5 : 12 }, 66)) },
  {
    ...vase(),
    limbs: FOUR.slice(0, 3).map((limb, i) => ({ ...limb, bearing: i * 120, angle: 36 + i * 18 })),
  },
  { ...vase(), limbs: FOUR.slice(0, 2) },
  {
    ...vase(),
    limbs: [...FOUR, ...limbs(['e', 98, 315, 50, 80, 12])].map((limb, i) => ({
      ...limb,
      bearing: i * 72,
      h: 46 + i * 12.4,
    })),
  },
  { ...vase(), limbs: limbs(['a', 50, 0, 50, 90, 12], ['b', 50, 0, 57, 90, 12], ['c', 74, 180, 50, 80, 12]) },
  {
    ...vase(),
    limbs: limbs(['a', 50, 0, 50, 90, 12], ['b', 51.8, 0, 50, 90, 12], ['c', 74, 180, 50, 80, 12]),
  },
  {
    ...vase(),
    limbs: limbs(['a', 50, 0, 60, 90, 12], ['b', 53.7, 0, 60, 90, 12], ['c', 74, 180, 50, 80, 12]),
  },
  // Joins 9 and 11 cm apart, about the wish of 10; joins high up; six that are all wanted.
  { ...vase(), limbs: FOUR.map((limb, i) => ({ ...limb, h: [50, 59, 70, 81][i] as number })) },
  { ...vase(), limbs: FOUR.map((limb, i) => ({ ...limb, h: [110, 121, 135, 150][i] as number })) },
  { ...vase(), limbs: SIX, rulings: Object.fromEntries(SIX.map(({ id }) => [id, 'keep' as const])) },
  { ...vase(), limbs: FOUR.map((limb) => grown(limb, 54)) },
  // Twins that part near the join, pass within a cm or so, or will rub once thickened for about three seasons.
  { ...vase(), limbs: twins([60, 0, 60, 30, 50, 19], [100, 180, 100, 210, 50, 24]) },
  { ...vase(), limbs: twins([60, 0, 62.04, 0, 90, 12], [100, 180, 102.24, 180, 90, 12]) },
  { ...vase(), limbs: twins([60, 0, 62.9, 0, 90, 12], [100, 180, 103.3, 180, 90, 12]) },
  vase(
    ...[100, 103, 106, 109, 112, 115].map((by, i) => ({ ...turnedBack(by), id: `t${by}`, h: 100 + i * 12 })),
  ),
  { ...LEADER, trunk: { length: 262, mm: 46 } },
  { ...LEADER, trunk: { length: 340, mm: 46 } },
  { ...WALL, trunk: { length: 170, mm: 34 } },
  {
    ...WALL,
    limbs: limbs(['a', 57, 92, 60, 60, 10], ['b', 49.5, 268, 60, 60, 10], ['c', 90.5, 92, 60, 60, 10]),
  },
  LEADER,
  { ...LEADER, trunk: { length: 175, mm: 46 }, limbs: LEADER.limbs.slice(0, 6) },
  { ...LEADER, limbs: LEADER.limbs.filter(({ h }) => h > 100) },
  WALL,
  { ...WALL, trunk: { length: 100, mm: 34 }, limbs: WALL.limbs.slice(0, 6) },
];

/** A limb on another, in a test tree's terms. */
const on = (carrier: string, limb: Limb): Limb => ({
  ...limb,
  more: { ...limb.more, parent: { kind: 'stem', stemId: carrier } },
});
const seen = (limb: Limb, more: Limb['more']): Limb => ({ ...limb, more: { ...limb.more, ...more } });
const [side] = limbs(['s', 30, 20, 45, 40, 6]) as [Limb];

/** Trees that stand near the limits the table of judgements does not come near. */
const PROBES: TestTree[] = [
  ...[2.6, 5.5].map((spacingCm) => ({
    ...{ form: 'open-vase' as const, trunk: { length: 150, mm: 14 }, limbs: [] },
    buds: { firstCm: 10, spacingCm, facings: [{ bud: 4, bearingDeg: 90 }] },
  })),
  { ...vase(), limbs: FOUR.map((limb, i) => ({ ...limb, h: [50, 62, 74, 83][i] as number })) },
  ...[78, 84].map((h) => ({
    ...vase(),
    limbs: limbs(['a', 50, 0, 38, 80, 12], ['b', h, 31, 38, 80, 12], ['c', 60, 180, 50, 80, 12]),
  })),
  vase(...[5.5, 6.5].map((h, i) => on('a', { ...side, id: `s${i}`, h }))),
  vase(...[22, 28].map((angle, i) => on('b', { ...side, id: `s${i}`, h: 20 + i * 20, angle }))),
  vase(...[55, 65].map((angle, i) => on('c', { ...side, id: `s${i}`, h: 20 + i * 20, bearing: 140, angle }))),
  vase(...[18, 22].map((length, i) => on('d', { ...side, id: `s${i}`, h: 20 + i * 20, length }))),
  { ...vase(), limbs: FOUR.map((limb, i) => ({ ...limb, mm: [12, 12, 17, 22][i] as number })) },
  { ...vase(), limbs: FOUR.map((limb, i) => seen({ ...limb, length: 80 + i * 12 }, { sideShoots: 0 })) },
  ...['2025-02-01', '2023-02-01', '2022-02-01'].map((planted) => ({
    ...{ ...vase(), planted, visitedOn: '2027-06-20' },
    limbs: FOUR.map((limb, i) => seen({ ...limb, mm: 7 + i }, { bears: 'fruit' as const })),
  })),
  { ...vase(), limbs: FOUR.map((limb, i) => ({ ...limb, length: 60 + i * 24 })) },
  { ...vase(), limbs: FOUR.map((limb, i) => ({ ...limb, angle: 86 + i * 10 })) },
  { ...vase(), limbs: FOUR.map((limb, i) => ({ ...limb, bearing: [0, 40, 180, 290][i] as number })) },
  {
    ...vase(),
    limbs: FOUR.map((limb, i) => ({ ...limb, bearing: [0, 90, 150, 250][i] as number, mm: 11 + i * 2 })),
  },
  vase(...limbs(['p', 66, 34, 38, 80, 12], ['q', 80, 112, 36, 80, 12], ['r', 70, 205, 42, 80, 12])),
  { ...LEADER, limbs: [...LEADER.limbs, ...limbs(['t', 150, 20, 34, 54, 14], ['u', 120, 200, 30, 90, 20])] },
  { ...LEADER, limbs: limbs(['t', 150, 20, 30, 54, 11], ['u', 120, 200, 30, 90, 12]) },
  {
    ...LEADER,
    limbs: limbs(['x', 50.5, 0, 80, 60, 10], ['y', 58, 180, 80, 90, 10], ['z', 56, 90, 80, 150, 14]),
  },
  ...[13, 17].map((lean): TestTree => ({
    ...LEADER,
    trunk: { ...LEADER.trunk, more: { angle: reading('angle', lean, 'gauge') } },
  })),
  {
    ...{ ...vase(), shapedBefore: true },
    limbs: [
      ...FOUR,
      ...limbs(['k', 60, 45, 22, 150, 26], ['l', 72, 135, 24, 150, 26], ['m', 82, 225, 25, 150, 26]),
    ],
  },
  ...[6, 7, 9, 10].map((mm): TestTree => ({
    ...{ ...vase(), visitedOn: '2026-07-01' },
    limbs: [...FOUR.slice(1), grown({ ...(FOUR[0] as Limb), angle: 22, mm, length: 35 }, 35)],
  })),
  { ...LEADER, limbs: limbs(['t', 120, 20, 30, 50, 14], ['u', 150, 200, 30, 60, 8]) },
  {
    ...WALL,
    limbs: limbs(
      ['p', 38, 40, 60, 60, 10],
      ['q', 39, 140, 60, 60, 10],
      ['r', 78, 50, 60, 60, 10],
      ['s', 79, 130, 60, 60, 10],
    ),
  },
  {
    ...vase(),
    limbs: FOUR.map((limb, i) => seen(limb, i === 0 ? { soundTo: reading('length', 40, 'tape') } : {})).map(
      (limb, i) => ({ ...limb, condition: i === 0 ? 'broken' : 'sound' }),
    ),
  },
  {
    ...vase(),
    limbs: FOUR.map((limb, i) =>
      i === 0 ? seen(limb, { spared: { until: '2026-02-01', keptFor: 'leaf' } }) : limb,
    ),
  },
  // A stem that runs on over its highest limb is cut there: thick wood, cut as a heading is.
  ...[96, 104, 112, 120, 128, 136].map((mm): TestTree => ({ ...vase(), trunk: { length: 140, mm } })),
  ...[1, 2, 3].map((leaderFailures): TestTree => ({ ...LEADER, leaderFailures })),
];

const STOREYS: TestTree[] = (['spiral-leader', 'bent-down-axis', 'modified-leader'] as const).flatMap(
  (form) => [
    { ...LEADER, form },
    { ...LEADER, form, trunk: { length: 190, mm: 46 } },
    { ...LEADER, form, limbs: LEADER.limbs.map((limb, i) => ({ ...limb, mm: 5 + i })) },
  ],
);

const ALL: TreeState[] = [
  ...[
    ...CUT_PROBES,
    ...TREES,
    ...PROBES,
    ...STOREYS,
    ...[3, 5, 8, 9].map(fanOf),
    pinned(fanOf(13)),
    armWith(55),
    armWith(65),
    topOf(4),
    pinned(topOf(5)),
    ...[6, 7, 9, 10].map(bushOf),
    ...bentAxes(),
  ].map(treeOf),
  ...newPlanted(),
  ...(found.trees as TestTree[]).map(treeOf),
  ...found.seeds.map(randomTree),
  ...(table.trees as unknown as JudgementCase[]).map(caseTree),
];

/** All the program says of a tree, with one figure set. */
function said(state: TreeState, rules: RuleOverrides): string {
  const judged = judge({ ...state, rules: { ...state.rules, ...rules } }, { withPrices: false, sets: 1 });
  if (judged.kind === 'whip') return JSON.stringify(judged.whip.buds);
  if (judged.kind !== 'judged') return judged.why;
  const { chosen, plan, setFindings } = judged;
  const scene = sceneOf({ ...state, rules: { ...state.rules, ...rules } });
  const acts = plan.acts.map((act) => ({ ...act, reason: act.reason.grounds, place: placeOf(scene, act) }));
  const found = [...judged.findings, ...setFindings.proposed, ...setFindings.planned];
  return JSON.stringify([
    chosen.limbs.map(({ stemId, place }) => [stemId, place]),
    chosen.cost,
    acts,
    found.map(({ rule, stemId, gravity }) => [rule, stemId, gravity]),
    plan.caps,
    Object.values(judged.verdicts).map(({ decision, reasons }) => [
      decision,
      reasons.map(({ code }) => code),
    ]),
    state.leaderFailures > 0 ? formsFor({ ...state, rules }).map(({ form }) => form) : [],
  ]);
}

const asRead = ALL.map((state) => ({ state, before: '' }));

/** Whether a figure moved by a share of itself changes what is said of some tree. */
function isFelt(key: RuleKey, by: number): boolean {
  return asRead.some((tree) => {
    const { value, unit } = sceneOf(tree.state).limits(key);
    const moved = unit === 'count' ? Math.max(0, Math.round(value + Math.sign(by))) : value * (1 + by);
    tree.before ||= said(tree.state, {});
    return said(tree.state, { [key]: moved }) !== tree.before;
  });
}

describe('every limit is live', () => {
  it.each(shareOf(RULE_KEYS, 36))(
    'moving %s by a fifth, up or down, changes what is said of some tree',
    (key) => {
      expect({ down: isFelt(key, -0.2), up: isFelt(key, 0.2) }).toEqual({ down: true, up: true });
    },
  );
});
