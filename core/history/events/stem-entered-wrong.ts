import { id, oneOf, shape, type Typed } from '../../fields/fields';
import { dropStem } from '../tree-draft';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['stem-entered-wrong']), treeId: id(), stemId: id() });

/** A stem that never was: it was written down by mistake. */
export type StemEnteredWrong = Typed<typeof schema>;

export const stemEnteredWrong: EventWays<StemEnteredWrong> = {
  schema,
  reduce: (tree, { stemId }) => dropStem(tree, stemId),
};
