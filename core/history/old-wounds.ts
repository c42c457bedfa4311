import type { Act } from '../acts/acts';
import { BENCH_CM } from '../acts/cut-place';
import { stemOf, trunkOf, type Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { waysOf, type PlainEvent } from './events';
import type { ReadBook } from './tree-at';
import { newTreeDraft, treeFrom, type TreeDraft } from './tree-draft';
import type { TreeRecord } from './tree-record';

/** Where a limb was taken off, on the stem that carried it; or the end of one that was cut back. */
export interface Wound {
  /** The limb that was cut, and the name on its tag. */
  limbId: StemId;
  tag: string;
  on: StemId;
  /** On the trunk a height above ground, on any other stem a distance along it, cm. */
  originCm: number;
  /** The way the limb left, deg clockwise from north and from upright. */
  bearingDeg: number;
  angleDeg: number;
  /** Across, mm. */
  diameterMm: number;
  /** Length of the stub that was left, cm; 0 where it was taken off at its collar. */
  pegCm: number;
  /** ISO date. */
  since: string;
  /** Whether it is the end of the limb itself, which was cut back to there. */
  isEnd?: true;
}

/** The wounds that limbs taken out leave on what stays; none of limbs that rise from the ground or go with their carrier. */
export function woundsLeft(tree: Tree, acts: readonly Act[], since: string): Wound[] {
  const cut = new Map(acts.flatMap((act) => (act.kind === 'take-out' ? [[act.stemId, act]] : [])));
  return tree.stems.flatMap(({ id, tag, parent, origin, bearing, shape }): Wound[] => {
    const act = cut.get(id);
    const on = parent.kind === 'stem' ? parent.stemId : parent.kind === 'rootstock' && trunkOf(tree)?.id;
    if (!act || !on || cut.has(on)) return [];
    const way = { bearingDeg: bearing.value, angleDeg: shape.departure.value };
    const pegCm = act.how === 'bench' ? BENCH_CM : 0;
    return [
      { limbId: id, tag, on, originCm: origin.value, ...way, diameterMm: act.diameterMm, pegCm, since },
    ];
  });
}

/** The ends that heading cuts leave; none of a stem that goes with the same work. */
function endsLeft(tree: Tree, acts: readonly Wounding[], since: string): Wound[] {
  const gone = new Set(acts.flatMap((act) => (act.kind === 'take-out' ? [act.stemId] : [])));
  return acts.flatMap((act): Wound[] => {
    const stem = act.kind === 'shorten' && !gone.has(act.stemId) && stemOf(tree, act.stemId);
    if (act.kind !== 'shorten' || !stem) return [];
    const { id, tag, shape } = stem;
    const way = { bearingDeg: shape.runBearing.value, angleDeg: shape.run.value };
    const at = { limbId: id, tag, on: id, originCm: act.toLengthCm, ...way };
    return [{ ...at, diameterMm: act.diameterMm, pegCm: 0, since, isEnd: true }];
  });
}

const known = new WeakMap<ReadBook, Map<string, Wound[]>>();

/** The wounds that work on record has left on a tree, the oldest first; those on wood that is gone since among them. */
export function oldWounds(read: ReadBook, treeId: string): Wound[] {
  const ofTrees = known.get(read) ?? new Map<string, Wound[]>();
  known.set(read, ofTrees);
  const record = read.trees.find((tree) => tree.record.id === treeId)?.record;
  const found = ofTrees.get(treeId) ?? (record ? woundsMade(record, read.eventsOf.get(treeId) ?? []) : []);
  ofTrees.set(treeId, found);
  return found;
}

/** An act that leaves a wound on what stays. */
export type Wounding = Extract<Act, { kind: 'take-out' | 'shorten' }>;
const isWounding = <A extends Act>(act: A): act is A & Wounding =>
  act.kind === 'take-out' || act.kind === 'shorten';

/**
 * The wounds that the work among some events has left on a tree.
 * @param isWanted of which cuts they are asked for; of all, unless said
 */
export function woundsMade(
  record: TreeRecord,
  events: readonly PlainEvent[],
  isWanted: (act: Wounding) => boolean = () => true,
): Wound[] {
  const wantedIn = (event: PlainEvent): Wounding[] =>
    event.kind === 'acts-done'
      ? event.acts.flatMap((act) => (isWounding(act) && isWanted(act) ? [act] : []))
      : [];
  const last = events.findLastIndex((event) => wantedIn(event).length > 0);
  const draft = newTreeDraft(record);
  return events.slice(0, last + 1).flatMap((event, i): Wound[] => {
    const acts = wantedIn(event);
    const left = acts.length > 0 ? leftBy(draft, acts, event.happenedOn) : [];
    if (i < last) waysOf(event.kind).reduce?.(draft, event);
    return left;
  });
}

function leftBy(draft: TreeDraft, acts: readonly Wounding[], since: string): Wound[] {
  const tree = treeFrom(draft.record, around(draft, acts));
  return [...woundsLeft(tree, acts, since), ...endsLeft(tree, acts, since)];
}

/** The stems that some acts cut, and those that rise from the ground: all that tells of their wounds. */
function around({ stems }: TreeDraft, acts: readonly Wounding[]): TreeDraft['stems'] {
  const cut = new Set(acts.map(({ stemId }) => stemId));
  return new Map([...stems].filter(([id, { parent }]) => cut.has(id) || parent?.kind === 'ground'));
}
