import { withBudWork, type BudsDone } from '../buds/bud-work';
import { woodSeason } from '../calendar/seasons';
import type { FormId } from '../kinds/form-ids';
import type { Site } from '../sites/site';
import type { Part, PartRole } from '../tree/part';
import { trunkOf, type Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { Message } from '../words/message';
import type { PlainEvent } from './events';
import type { ShootRead } from './events/shoots-read';
import {
  apartBy,
  matchedBy,
  NEAR_SHOOT,
  NEAR_WANTED,
  nearOfBud,
  type Near,
  type PlaceOnStem,
} from './place-on-stem';
import type { BudWorkDone } from './tree-draft';

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
export interface Grown {
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

/** All that was to become limbs: buds of a plan that was ticked, shoots in leaf, limbs that were wanted. */
export function grownOf(question: PartsQuestion): Grown[] {
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
export function wantedTold({ events, site, form }: PartsQuestion, trunkId: StemId): Grown[] {
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
/** Whether it was read as a shoot in leaf, and not only as the bud or the place it was to come from. */
export const isOfShoot = ({ key }: Pick<Grown, 'key'>): boolean => key.startsWith(SHOOT);
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
