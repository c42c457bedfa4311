import { id, oneOf, shape, type Typed } from '../../fields/fields';
import { FORM_IDS } from '../../kinds/form-ids';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['form-chosen']), treeId: id(), form: oneOf(FORM_IDS) });

/** The form a tree is trained to. */
export type FormChosen = Typed<typeof schema>;

export const formChosen: EventWays<FormChosen> = {
  schema,
  reduce: (tree, { form }) => void (tree.form = form),
};
