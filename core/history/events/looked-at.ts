import { isFixing } from '../../acts/let-go';
import { between, id, oneOf, shape, type Typed } from '../../fields/fields';
import { FIXINGS } from '../../tree/stem-readings';
import { mm, told } from '../../words/message';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['looked-at']),
  treeId: id(),
  stemId: id(),
  /** What was looked at, and where along its stem, cm, if that is on record. */
  what: oneOf(FIXINGS),
  atCm: between(0, 1500).optional(),
  /** Inner width its loop was made to, mm, where that was done. */
  loopMm: between(0, 700).optional(),
});

/** What is fixed to a stem, looked at and well, or with its loop made wider. */
export type LookedAt = Typed<typeof schema>;

export const lookedAt: EventWays<LookedAt> = {
  schema,
  reduce(tree, { stemId, what, atCm, loopMm, happenedOn }) {
    const stem = tree.stems.get(stemId);
    if (!stem) return;
    const isIt = isFixing({ what, atCm });
    const seen = { lookedOn: happenedOn, ...(loopMm !== undefined && { loopMm }) };
    const fixings = (stem.fixings ?? []).map((one) => (isIt(one) ? { ...one, ...seen } : one));
    tree.stems.set(stemId, { ...stem, fixings });
  },
  told({ what, loopMm }) {
    const thing = told(`fixing.${what}`);
    return loopMm === undefined
      ? told('book.again', { what: thing })
      : told('book.made-wider', { what: thing, loop: mm(loopMm) });
  },
};
