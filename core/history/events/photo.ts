import { told } from '../../words/message';
import { id, oneOf, shape, type Typed } from '../../fields/fields';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['photo']),
  treeId: id(),
  stemId: id().optional(),
  /** The picture itself is kept beside the book, under this name. */
  photo: id(),
});

/** A photograph taken of a tree, or of one of its limbs. */
export type Photo = Typed<typeof schema>;

export const photo: EventWays<Photo> = {
  schema,
  told: () => told('book.photo'),
};
