import { oneOf, shape, text, type Typed } from '../../fields/fields';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['yard-named']), name: text(120) });

/** Another name for the yard. */
export type YardNamed = Typed<typeof schema>;

export const yardNamed: EventWays<YardNamed> = {
  schema,
  isTimeless: true,
  reduceYard: (yard, { name }) => void (yard.name = name),
};
