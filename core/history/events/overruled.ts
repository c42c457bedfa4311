import { id, maybe, oneOf, shape, type Typed } from '../../fields/fields';
import { reasonSchema } from '../../words/written';
import { RULINGS } from '../tree-draft';
import type { EventWays } from '../event';

const schema = shape({
  ...{ kind: oneOf(['overruled']), treeId: id(), stemId: id(), ruling: oneOf(RULINGS) },
  /** What spoke against the limb on that day, where it is left in doubt. */
  doubt: maybe(reasonSchema()),
});

/** What the grower says against, or for, the program's verdict on a stem. */
export type Overruled = Typed<typeof schema>;

export const overruled: EventWays<Overruled> = {
  schema,
  reduce({ rulings, waits }, { stemId, ruling, doubt, happenedOn }) {
    rulings.set(stemId, ruling);
    if (ruling === 'wait') waits.set(stemId, { on: happenedOn, ...(doubt && { doubt }) });
    else waits.delete(stemId);
  },
};
