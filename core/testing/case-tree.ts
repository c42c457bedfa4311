import { reading } from '../readings/reading';
import type { RuleOverrides } from '../rules/defaults';
import type { Site } from '../sites/site';
import { treeOf, type Limb } from './trees';
import type { Condition, Crop, StemReadings } from '../tree/stem-readings';
import type { FormId } from '../kinds/form-ids';
import type { TreeState } from '../history/tree-at';

interface Seen {
  on?: string;
  ground?: [number, number];
  runBearing?: number;
  condition?: Condition;
  barkTrapped?: boolean;
  bears?: Crop;
  sideShoots?: number;
  headed?: boolean;
}

export type Row = [
  h: number,
  bearing: number,
  angle: number,
  length: number,
  mm: number,
  seen?: Seen | undefined,
];

/** One tree of the table, as `judgements.cases.json` writes it. */
export interface JudgementCase {
  id: string;
  situation: string;
  grower: string;
  tree: {
    form: FormId;
    kind: string;
    trunk: {
      length: number;
      mm: number;
      headed?: boolean;
      lean?: number;
      leanBearing?: number;
      endBud?: 'flower';
      ground?: [number, number];
      buds?: { firstCm: number; spacingCm: number; phaseDeg: number; phaseBud: number };
    };
    shapedBefore?: boolean;
    planted?: string;
    leaderFailures?: number;
    rules?: RuleOverrides;
    site?: Partial<Site>;
  };
  limbs: Record<string, Row>;
  expect: Expected;
}

export interface Expected {
  leader?: string;
  keep?: string[];
  out?: string[];
  temporary?: string[];
  someTemporary?: string[];
  goesWith?: string[];
  purpose?: string[];
  correct?: string[];
  acts?: string[];
  bendTo?: string[];
  findings?: string[];
  make?: number;
  makeBearing?: [number, number];
  close?: boolean;
  underCap?: boolean;
  refusesLeader?: boolean;
  notFirst?: string[];
  whip?: { chosen: number; from: number; to: number; notched: number; headed: boolean; largestGap: number };
}

/** A limb of a row. */
export function limbFrom(id: string, [h, bearing, angle, length, mm, seen = {}]: Row): Limb {
  const more: StemReadings = {
    ...(seen.on !== undefined && { parent: { kind: 'stem', stemId: seen.on } }),
    ...(seen.ground && { parent: { kind: 'ground', eastCm: seen.ground[0], northCm: seen.ground[1] } }),
    ...(seen.runBearing !== undefined && { runBearing: reading('bearing', seen.runBearing, 'gauge') }),
    ...(seen.bears && { bears: seen.bears }),
    ...(seen.headed && { headed: true }),
    ...(seen.sideShoots !== undefined && { sideShoots: seen.sideShoots }),
  };
  return {
    id,
    h,
    bearing,
    angle,
    length,
    mm,
    condition: seen.condition ?? 'sound',
    barkTrapped: seen.barkTrapped ?? false,
    more,
  };
}

/** The tree of a case, as a book would have it. */
export function caseTree({ tree, limbs }: JudgementCase): TreeState {
  const { trunk, ...more } = tree;
  const { lean, leanBearing, endBud, ground, buds } = trunk;
  return treeOf({
    ...more,
    curved: true,
    trunk: {
      length: trunk.length,
      mm: trunk.mm,
      headed: trunk.headed ?? false,
      more: {
        ...(lean !== undefined && { angle: reading('angle', lean, 'gauge') }),
        ...(leanBearing !== undefined && { bearing: reading('bearing', leanBearing, 'gauge') }),
        ...(ground && { parent: { kind: 'ground', eastCm: ground[0], northCm: ground[1] } }),
        ...(endBud && { endBud }),
      },
    },
    ...(buds && {
      buds: {
        firstCm: buds.firstCm,
        spacingCm: buds.spacingCm,
        facings: [{ bud: buds.phaseBud, bearingDeg: buds.phaseDeg }],
      },
    }),
    limbs: Object.entries(limbs).map(([id, row]) => limbFrom(id, row)),
  });
}
