import { id, oneOf, shape, type Typed } from '../../fields/fields';
import { told } from '../../words/message';
import type { EventWays } from '../event';

/** How a wound looks: closed over; callus rolling in from its edge; no further than a year ago; weeping, or with dead bark round it. */
export const WOUND_LOOKS = ['closed', 'closing', 'still', 'sick'] as const;
export type WoundLook = (typeof WOUND_LOOKS)[number];

const schema = shape({
  kind: oneOf(['wound-seen']),
  treeId: id(),
  /** The limb that was taken off where the wound is. */
  limbId: id(),
  looks: oneOf(WOUND_LOOKS),
});

/** The wound of a limb that was taken off, looked at. It changes no reading. */
export type WoundSeen = Typed<typeof schema>;

export const woundSeen: EventWays<WoundSeen> = {
  schema,
  told: ({ looks }) => told('book.wound-seen', { looks: told(`wound.${looks}`) }),
};
