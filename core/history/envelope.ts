import { day, id, shape, text, whole, type Typed } from '../fields/fields';
import { refused } from '../fields/refusal';

const INSTANT_PATTERN = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,9})?(Z|[+-]\d\d:\d\d)$/;

/** Highest reading of the book's clock: some 285,000 years of milliseconds, within what JSON keeps whole. */
export const LAST_CLOCK = 9e15;

/** Who wrote an event, when, and under which figures. */
export const envelope = {
  id: id(),
  device: id(),
  /** Rises by one for each event of a device. */
  sequence: whole(0, 1e9),
  /** The book's own clock (`clock.ts`): later than all its device had seen when it was written. */
  clock: whole(0, LAST_CLOCK),
  /** ISO date on which it happened in the yard. */
  happenedOn: day(),
  /** ISO instant at which it was written down, by the device's own clock: told, never reckoned with. */
  recordedAt: text(40).matches(INSTANT_PATTERN, refused('refused.instant')),
  ruleSet: text(20),
};

export const envelopeSchema = shape(envelope);
export type Envelope = Typed<typeof envelopeSchema>;
