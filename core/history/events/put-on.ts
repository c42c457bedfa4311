import { id, oneOf, shape, type Typed } from '../../fields/fields';
import { fixing, type Fixing } from '../../tree/stem-readings';
import { told } from '../../words/message';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['put-on']), treeId: id(), stemId: id(), fixing });

/** Something fixed to a stem, by the grower's word. */
export type PutOn = Typed<typeof schema>;

/** Whether what is fixed anew stands in for another thing: a stake for the stake, a thing for its like at the same place. */
const standsInFor =
  (fresh: Fixing) =>
  (other: Fixing): boolean => {
    if (other.what !== fresh.what) return false;
    if (fresh.what === 'stake') return true;
    return fresh.atCm === undefined
      ? other.atCm === undefined && other.to === fresh.to && other.since === fresh.since
      : other.atCm === fresh.atCm;
  };

export const putOn: EventWays<PutOn> = {
  schema,
  reduce(tree, { stemId, fixing: fresh }) {
    const stem = tree.stems.get(stemId);
    if (!stem) return;
    const others = (stem.fixings ?? []).filter((other) => !standsInFor(fresh)(other));
    tree.stems.set(stemId, { ...stem, fixings: [...others, fresh] });
  },
  told: ({ fixing: { what } }) => told('book.put-on', { what: told(`fixing.${what}`) }),
};
