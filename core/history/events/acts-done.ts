import { told } from '../../words/message';
import { afterActs, plannedAct, type Act, type PlannedAct } from '../../acts/acts';
import { id, listOf, oneOf, record, shape, text, type Typed } from '../../fields/fields';
import { isPlainId } from '../../fields/plain';
import { refused } from '../../fields/refusal';
import type { Stem } from '../../tree/stem';
import { MOST_STEMS, stemReadings, type StemId, type StemReadings } from '../../tree/stem-readings';
import { dropStem, treeFrom, type TreeDraft } from '../tree-draft';
import type { EventWays } from '../event';

/** The tree as work left it: readings of the stems it changed, and the stems it took off. */
const leftSchema = shape({
  stems: record(stemReadings, isPlainId, MOST_STEMS, refused('refused.keys', { most: MOST_STEMS })),
  gone: listOf(id(), MOST_STEMS),
});
export type Left = Typed<typeof leftSchema>;

const schema = shape({
  kind: oneOf(['acts-done']),
  treeId: id(),
  acts: listOf(plannedAct, 500),
  left: leftSchema,
  /** Who did it, where that is not the one who writes. */
  by: text(80).optional(),
});

/**
 * Work carried out, each act with the reason, number and limit of its day, and the readings that resulted. The tree follows
 * from those readings, never from the acts: what is known of bending or cutting may grow without rewriting an old tree.
 */
export type ActsDone = Typed<typeof schema>;

export const actsDone: EventWays<ActsDone> = {
  schema,
  reduce(tree, { acts, left }) {
    tree.shapedBefore ||= acts.some(({ kind }) => kind === 'take-out' || kind === 'shorten');
    for (const gone of left.gone) dropStem(tree, gone);
    for (const [id, readings] of Object.entries(left.stems)) {
      const stem = tree.stems.get(id);
      // A stem that is no longer in the book, because its visit was undone since, does not come back by its work.
      if (stem) tree.stems.set(id, { ...stem, ...readings });
    }
    // A stay says itself until when, so that one written before its limb was marked as spared comes up too.
    for (const act of acts) {
      const stem = act.kind === 'stay' ? tree.stems.get(act.stemId) : undefined;
      if (act.kind === 'stay' && stem)
        tree.stems.set(act.stemId, { ...stem, spared: { until: act.until, keptFor: act.keptFor } });
    }
    tree.cuts.clear();
  },
  // What was let go as planned had held.
  reduceYard({ bends }, { treeId, acts }) {
    for (const act of acts)
      if (act.kind === 'let-go' && act.strained) bends.push({ treeId, ...act.strained, came: 'held' });
  },
  told: ({ acts }) => told('book.work', { acts: acts.length }),
};

/** What acts done today would leave of a tree, to be written down with them. */
export function leftBy({ record, stems }: Pick<TreeDraft, 'record' | 'stems'>, acts: readonly Act[]): Left {
  const before = treeFrom(record, stems);
  const after = new Map(afterActs(before, acts).stems.map((stem) => [stem.id, stem]));
  const changed = before.stems.flatMap((stem): [StemId, StemReadings][] => {
    const left = after.get(stem.id);
    return left && left !== stem ? [[stem.id, readingsOf(left)]] : [];
  });
  return {
    stems: Object.fromEntries(changed),
    gone: before.stems.flatMap(({ id }) => (after.has(id) ? [] : [id])),
  };
}

/** The body of an event for acts of a plan carried out on a tree. */
export const doneOn = (
  treeId: string,
  tree: Pick<TreeDraft, 'record' | 'stems'>,
  acts: readonly PlannedAct[],
): ActsDone => ({ kind: 'acts-done', treeId, acts, left: leftBy(tree, acts) });

/** What was done becomes part of the readings: lengths, angles and ends as the acts left them. */
export function readingsOf(stem: Stem): StemReadings {
  const { tag, parent, origin, length, diameter, headed, endDiameter, growthCm } = stem;
  const { sideShoots, bears, fixings, spared, shape } = stem;
  const { departure, runBearing, run, tip, turn } = shape;
  return {
    ...{ tag, parent, origin, length, diameter, headed, growthCm },
    ...(endDiameter && { endDiameter }),
    ...(sideShoots !== undefined && { sideShoots }),
    ...(bears && { bears }),
    ...(fixings && { fixings }),
    ...(spared && { spared }),
    ...(departure.how !== 'filled-in' && { angle: departure }),
    ...(run.how !== 'filled-in' && { set: run, tipAngle: tip }),
    ...(runBearing.how !== 'filled-in' && { runBearing }),
    ...(turn && { turn }),
  };
}
