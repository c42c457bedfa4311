import { bearingDifference } from '../geometry/vector';
import { withBudWork, type BudsDone, type PlannedBud } from '../buds/bud-work';
import { woodSeason } from '../calendar/seasons';
import type { FormId } from '../kinds/form-ids';
import type { Site } from '../sites/site';
import type { Part, PartRole, SpareFor } from '../tree/part';
import { trunkOf, type Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { Message } from '../words/message';
import type { PlainEvent } from './events';
import type { ShootRead } from './events/shoots-read';
import { isRead } from './events/visit';
import type { BudWorkDone } from './tree-draft';

/** A place on a stem: cm along it (on the trunk, its height) and a bearing, deg; what is not known is missing. */
export interface PlaceOnStem {
  onStem: StemId;
  atCm?: number;
  bearingDeg?: number;
}

/** How far a winter's reading may be from where a shoot or a bud was seen, cm and deg. Working values. */
export interface Near {
  cm: number;
  deg: number;
}
export const NEAR_SHOOT: Near = { cm: 5, deg: 30 };
const NEAR_BUD_CM = 4;
const NEAR_BUD_DEG = 45;
const NEAR_WANTED: Near = { cm: 10, deg: 45 };

/** How far from its bud a shoot may be read: the less sure its facing, the more its height alone tells. */
export const nearOfBud = ({ sureDeg }: Pick<PlannedBud, 'sureDeg'>): Near => ({
  cm: NEAR_BUD_CM,
  deg: Math.max(NEAR_BUD_DEG, 2 * sureDeg),
});

/** How far one place is from another, 0 and up, 1 at the end of what is near in either way; undefined where they are too far. */
export function apartBy(a: PlaceOnStem, b: PlaceOnStem, near: Near): number | undefined {
  if (a.onStem !== b.onStem) return undefined;
  const off = (x: number | undefined, y: number | undefined, by: (x: number, y: number) => number): number =>
    x === undefined || y === undefined ? 0 : by(x, y);
  const cm = off(a.atCm, b.atCm, (x, y) => Math.abs(x - y) / near.cm);
  const deg = off(a.bearingDeg, b.bearingDeg, (x, y) => bearingDifference(x, y) / near.deg);
  return cm > 1 || deg > 1 ? undefined : Math.hypot(cm, deg);
}

/** What the parts of a tree's stems are told from: its book, its site, and what is on record of its buds. */
export interface PartsQuestion {
  tree: Tree;
  site: Site;
  /** The form it was planted for. */
  form: FormId;
  events: readonly PlainEvent[];
  budWork: readonly BudWorkDone[];
}

/** Something that was to become a limb, from the day on which it was first told of. */
interface Grown {
  key: string;
  season: number;
  role: PartRole;
  from: Part['from'];
  on: string;
  form: FormId;
  at: PlaceOnStem;
  near: Near;
  /** The stem it is read as in winter, where that is known beforehand. */
  row?: StemId;
  tag?: string;
  spareFor?: string;
  isBroken?: boolean;
  isNotched?: boolean;
  isPegged?: boolean;
  place?: Message;
}

/** The stem that a shoot read in leaf in a season becomes. */
export const rowOf = (season: number, shoot: string): StemId => `${season}-${shoot}`;

/** What every stem of a tree was grown for, as far as the book tells. */
export function partsOf(question: PartsQuestion): ReadonlyMap<StemId, Part> {
  const grown = grownOf(question);
  const parts = new Map<StemId, Part>();
  if (grown.length === 0) return parts;
  const seen = stemsSeen(question);
  const became = matched(grown, seen);
  const stands = new Set(question.tree.stems.map(({ id }) => id));
  for (const one of grown) {
    const stemId = became.get(one.key);
    if (stemId === undefined || !stands.has(stemId) || parts.get(stemId)?.role === 'chosen') continue;
    const spareFor = one.role === 'spare' ? spareForOf(one) : undefined;
    parts.set(stemId, {
      ...{ role: one.role, from: one.from, on: one.on, form: one.form },
      ...(spareFor && { spareFor }),
      ...(one.place && { place: one.place }),
      ...(one.isNotched && { isNotched: true }),
      ...(one.isPegged && { isPegged: true }),
    });
  }
  return parts;

  function saidLost({ row }: Grown): boolean {
    return question.events.some((event) => event.kind === 'lost' && event.stemId === row);
  }

  function spareForOf(spare: Grown): SpareFor | undefined {
    const chosen = chosenFor(spare, grown);
    if (!chosen) return undefined;
    const stemId = became.get(chosen.key);
    const lost = { is: 'lost', name: chosen.key, role: chosen.role } as const;
    if (stemId !== undefined) return stands.has(stemId) ? { is: 'stem', stemId } : lost;
    const isShoot = chosen.key.startsWith(SHOOT);
    const isLost = chosen.isBroken === true || saidLost(chosen) || (!isShoot && isReadSince(chosen, seen));
    return isLost ? lost : { is: 'unread', ...(chosen.tag && { tag: chosen.tag }) };
  }
}

/** The chosen one that a spare stands by: the one it was said to, else the nearest of its season on the same stem. */
function chosenFor(spare: Grown, grown: readonly Grown[]): Grown | undefined {
  const chosen = grown.filter(({ role, season }) => role !== 'spare' && season === spare.season);
  const said = chosen.find(({ key }) => key === spare.spareFor);
  if (said || spare.spareFor !== undefined) return said;
  const apart = ({ at }: Grown): number => Math.abs((at.atCm ?? 0) - (spare.at.atCm ?? 0));
  return chosen.filter(({ at }) => at.onStem === spare.at.onStem).sort((a, b) => apart(a) - apart(b))[0];
}

/** Whether new limbs were read in the winter after a bud was to break: one that is not among them did not. */
const isReadSince = ({ on, season }: Grown, seen: readonly Seen[]): boolean =>
  seen.some(({ first }) => first > on && Number(first.slice(0, 4)) >= season);

/** All that was to become limbs: buds of a plan that was ticked, shoots in leaf, limbs that were wanted. */
function grownOf(question: PartsQuestion): Grown[] {
  const { site, tree, budWork } = question;
  const trunkId = trunkOf(tree)?.id;
  const shoots = shootsTold(question);
  const buds =
    trunkId === undefined
      ? []
      : [...bySeason(site, budWork)].flatMap(([season, work]) => budsTold(trunkId, season, work));
  const wanted = trunkId === undefined ? [] : wantedTold(question, trunkId);
  // A shoot that stands where a bud was chosen is that bud's: what was said of the shoot itself counts.
  const fromBuds = new Map(
    matchedBy(
      shoots.filter(({ row }) => row !== undefined),
      [...buds, ...wanted],
      (shoot, bud) => (shoot.season === bud.season ? apartBy(shoot.at, bud.at, bud.near) : undefined),
    ).map(([shoot, bud]) => [shoot, bud]),
  );
  const taken = new Map([...fromBuds].map(([shoot, bud]) => [bud.key, shoot.key]));
  const asShoot = (key: string | undefined): string | undefined => key && (taken.get(key) ?? key);
  const told = shoots.flatMap((shoot): Grown[] => {
    const bud = fromBuds.get(shoot);
    const role = shoot.role ?? bud?.role;
    if (!role) return [];
    const spareFor = shoot.spareFor ?? asShoot(bud?.spareFor);
    return [
      {
        ...bud,
        ...shoot,
        role,
        ...(bud && { on: bud.on }),
        ...(shoot.role === undefined && { from: 'tick' as const }),
        ...(spareFor !== undefined && { spareFor }),
      },
    ];
  });
  const rest = [...buds, ...wanted]
    .filter(({ key }) => !taken.has(key))
    .map((one): Grown => {
      const spareFor = asShoot(one.spareFor);
      return { ...one, ...(spareFor !== undefined && { spareFor }) };
    });
  // What was said later of the same place counts: it comes last.
  return [...rest, ...told].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
}

/** Work on buds by the season of growth it was done for. */
export function bySeason(site: Site, budWork: readonly BudWorkDone[]): Map<number, BudsDone> {
  const seasons = new Map<number, BudsDone>();
  for (const work of budWork) {
    const season = woodSeason(site, work.on);
    seasons.set(season, withBudWork(seasons.get(season), work));
  }
  return seasons;
}

const budKey = (season: number, bud: number): string => `bud ${season} ${bud}`;

/** The buds of a plan that was ticked, in whole or in part: those dealt with, and their spares. */
function budsTold(trunkId: StemId, season: number, { on, form, buds, done }: BudsDone): Grown[] {
  const dealtWith = new Set(done);
  return buds
    .filter(({ bud, spareFor }) => dealtWith.has(spareFor ?? bud))
    .map(({ bud, heightCm, bearingDeg, sureDeg, role, spareFor, isNotched, place }): Grown => ({
      ...{ key: budKey(season, bud), season, role, from: 'tick', on, form },
      at: { onStem: trunkId, atCm: heightCm, bearingDeg },
      near: nearOfBud({ sureDeg }),
      row: rowOf(season, `bud-${bud}`),
      ...(spareFor !== undefined && { spareFor: budKey(season, spareFor) }),
      ...(isNotched && { isNotched: true }),
      ...(place && { place }),
    }));
}

/** Limbs that were wanted where a bud was notched or the first shoot is to be left, once that was ticked. */
function wantedTold({ events, site, form }: PartsQuestion, trunkId: StemId): Grown[] {
  let formThen = form;
  return events.flatMap((event): Grown[] => {
    if (event.kind === 'form-chosen') formThen = event.form;
    if (event.kind !== 'acts-done') return [];
    const season = woodSeason(site, event.happenedOn);
    const about = { season, role: 'chosen', from: 'tick', on: event.happenedOn, form: formThen } as const;
    return event.acts.flatMap((act): Grown[] => {
      const key = `${event.id} ${act.id}`;
      if (act.kind === 'make-limb')
        return [
          {
            ...{ ...about, key, near: NEAR_WANTED, place: act.place },
            at: { onStem: trunkId, atCm: act.heightCm, bearingDeg: act.bearingDeg },
            ...(act.how === 'notch' && { isNotched: true }),
          },
        ];
      if (act.kind !== 'notch') return [];
      const at = { onStem: act.stemId, atCm: act.atCm, bearingDeg: act.towardDeg };
      return [{ ...about, key, near: NEAR_WANTED, at, isNotched: true }];
    });
  });
}

/** A limb that was asked of the tree: where, since when, and what came of it, once its season was read. */
export interface WantedLimb extends PlaceOnStem {
  atCm: number;
  bearingDeg: number;
  on: string;
  isNotched: boolean;
  place?: Message;
  /** The stem that came there; none where winter was read and nothing stands there. */
  came?: StemId | 'none';
}

/** Limbs asked of a tree in the season of growth that comes, goes on or was the last. */
export function wantedLimbsOf(question: PartsQuestion, today: string): WantedLimb[] {
  const trunkId = trunkOf(question.tree)?.id;
  if (trunkId === undefined) return [];
  const now = woodSeason(question.site, today);
  const wanted = wantedTold(question, trunkId).filter(({ season }) => season === now || season === now - 1);
  if (wanted.length === 0) return [];
  const seen = stemsSeen(question);
  const became = matched(wanted, seen);
  return wanted.map((one): WantedLimb => {
    const { at, on, isNotched = false, place, key } = one;
    const stemId = became.get(key);
    const came = stemId ?? (isReadSince(one, seen) || isReadInWinter(question, one) ? 'none' : undefined);
    return {
      ...{ onStem: at.onStem, atCm: at.atCm ?? 0, bearingDeg: at.bearingDeg ?? 0, on, isNotched },
      ...(place && { place }),
      ...(came !== undefined && { came }),
    };
  });
}

/** Whether the tree was read in the winter after a season of growth. */
const isReadInWinter = ({ events, site }: PartsQuestion, { season }: Grown): boolean =>
  events.some(
    (event) => event.kind === 'visit' && isRead(event) && woodSeason(site, event.happenedOn) > season,
  );

/** Shoots read in leaf, each as it was read last, in whichever season. */
function shootsTold({ events, site, form }: PartsQuestion): (Omit<Grown, 'role'> & { role?: PartRole })[] {
  const shoots = new Map<string, Omit<Grown, 'role'> & { role?: PartRole }>();
  let formThen = form;
  for (const event of events) {
    if (event.kind === 'form-chosen') formThen = event.form;
    const season = woodSeason(site, event.happenedOn);
    if (event.kind === 'shoots-read')
      for (const read of event.shoots)
        noteShoot(shoots, read, { season, on: event.happenedOn, form: formThen });
    if (event.kind === 'season-work' && event.isDone && event.act === 'peg')
      for (const id of event.stemIds ?? []) {
        const key = shootKey(season, id);
        const shoot = shoots.get(key);
        if (shoot) shoots.set(key, { ...shoot, isPegged: true });
      }
  }
  return [...shoots.values()];
}

const SHOOT = 'shoot';
const shootKey = (season: number, shoot: string): string => `${SHOOT} ${season} ${shoot}`;

function noteShoot(
  shoots: Map<string, Omit<Grown, 'role'> & { role?: PartRole }>,
  { shoot, tag, onStem, atCm, bearingDeg, role, spareFor, isBroken, isNone }: ShootRead,
  { season, on, form }: { season: number; on: string; form: FormId },
): void {
  const key = shootKey(season, shoot);
  if (isNone) return void shoots.delete(key);
  const before = shoots.get(key);
  const at = {
    ...(before?.at ?? { onStem: onStem ?? shoot }),
    ...(atCm !== undefined && { atCm }),
    ...(bearingDeg !== undefined && { bearingDeg }),
  };
  const isStem = onStem === undefined && before?.row === undefined;
  const said = role === 'other' ? undefined : role;
  shoots.set(key, {
    ...(before ?? { on, form, from: 'own-word' }),
    ...{ key, season, at, near: NEAR_SHOOT },
    row: isStem ? shoot : rowOf(season, shoot),
    ...(tag !== undefined && { tag }),
    ...(said && { role: said }),
    ...(spareFor !== undefined && { spareFor: shootKey(season, spareFor) }),
    ...(isBroken !== undefined && { isBroken }),
  });
  if (role === 'other') delete (shoots.get(key) as { role?: PartRole }).role;
}

/** A stem that was ever read: where it rises, and the ISO date on which it was read first. */
interface Seen extends PlaceOnStem {
  id: StemId;
  first: string;
}

function stemsSeen({ events }: PartsQuestion): Seen[] {
  const seen = new Map<StemId, Seen>();
  for (const event of events) {
    if (event.kind !== 'visit') continue;
    for (const [id, { parent, origin, bearing, runBearing }] of Object.entries(event.stems)) {
      const before = seen.get(id) ?? { id, onStem: '', first: event.happenedOn };
      const bearingDeg = (runBearing ?? bearing)?.value ?? before.bearingDeg;
      const atCm = origin?.value ?? before.atCm;
      seen.set(id, {
        ...before,
        ...(parent?.kind === 'stem' && { onStem: parent.stemId }),
        ...(atCm !== undefined && { atCm }),
        ...(bearingDeg !== undefined && { bearingDeg }),
      });
    }
  }
  return [...seen.values()];
}

/** The stem each became: under its own row, else the nearest place, each stem for one of them. */
function matched(grown: readonly Grown[], seen: readonly Seen[]): Map<string, StemId> {
  const byRow = new Map(
    grown.flatMap(({ key, row }): [string, StemId][] =>
      row !== undefined && seen.some(({ id }) => id === row) ? [[key, row]] : [],
    ),
  );
  const taken = new Set(byRow.values());
  const near = matchedBy(
    grown.filter(({ key }) => !byRow.has(key)),
    seen.filter(({ id }) => !taken.has(id)),
    // What stood before is not what grew after.
    (one, stem) => (stem.first < one.on ? undefined : apartBy(one.at, stem, one.near)),
  );
  return new Map([...byRow, ...near.map(([{ key }, { id }]): [string, StemId] => [key, id])]);
}

/** One to one, the nearest first: pairs of things that are near each other. */
function matchedBy<A, B>(
  as: readonly A[],
  bs: readonly B[],
  apart: (a: A, b: B) => number | undefined,
): [A, B][] {
  const pairs = as.flatMap((a) =>
    bs.flatMap((b): { a: A; b: B; by: number }[] => {
      const by = apart(a, b);
      return by === undefined ? [] : [{ a, b, by }];
    }),
  );
  const gone = new Set<A | B>();
  return pairs
    .sort((p, q) => p.by - q.by)
    .flatMap(({ a, b }): [A, B][] => {
      if (gone.has(a) || gone.has(b)) return [];
      gone.add(a).add(b);
      return [[a, b]];
    });
}
