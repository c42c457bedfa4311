import type { KindId } from '../kinds/kind-facts';
import { kindFacts } from '../kinds/kinds';
import type { BendCame } from '../acts/bend-came';
import { schoolOf, type School, type SchoolEdits } from '../schools/schools';
import type { FormId } from '../kinds/form-ids';
import type { RuleOverrides } from '../rules/defaults';
import type { Site } from '../sites/site';
import type { KindStages } from '../seasons/known';
import type { Part } from '../tree/part';
import type { Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { BudsDone } from '../buds/bud-work';
import type { BudReadings } from '../buds/whip-buds';
import { nextDormancy, woodSeason } from '../calendar/seasons';
import { waysOf, type Book, type PlainEvent } from './events';
import { eventsInForce } from './in-force';
import { bySeason } from './grown';
import { partsOf, wantedLimbsOf, type WantedLimb } from './parts';
import { roundOf, type Round } from './round';
import {
  footed,
  newTreeDraft,
  treeFrom,
  type GoneTree,
  type Ruling,
  type TreeBend,
  type TreeDraft,
  type TreeSeen,
  type Wait,
  type YardDraft,
} from './tree-draft';
import type { TreeRecord } from './tree-record';
import { woundsCame, type TreeWound } from './wounds-came';

/** What came of a bend on a tree of a kind. */
export interface KindBend extends BendCame {
  fruit: string;
}

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
  /** Limbs left for a year in doubt, with the day they are asked about again; missing where there are none. */
  waits?: Readonly<Record<StemId, WaitUntil>>;
  /** Lengths the grower has set for limbs that are cut back, cm. */
  cuts: Readonly<Record<StemId, number>>;
  /** Whether it has been cut before: a first shaping may take more. */
  shapedBefore: boolean;
  /** Times a leader was chosen and overtaken all the same. */
  leaderFailures: number;
  /** Buds read on a whip. */
  buds: BudReadings | undefined;
  /** Work done on its buds for the growth that comes next, or that goes on; missing where none was. */
  budsDone?: BudsDone;
  /** The same of the season before. */
  budsBefore?: BudsDone;
  /** Limbs asked of it where a bud was notched, and what came of them; missing where none was. */
  wanted?: readonly WantedLimb[];
  /** ISO date on which it is looked at: its season, leaf and age are those of this day, not of the last visit. */
  today: string;
  /** Work done on it since the wood's year began; missing where none was. */
  round?: Round;
  /** Its seasons about today, of weather and of what was seen; missing where no weather is known: then they are those of a normal year. */
  stages?: readonly KindStages[];
  /** ISO date of the last visit with readings; undefined if never measured. */
  visitedOn: string | undefined;
  /** What came of bends in this yard, on trees of each kind; missing where none was told of. */
  bends?: readonly KindBend[];
  /** Depth of snow that heights were read over at the last visit, cm; missing where none was told of. */
  snowCm?: number;
}

/** A book with its withdrawals and amendments worked in, for asking about many trees. */
export interface ReadBook {
  /** What the yard is called. */
  name: string;
  sites: readonly Site[];
  trees: readonly { record: TreeRecord; siteId: string }[];
  /** Trees that are no longer in the yard. */
  gone: readonly GoneTree[];
  eventsOf: ReadonlyMap<string, readonly PlainEvent[]>;
  /** Answers this yard has changed in the schools. */
  schoolEdits: SchoolEdits;
  /** What came of bends on its trees. */
  bends: readonly TreeBend[];
  /** What was seen of wounds on its trees. */
  wounds: readonly TreeWound[];
  /** Stages seen on its trees. */
  seen: readonly TreeSeen[];
}

/** Works a book's withdrawals and amendments in, up to and including a date. */
export function readBook(book: Book, onDate = '9999-12-31'): ReadBook {
  const yard: YardDraft = {
    name: book.yard.name,
    sites: new Map(),
    trees: [],
    gone: [],
    schoolEdits: {},
    bends: [],
    seen: [],
  };
  for (const site of book.yard.sites) {
    yard.sites.set(site.id, bareSite(site));
    for (const record of site.trees) yard.trees.push({ record, siteId: site.id });
  }
  const eventsOf = new Map<string, PlainEvent[]>();
  for (const event of eventsInForce(book.events)) {
    const ways = waysOf(event.kind);
    if (event.happenedOn > onDate && !ways.isTimeless) continue;
    ways.reduceYard?.(yard, event);
    if (!('treeId' in event)) continue;
    const list = eventsOf.get(event.treeId);
    if (list) list.push(event);
    else eventsOf.set(event.treeId, [event]);
  }
  keepGround(yard, book);
  const { name, trees, schoolEdits, bends, seen } = yard;
  const gone = yard.gone.map((tree) => ({
    ...tree,
    record: draftOf(tree.record, eventsOf.get(tree.record.id) ?? []).record,
  }));
  const wounds = woundsCame(eventsOf);
  return { name, sites: [...yard.sites.values()], trees, gone, eventsOf, schoolEdits, bends, wounds, seen };
}

/** A place where a tree stands is not gone, though one device took it back while another planted there. */
function keepGround({ sites, trees }: YardDraft, { yard, events }: Book): void {
  const without = new Set(trees.filter(({ siteId }) => !sites.has(siteId)).map(({ siteId }) => siteId));
  if (without.size === 0) return;
  for (const event of events)
    if (event.kind === 'site-added' && without.has(event.site.id) && !sites.has(event.site.id))
      sites.set(event.site.id, event.site);
  for (const site of yard.sites)
    if (without.has(site.id) && !sites.has(site.id)) sites.set(site.id, bareSite(site));
}

const bareSites = new WeakMap<object, Site>();

