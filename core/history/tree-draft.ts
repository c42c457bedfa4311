import type { BendCame } from '../acts/bend-came';
import type { FormId } from '../kinds/form-ids';
import { completeStem } from '../kinds/estimate';
import { kindFacts } from '../kinds/kinds';
import type { RuleOverrides } from '../rules/defaults';
import type { Stage } from '../seasons/stage';
import type { SchoolEdits, SchoolId } from '../schools/schools';
import type { Site } from '../sites/site';
import type { WorkedBuds } from '../buds/bud-work';
import type { BudReadings } from '../buds/whip-buds';
import { budsSeenLater } from '../tree/buds-seen';
import type { StemId, StemReadings } from '../tree/stem-readings';
import { withDescendants, type Tree } from '../tree/stem';
import type { Reason } from '../words/message';
import type { TreeRecord } from './tree-record';

/** What a grower says against, or for, the program's verdict on a stem. `wait` leaves one that goes for a year. */
export const RULINGS = ['keep', 'frame', 'leader', 'out', 'wait', 'undecided'] as const;
export type Ruling = (typeof RULINGS)[number];

/** Work on a whip's buds, and its ISO date. */
export type BudWorkDone = WorkedBuds & { on: string };

/** A limb left for a year in doubt. */
export interface Wait {
  on: string;
  doubt?: Reason;
}

/** A tree while its events are read, in order. */
export interface TreeDraft {
  record: TreeRecord;
  form: FormId;
  rules: RuleOverrides;
  school: SchoolId;
  shapedBefore: boolean;
  leaderFailures: number;
  buds: BudReadings | undefined;
  /** Work on its buds, in the order it was done. */
  budWork: BudWorkDone[];
  visitedOn: string | undefined;
  /** Depth of snow at the visit that last told of it, cm. */
  snowCm?: number;
  stems: Map<StemId, StemReadings>;
  rulings: Map<StemId, Ruling>;
  /** Limbs left for a year in doubt: since when, ISO, and what the doubt was. */
  waits: Map<StemId, Wait>;
  /** Lengths the grower has set, cm. */
  cuts: Map<StemId, number>;
}

/** Why a tree is no longer in the yard. */
export const TAKEN_OUT_WHY = ['died', 'grubbed', 'given-away', 'mistaken', 'other'] as const;
export type TakenOutWhy = (typeof TAKEN_OUT_WHY)[number];

/** A tree that is no longer in the yard: since when, why, and the entry that says so. */
export interface GoneTree {
  record: TreeRecord;
  siteId: string;
  eventId: string;
  /** ISO date. */
  on: string;
  why: TakenOutWhy;
  words: string;
}

/** What came of a bend on one of a yard's trees. */
export interface TreeBend extends BendCame {
  treeId: string;
}

/** A stage that was seen on one of a yard's trees, on an ISO date. */
export interface TreeSeen {
  treeId: string;
  stage: Stage;
  on: string;
}

/** A yard while its events are read, in order. */
export interface YardDraft {
  name: string;
  sites: Map<string, Site>;
  trees: { record: TreeRecord; siteId: string }[];
  gone: GoneTree[];
  schoolEdits: SchoolEdits;
  /** What came of bends on its trees. */
  bends: TreeBend[];
  /** Stages seen on its trees. */
  seen: TreeSeen[];
}

export const newTreeDraft = (record: TreeRecord): TreeDraft => ({
  ...{ record, form: record.form, rules: {}, school: 'middle-way', shapedBefore: false, leaderFailures: 0 },
  ...{
    buds: undefined,
    budWork: [],
    visitedOn: undefined,
    stems: new Map(),
    rulings: new Map(),
    waits: new Map(),
    cuts: new Map(),
  },
});

/**
 * Stems that stand on something. Where the visit that brought a limb was taken back, what was read of it later, and what it
 * carries, hangs in the air; so do stems that two devices made carry each other. They are no part of the tree until that is set right.
 */
export function footed(
  { ownRooted }: TreeRecord,
  stems: ReadonlyMap<StemId, StemReadings>,
): ReadonlyMap<StemId, StemReadings> {
  const all = [...stems];
  const hasTrunk = all.some(([, { parent }]) => parent?.kind === 'ground');
  const stands = new Map<StemId, boolean>();
  const isFooted = (id: StemId, above: ReadonlySet<StemId>): boolean => {
    const known = stands.get(id);
    const given = stems.get(id);
    if (known !== undefined || !given || above.has(id)) return known ?? false;
    // What was read of an unknown stem without saying where it rises is the trunk only where there is none.
    if (!given.parent) return ownRooted || !hasTrunk;
    return given.parent.kind !== 'stem' || isFooted(given.parent.stemId, new Set(above).add(id));
  };
  for (const [id] of all) stands.set(id, isFooted(id, new Set()));
  return all.every(([id]) => stands.get(id)) ? stems : new Map(all.filter(([id]) => stands.get(id)));
}

/** The tree that readings make, what nobody read filled in. */
export function treeFrom(record: TreeRecord, stems: ReadonlyMap<StemId, StemReadings>): Tree {
  const kind = kindFacts(record.kind);
  return {
    id: record.id,
    kind: record.kind,
    unionCm: record.unionCm,
    ownRooted: record.ownRooted,
    stems: [...stems].map(([id, given], order) => completeStem(id, given, kind, order)),
  };
}

/** Takes a stem, and all it carries, out of a tree's readings. */
export function dropStem({ record, stems }: TreeDraft, id: StemId): void {
  if (!stems.has(id)) return;
  for (const gone of withDescendants(treeFrom(record, stems), id)) stems.delete(gone);
}

/** Later readings over earlier ones. A new thickness makes the cut end's old one out of date. */
export function reRead(before: StemReadings | undefined, given: StemReadings): StemReadings {
  const { endDiameter, ...lasting } = before ?? {};
  return {
    ...lasting,
    ...(given.diameter || !endDiameter ? {} : { endDiameter }),
    ...given,
    ...(given.growthCm && { growthCm: { ...lasting.growthCm, ...given.growthCm } }),
    ...(given.budsSeen && { budsSeen: budsSeenLater(lasting.budsSeen, given.budsSeen) }),
  };
}
