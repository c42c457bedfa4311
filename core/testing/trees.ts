import type { TreeState } from '../history/tree-at';
import type { TreeRecord } from '../history/tree-record';
import { kindFacts } from '../kinds/kinds';
import { reading } from '../readings/reading';
import type { RuleOverrides } from '../rules/defaults';
import type { Site } from '../sites/site';
import { schoolOf, type SchoolId } from '../schools/schools';
import { completeStem } from '../kinds/estimate';
import type { Condition, StemReadings } from '../tree/stem-readings';
import type { FormId } from '../kinds/form-ids';

/** A limb in the numbers a test speaks of: heights and lengths cm, diameters mm, angles deg. */
export interface Limb {
  id: string;
  h: number;
  bearing: number;
  angle: number;
  length: number;
  mm: number;
  condition?: Condition;
  barkTrapped?: boolean;
  more?: StemReadings;
}

export interface TestTree {
  form: FormId;
  trunk: { length: number; mm: number; headed?: boolean; more?: StemReadings };
  limbs: readonly Limb[];
  kind?: string;
  rules?: RuleOverrides;
  site?: Partial<Site>;
  rulings?: TreeState['rulings'];
  cuts?: TreeState['cuts'];
  school?: SchoolId;
  shapedBefore?: boolean;
  leaderFailures?: number;
  buds?: TreeState['buds'];
  visitedOn?: string;
  /** The day it is looked at; that of the visit unless said. */
  today?: string;
  planted?: string;
  cameAs?: TreeRecord['cameAs'];
  /** Whether limbs curve as their kind does; straight unless said, so that a test can be summed by hand. */
  curved?: boolean;
}

export const LEVEL_SITE: Site = {
  id: 'site',
  name: 'site',
  latitudeDeg: 50,
  north: 'true',
  reachCm: 210,
  clearance: [],
  wallBearingDeg: 90,
};

/** A tree on a plumb trunk, with its limbs straight unless said. */
export function treeOf({
  form,
  trunk,
  limbs,
  kind = 'apple',
  rules = {},
  site,
  rulings = {},
  cuts = {},
  school = 'middle-way',
  shapedBefore = false,
  leaderFailures = 0,
  buds,
  visitedOn = '2026-11-14',
  today = visitedOn,
  planted = '2025-01-01',
  cameAs,
  curved = false,
}: TestTree): TreeState {
  const facts = kindFacts(kind);
  const record: TreeRecord = {
    id: 'tree',
    name: 'tree',
    kind: facts.id,
    variety: '',
    unionCm: 10,
    ownRooted: facts.ownRooted,
    planted,
    place: { eastCm: 0, northCm: 0 },
    form,
    ...(cameAs && { cameAs }),
  };
  const stem = completeStem(
    'trunk',
    {
      tag: 'trunk',
      parent: { kind: 'ground', eastCm: 0, northCm: 0 },
      bearing: reading('bearing', 0, 'gauge'),
      angle: reading('angle', 0, 'gauge'),
      length: reading('length', trunk.length, 'tape'),
      diameter: reading('diameter', trunk.mm, 'caliper'),
      headed: trunk.headed ?? false,
      ...trunk.more,
    },
    facts,
    0,
  );
  const stems = [
    stem,
    ...limbs.map((limb, i) => completeStem(limb.id, readingsOf(limb, curved), facts, i + 1)),
  ];
  const tree = { id: 'tree', kind, unionCm: 10, ownRooted: facts.ownRooted, stems };
  return {
    ...{ record, site: { ...LEVEL_SITE, ...site }, tree, form, rules, rulings, cuts, visitedOn, today },
    ...{ school: schoolOf(school), shapedBefore, leaderFailures, buds },
  };
}

function readingsOf(limb: Limb, curved: boolean): StemReadings {
  return {
    tag: limb.id.toUpperCase(),
    parent: { kind: 'stem', stemId: 'trunk' },
    origin: reading('length', limb.h, 'tape'),
    bearing: reading('bearing', limb.bearing, 'gauge'),
    angle: reading('angle', limb.angle, 'gauge'),
    length: reading('length', limb.length, 'tape'),
    diameter: reading('diameter', limb.mm, 'caliper'),
    condition: limb.condition ?? 'sound',
    barkTrapped: limb.barkTrapped ?? false,
    ...(!curved && { tipAngle: limb.more?.set ?? reading('angle', limb.angle, 'gauge') }),
    ...limb.more,
  };
}