/** A site without its trees, the same object each time for the same one. */
function bareSite(site: Book['yard']['sites'][number]): Site {
  const known = bareSites.get(site);
  if (known) return known;
  const bare = Object.fromEntries(Object.entries(site).filter(([key]) => key !== 'trees')) as unknown as Site;
  bareSites.set(site, bare);
  return bare;
}

/** How a tree is looked at. */
interface Looked {
  today?: string;
  then?: readonly PlainEvent[];
  stages?: readonly KindStages[] | undefined;
}

/**
 * The state of one tree, or undefined when the book has no such tree or its site is missing.
 * @param today ISO date on which it is looked at; where it is not said, the day of its last visit, or of its planting
 * @param then events laid over it that are not in the book, such as a visit that is still being typed
 * @param stages its seasons, where weather or what was seen tells of them
 */
export function treeState(
  read: ReadBook,
  treeId: string,
  { today, then = [], stages }: Looked = {},
): TreeState | undefined {
  const known = read.trees.find(({ record }) => record.id === treeId);
  const ground = known && read.sites.find(({ id }) => id === known.siteId);
  if (!known || !ground) return undefined;
  const events = [...(read.eventsOf.get(treeId) ?? []), ...then];
  const draft = draftOf(known.record, events);
  const { record, form, rules, school, shapedBefore, leaderFailures, buds, visitedOn, stems } = draft;
  const round =
    today === undefined ? undefined : roundOf(known.record, read.eventsOf.get(treeId) ?? [], ground, today);
  const lookedOn = today ?? visitedOn ?? record.planted;
  const season = woodSeason(ground, lookedOn);
  const budWork = bySeason(ground, draft.budWork);
  const [budsDone, budsBefore] = [budWork.get(season), budWork.get(season - 1)];
  const bare = treeFrom(record, footed(record, stems));
  const about = { tree: bare, site: ground, form: known.record.form, events, budWork: draft.budWork };
  const wanted = wantedLimbsOf(about, lookedOn);
  const waits = waitsOf(draft, ground);
  // What was left a year is judged again once that year is over.
  const isOver = (id: StemId): boolean => (waits.get(id)?.until ?? '9') <= lookedOn;
  const rulings = [...draft.rulings].filter(([id, ruling]) => ruling !== 'wait' || !isOver(id));
  return {
    ...{ record, form, rules, shapedBefore, leaderFailures, buds, visitedOn },
    ...(budsDone && { budsDone }),
    ...(budsBefore && { budsBefore }),
    ...(wanted.length > 0 && { wanted }),
    ...(read.bends.length > 0 && { bends: bendsOf(read) }),
    ...(draft.snowCm && { snowCm: draft.snowCm }),
    ...(stages && { stages }),
    ...(round && { round }),
    site: { ...ground, clearance: [...ground.clearance, ...(record.clearance ?? [])] },
    tree: withWaits(withParts(bare, partsOf(about)), waits),
    rulings: Object.fromEntries(rulings),
    ...(waits.size > 0 && { waits: Object.fromEntries(waits) }),
    cuts: Object.fromEntries(draft.cuts),
    today: lookedOn,
    school: schoolOf(school, read.schoolEdits),
  };
}

/** A limb left for a year in doubt, and the ISO date on which it is asked about again. */
export interface WaitUntil extends Wait {
  until: string;
}

function waitsOf({ waits, stems }: TreeDraft, site: Site): Map<StemId, WaitUntil> {
  return new Map(
    [...waits]
      .filter(([id]) => stems.has(id))
      .map(([id, wait]) => [id, { ...wait, until: nextDormancy(site, wait.on) }]),
  );
}

/** A tree whose limbs left in doubt have their day, as any limb that is spared. */
function withWaits(tree: Tree, waits: ReadonlyMap<StemId, WaitUntil>): Tree {
  if (waits.size === 0) return tree;
  const stems = tree.stems.map((stem) => {
    const until = waits.get(stem.id)?.until;
    return until === undefined ? stem : { ...stem, spared: { until, keptFor: 'doubt' as const } };
  });
  return { ...tree, stems };
}

/** A tree whose stems say what they were grown for; the same tree where the book tells nothing of that. */
function withParts(tree: Tree, parts: ReadonlyMap<StemId, Part>): Tree {
  if (parts.size === 0) return tree;
  const stems = tree.stems.map((stem) => {
    const part = parts.get(stem.id);
    return part ? { ...stem, part } : stem;
  });
  return { ...tree, stems };
}

/** What came of bends, each with the kind of its tree. */
function bendsOf({ bends, trees, gone }: ReadBook): KindBend[] {
  const kinds = new Map([...gone, ...trees].map(({ record }) => [record.id, record.kind]));
  return bends.flatMap(({ treeId, ...came }): KindBend[] => {
    const fruit = kinds.get(treeId);
    return fruit === undefined ? [] : [{ ...came, fruit }];
  });
}

/** What was seen in a yard of wounds on trees of a kind. It is no part of a tree's state: a look at one wound would change every tree. */
export function woundsSeenOn({ wounds, trees, gone }: ReadBook, kind: KindId): TreeWound[] {
  const of = new Set(
    [...gone, ...trees].flatMap(({ record }) => (kindFacts(record.kind).id === kind ? [record.id] : [])),
  );
  return wounds.filter(({ treeId }) => of.has(treeId));
}

/** A tree as its events in force leave it: what was read of its stems, before anything was filled in. */
export function draftOf(record: TreeRecord, events: readonly PlainEvent[]): TreeDraft {
  const draft = newTreeDraft(record);
  for (const event of events) waysOf(event.kind).reduce?.(draft, event);
  return draft;
}
