import { between, id, oneOf, shape, type Typed } from '../../fields/fields';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['cut-set']),
  treeId: id(),
  stemId: id(),
  toLengthCm: between(0, 1500).optional(),
});

/** A limb's length after its cut, cm, by the grower's own word; without one the program decides again. */
export type CutSet = Typed<typeof schema>;

export const cutSet: EventWays<CutSet> = {
  schema,
  reduce({ cuts }, { stemId, toLengthCm }) {
    if (toLengthCm === undefined) cuts.delete(stemId);
    else cuts.set(stemId, toLengthCm);
  },
};
