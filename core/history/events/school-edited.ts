import { listOf, maybe, oneOf, shape, type Typed } from '../../fields/fields';
import { answersSchema, QUESTION_IDS } from '../../schools/questions';
import { SCHOOL_IDS } from '../../schools/schools';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['school-edited']),
  school: oneOf(SCHOOL_IDS),
  answers: answersSchema,
  /** The questions that are answered anew; missing where all are, or where all go back to the school's own. */
  anew: maybe(listOf(oneOf(QUESTION_IDS), QUESTION_IDS.length)),
});

/** The answers this yard has changed in a school. */
export type SchoolEdited = Typed<typeof schema>;

export const schoolEdited: EventWays<SchoolEdited> = {
  schema,
  reduceYard({ schoolEdits }, { school, answers, anew }) {
    // Another device may have answered others meanwhile: theirs stand.
    const isAnew = ([question]: [string, unknown]): boolean => anew?.some((one) => one === question) ?? true;
    const stands = Object.entries(schoolEdits[school] ?? {}).filter((one) => !isAnew(one));
    schoolEdits[school] = Object.fromEntries([...stands, ...Object.entries(answers).filter(isAnew)]);
  },
};
