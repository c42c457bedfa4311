import { id, oneOf, shape, type Typed } from '../../fields/fields';
import { RULINGS } from '../tree-draft';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['overruled']), treeId: id(), stemId: id(), ruling: oneOf(RULINGS) });

/** What the grower says against, or for, the program's verdict on a stem. */
export type Overruled = Typed<typeof schema>;

export const overruled: EventWays<Overruled> = {
  schema,
  reduce: (tree, { stemId, ruling }) => void tree.rulings.set(stemId, ruling),
};
