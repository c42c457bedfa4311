import { id, oneOf, shape, type Typed } from '../../fields/fields';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['leader-failed']), treeId: id() });

/** A leader was chosen and overtaken all the same. */
export type LeaderFailed = Typed<typeof schema>;

export const leaderFailed: EventWays<LeaderFailed> = {
  schema,
  reduce: (tree) => void tree.leaderFailures++,
};
