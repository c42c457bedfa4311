import { kindFacts } from '../kinds/kinds';
import { afterActs } from '../acts/acts';
import type { RuleKey, RuleOverrides } from '../rules/defaults';
import { schoolOf, type School, type SchoolEdits, type SchoolId } from '../schools/schools';
import type { Site } from '../sites/site';
import { completeStem } from '../kinds/estimate';
import { withDescendants, type Stem, type StemId, type StemReadings, type Tree } from '../tree/stem';
import type { FormId } from '../kinds/form-ids';
import type { BudReadings } from '../buds/whip-buds';
import { eventsInForce } from './in-force';
import type { Book, PlainEvent, Ruling, TreeRecord } from './events';

/** A tree as its book has it on a date, with what the grower has decided about it. */
export interface TreeState {
  record: TreeRecord;
  site: Site;
  tree: Tree;
  form: FormId;
  rules: RuleOverrides;
  /** The school its tree is trained by, as this yard holds it. */
  school: School;
  rulings: Readonly<Record<StemId, Ruling>>;
  /** Lengths the grower has set for limbs that are cut back, cm. */
  cuts: Readonly<Record<StemId, number>>;
  /** Whether it has been cut before: a first shaping may take more. */
  shapedBefore: boolean;
  /** Times a leader was chosen and overtaken all the same. */
  leaderFailures: number;
  /** Buds read on a whip. */
  buds: BudReadings | undefined;
  /** ISO date of the last visit with readings; undefined if never measured. */
  visitedOn: string | undefined;
}

/** A book with its withdrawals and amendments worked in, for asking about many trees. */
export interface ReadBook {
  sites: readonly Site[];
  trees: readonly { record: TreeRecord; siteId: string }[];
  eventsOf: ReadonlyMap<string, readonly PlainEvent[]>;
  /** Answers this yard has changed in the schools. */
  schoolEdits: SchoolEdits;
}

/** Works a book's withdrawals and amendments in, up to and including a date. */
export function readBook(book: Book, onDate = '9999-12-31'): ReadBook {
  const held = eventsInForce(book.events).filter((event) => event.happenedOn <= onDate);
  const sites = new Map<string, Site>();
  const trees: { record: TreeRecord; siteId: string }[] = [];
  for (const { trees: standing, ...site } of book.yard.sites) {
    sites.set(site.id, site);
    for (const record of standing) trees.push({ record, siteId: site.id });
  }
  const eventsOf = new Map<string, PlainEvent[]>();
  const schoolEdits: SchoolEdits = {};
  for (const event of held) {
    if (event.kind === 'site-changed') {
      const site = sites.get(event.siteId);
      if (site) sites.set(site.id, { ...site, ...event.change });
      continue;
    }
    if (event.kind === 'school-edited') {
      schoolEdits[event.school] = event.answers;
      continue;
    }
    if (event.kind === 'tree-added') trees.push({ record: event.tree, siteId: event.siteId });
    const list = eventsOf.get(event.treeId);
    if (list) list.push(event);
    else eventsOf.set(event.treeId, [event]);
  }
  return { sites: [...sites.values()], trees, eventsOf, schoolEdits };
}

