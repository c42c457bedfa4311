import { boolean } from 'yup';
import { comesToLie, isFixing } from '../../acts/let-go';
import { strained } from '../../acts/bend-came';
import { between, id, maybe, oneOf, shape, type Typed } from '../../fields/fields';
import { reading, type Reading } from '../../readings/reading';
import { FIXINGS, type Fixing } from '../../tree/stem-readings';
import { deg, told } from '../../words/message';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['let-go']),
  treeId: id(),
  stemId: id(),
  what: oneOf(FIXINGS),
  atCm: between(0, 1500).optional(),
  /** The angle it was held at and the one it came back to, deg from upright; missing for what held no bend. */
  heldDeg: between(0, 180).optional(),
  backToDeg: between(0, 180).optional(),
  /** How far it was expected to come back, deg. */
  expectedDeg: between(0, 180).optional(),
  /** What the bend had asked of its wood, which bore it. */
  strained: maybe(strained),
  /** Whether it stays off, or was tied again. */
  staysOff: boolean().strict().required(),
});

/** A tie let go to see how far the limb comes back; or anything fixed taken off. */
export type LetGo = Typed<typeof schema>;

/** Where the limb lies then: as it was read, or as it was expected to come back; undefined where neither is known. */
function liesAt({ backToDeg, expectedDeg }: LetGo, fixing: Fixing | undefined): Reading | undefined {
  if (backToDeg !== undefined) return reading('angle', backToDeg, 'gauge');
  return fixing && comesToLie(fixing, expectedDeg);
}

/** What is tied again holds from then on what has not set yet, and its day to come off is reckoned anew. */
function tiedAgain(fixing: Fixing, since: string, lies: Reading | undefined): Fixing {
  const again = { ...fixing, since };
  delete again.offBy;
  if (lies && fixing.toDeg !== undefined) again.fromDeg = lies.value;
  return again;
}

export const letGo: EventWays<LetGo> = {
  schema,
  reduce(tree, event) {
    const { stemId, what, atCm, staysOff, happenedOn } = event;
    const stem = tree.stems.get(stemId);
    if (!stem) return;
    const isIt = isFixing({ what, ...(atCm !== undefined && { atCm }) });
    const lies = liesAt(event, stem.fixings?.find(isIt));
    const fixings = (stem.fixings ?? []).flatMap((fixing) => {
      if (!isIt(fixing)) return [fixing];
      return staysOff ? [] : [tiedAgain(fixing, happenedOn, lies)];
    });
    // What was tied again lies where it lay; what stays off, where it came back to.
    const run = staysOff && lies ? { set: lies, tipAngle: lies } : {};
    tree.stems.set(stemId, { ...stem, ...run, fixings });
  },
  reduceYard({ bends }, { treeId, strained: asked }) {
    if (asked) bends.push({ treeId, ...asked, came: 'held' });
  },
  told({ what, heldDeg, backToDeg, expectedDeg, staysOff }) {
    const thing = told(`fixing.${what}`);
    if (heldDeg === undefined || backToDeg === undefined)
      return told(staysOff ? 'book.off' : 'book.again', { what: thing });
    const args = { what: thing, back: deg(Math.abs(heldDeg - backToDeg)), expected: deg(expectedDeg ?? 0) };
    return told(staysOff ? 'book.let-go' : 'book.let-go.again', args);
  },
};
