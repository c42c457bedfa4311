import { told } from '../../words/message';
import { between, id, oneOf, record, shape, type Typed } from '../../fields/fields';
import { isPlainId } from '../../fields/plain';
import { refused } from '../../fields/refusal';
import { MOST_STEMS, stemReadings } from '../../tree/stem-readings';
import { reRead } from '../tree-draft';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['visit']),
  treeId: id(),
  stems: record(stemReadings, isPlainId, MOST_STEMS, refused('refused.keys', { most: MOST_STEMS })),
  /** Depth of snow that heights were read over, cm: such heights are provisional. */
  snowCm: between(0, 300).optional(),
});

/** Readings of a tree's stems; anything may be missing, and later visits add to earlier ones. */
export type Visit = Typed<typeof schema>;

/** What may be seen of a stem without the tree being read: a tie that was looked at, a bud beside a cut. */
const SEEN_BESIDE: readonly string[] = ['fixings', 'budsSeen'];

/** Whether a visit read the tree, and did not only see something beside its work. */
export const isRead = ({ stems }: Visit): boolean =>
  Object.keys(stems).length === 0 ||
  Object.values(stems).some((given) => Object.keys(given).some((name) => !SEEN_BESIDE.includes(name)));

export const visit: EventWays<Visit> = {
  schema,
  reduce(tree, { stems, snowCm, happenedOn }) {
    tree.visitedOn = happenedOn;
    // Heights read again with no word of snow are heights above the ground.
    if (snowCm !== undefined) tree.snowCm = snowCm;
    else if (Object.values(stems).some(({ origin }) => origin)) delete tree.snowCm;
    for (const [id, given] of Object.entries(stems)) {
      tree.stems.set(id, reRead(tree.stems.get(id), given));
      // A length set for a limb as it stood: one measured anew is no longer the limb that was meant.
      if (given.length) tree.cuts.delete(id);
    }
  },
  told: () => told('book.measured'),
};