/** The state of one tree, or undefined when the book has no such tree or its site is missing. */
export function treeState(read: ReadBook, treeId: string): TreeState | undefined {
  const known = read.trees.find(({ record }) => record.id === treeId);
  const ground = known && read.sites.find(({ id }) => id === known.siteId);
  if (!known || !ground) return undefined;
  let { record } = known;
  const site = { ...ground, clearance: [...ground.clearance, ...(record.clearance ?? [])] };

  let form = record.form;
  let rules: RuleOverrides = {};
  let school: SchoolId = 'middle-way';
  let shapedBefore = false;
  let leaderFailures = 0;
  let buds: BudReadings | undefined;
  let visitedOn: string | undefined;
  let stems = new Map<StemId, StemReadings>();
  const rulings: Record<StemId, Ruling> = {};
  let cuts: Record<StemId, number> = {};
  for (const event of read.eventsOf.get(treeId) ?? []) {
    switch (event.kind) {
      case 'visit':
        visitedOn = event.happenedOn;
        for (const [id, given] of Object.entries(event.stems)) stems.set(id, reRead(stems.get(id), given));
        cuts = withoutMeasured(cuts, event.stems);
        break;
      case 'stem-entered-wrong':
      case 'lost':
        stems = without(stems, record, event.stemId);
        break;
      case 'acts-done':
        shapedBefore ||= event.acts.some(({ kind }) => kind === 'take-out' || kind === 'shorten');
        stems = readingsOf(afterActs(treeFrom(record, stems), event.acts), stems);
        cuts = {};
        break;
      case 'overruled':
        rulings[event.stemId] = event.ruling;
        break;
      case 'cut-set': {
        const others = Object.fromEntries(Object.entries(cuts).filter(([id]) => id !== event.stemId));
        cuts = event.toLengthCm === undefined ? others : { ...others, [event.stemId]: event.toLengthCm };
        break;
      }
      case 'form-chosen':
        form = event.form;
        break;
      case 'rules-set':
        rules = withoutKeys({ ...rules, ...event.rules }, event.reset ?? []);
        break;
      case 'school-chosen':
        school = event.school;
        break;
      case 'leader-failed':
        leaderFailures++;
        break;
      case 'tree-described':
        record = { ...record, ...event.change };
        break;
      case 'buds-read':
        buds = event.buds;
        break;
    }
  }
  return {
    ...{ record, site, tree: treeFrom(record, stems), form, rules, rulings, cuts, visitedOn },
    ...{ school: schoolOf(school, read.schoolEdits), shapedBefore, leaderFailures, buds },
  };
}

function withoutKeys(rules: RuleOverrides, reset: readonly RuleKey[]): RuleOverrides {
  return Object.fromEntries(Object.entries(rules).filter(([key]) => !reset.includes(key as RuleKey)));
}

/** Lengths set for limbs as they stood; one measured anew is no longer the limb that was meant. */
function withoutMeasured(
  cuts: Readonly<Record<StemId, number>>,
  stems: Readonly<Record<StemId, StemReadings>>,
): Record<StemId, number> {
  return Object.fromEntries(Object.entries(cuts).filter(([id]) => stems[id]?.length === undefined));
}

/** Later readings over earlier ones. A new thickness makes the cut end's old one out of date. */
function reRead(before: StemReadings | undefined, given: StemReadings): StemReadings {
  const { endDiameter, ...lasting } = before ?? {};
  return { ...lasting, ...(given.diameter || !endDiameter ? {} : { endDiameter }), ...given };
}

function treeFrom(record: TreeRecord, stems: ReadonlyMap<StemId, StemReadings>): Tree {
  const kind = kindFacts(record.kind);
  return {
    id: record.id,
    kind: record.kind,
    unionCm: record.unionCm,
    ownRooted: record.ownRooted,
    stems: [...stems].map(([id, given], order) => completeStem(id, given, kind, order)),
  };
}

function without(
  stems: Map<StemId, StemReadings>,
  record: TreeRecord,
  id: StemId,
): Map<StemId, StemReadings> {
  const gone = withDescendants(treeFrom(record, stems), id);
  return new Map([...stems].filter(([stemId]) => !gone.has(stemId)));
}

/** What was done becomes part of the readings: lengths, angles and ends as the acts left them. */
function readingsOf(tree: Tree, before: ReadonlyMap<StemId, StemReadings>): Map<StemId, StemReadings> {
  return new Map(tree.stems.map((stem) => [stem.id, { ...before.get(stem.id), ...changed(stem) }]));
}

function changed(stem: Stem): StemReadings {
  const { tag, parent, origin, length, diameter, headed, endDiameter, growthCm } = stem;
  const { departure, set, tipAngle, runBearing, sideShoots, bears, holds } = stem;
  return {
    ...{ tag, parent, origin, length, diameter, headed, growthCm },
    ...(endDiameter && { endDiameter }),
    ...(sideShoots !== undefined && { sideShoots }),
    ...(bears && { bears }),
    ...(holds && { holds }),
    ...(departure.how !== 'estimated' && { angle: departure }),
    ...(set.how !== 'estimated' && { set, tipAngle }),
    ...(runBearing.how !== 'estimated' && { runBearing }),
  };
}
