import { told } from '../../words/message';
import { id, oneOf, shape, type Typed } from '../../fields/fields';
import { dropStem } from '../tree-draft';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['lost']),
  treeId: id(),
  stemId: id(),
  how: oneOf(['broke', 'found-dead', 'browsed']),
});

/** A stem that broke, was found dead or was browsed, with all it carried. */
export type Lost = Typed<typeof schema>;

export const lost: EventWays<Lost> = {
  schema,
  reduce: (tree, { stemId }) => dropStem(tree, stemId),
  told: () => told('book.lost'),
};
