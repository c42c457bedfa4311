import { id, oneOf, shape, text, type Typed } from '../../fields/fields';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['note']), treeId: id(), text: text(4000) });

/** Words written on a tree. */
export type Note = Typed<typeof schema>;

export const note: EventWays<Note> = {
  schema,
};
