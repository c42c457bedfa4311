import { told } from '../../words/message';
import { id, oneOf, shape, text, type Typed } from '../../fields/fields';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['note']), treeId: id(), stemId: id().optional(), text: text(4000) });

/** Words written on a tree, or on one of its limbs. */
export type Note = Typed<typeof schema>;

export const note: EventWays<Note> = {
  schema,
  told: ({ text }) => told('book.note', { text }),
};
