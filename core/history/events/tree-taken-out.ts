import { told } from '../../words/message';
import { id, oneOf, shape, text, type Typed } from '../../fields/fields';
import { TAKEN_OUT_WHY } from '../tree-draft';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['tree-taken-out']),
  treeId: id(),
  why: oneOf(TAKEN_OUT_WHY),
  words: text(400),
});

/** A tree that is no longer in the yard. Its book stays: taking this entry back puts it back with all of it. */
export type TreeTakenOut = Typed<typeof schema>;

export const treeTakenOut: EventWays<TreeTakenOut> = {
  schema,
  reduceYard({ trees, gone }, { id: eventId, treeId, why, words, happenedOn: on }) {
    const at = trees.findIndex(({ record }) => record.id === treeId);
    const [tree] = at < 0 ? [] : trees.splice(at, 1);
    if (tree) gone.push({ ...tree, ...{ eventId, on, why, words } });
  },
  told: ({ why }) => told(`taken-out.${why}`),
};
