import { oneOf, shape, type Typed } from '../../fields/fields';
import { answersSchema } from '../../schools/questions';
import { SCHOOL_IDS } from '../../schools/schools';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['school-edited']), school: oneOf(SCHOOL_IDS), answers: answersSchema });

/** The answers this yard has changed in a school, all of them each time. */
export type SchoolEdited = Typed<typeof schema>;

export const schoolEdited: EventWays<SchoolEdited> = {
  schema,
  reduceYard: ({ schoolEdits }, { school, answers }) => void (schoolEdits[school] = answers),
};
