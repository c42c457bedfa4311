import { id, oneOf, shape, type Typed } from '../../fields/fields';
import { SCHOOL_IDS } from '../../schools/schools';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['school-chosen']), treeId: id(), school: oneOf(SCHOOL_IDS) });

/** The school a tree is trained by. */
export type SchoolChosen = Typed<typeof schema>;

export const schoolChosen: EventWays<SchoolChosen> = {
  schema,
  reduce: (tree, { school }) => void (tree.school = school),
};
