import { id, oneOf, shape, text, type Typed } from '../../fields/fields';
import { told } from '../../words/message';
import type { EventWays } from '../event';

/** Why planned work was not done. */
export const UNDONE_WHY = [
  'unsure',
  'weather',
  'no-tool',
  'out-of-reach',
  'not-there',
  'later',
  'other',
] as const;
export type UndoneWhy = (typeof UNDONE_WHY)[number];

const schema = shape({
  kind: oneOf(['left-undone']),
  treeId: id(),
  /** The act of the plan, by its name there; and the stem it is about. */
  actId: text(120),
  stemId: id().optional(),
  why: oneOf(UNDONE_WHY),
  text: text(400).optional(),
  by: text(80).optional(),
});

/** A planned act that was not done, and why: it is asked about again. */
export type LeftUndone = Typed<typeof schema>;

export const leftUndone: EventWays<LeftUndone> = {
  schema,
  told: ({ why }) => told('book.left-undone', { why: told(`undone.${why}`) }),
};
