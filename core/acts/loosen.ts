import { mm, told } from '../words/message';
import { between, day, oneOf, shape, type Typed } from '../fields/fields';
import { FIXINGS } from '../tree/stem-readings';
import { onStem, type ActWays } from './act';
import { changedStem } from './changed-stem';
import { reachCautions } from './cutting';
import { isFixing } from './let-go';
import { footHeightCm, limbMark } from './tying';

const schema = shape({
  kind: oneOf(['loosen']),
  ...onStem,
  what: oneOf(FIXINGS),
  atCm: between(0, 1500).optional(),
  /** Inner width of the new loop, mm, and the day it is made. */
  loopMm: between(0, 700),
  on: day(),
});

/** A loop that has got tight made wider, a little beside the old place. */
export type Loosen = Typed<typeof schema>;

export const loosen: ActWays<Loosen> = {
  schema,
  apply: (tree, act) =>
    changedStem(tree, act.stemId, (stem) => ({
      ...stem,
      fixings: (stem.fixings ?? []).map((fixing) =>
        isFixing(act)(fixing) ? { ...fixing, loopMm: act.loopMm, lookedOn: act.on } : fixing,
      ),
    })),
  phase: () => 'make ready',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words: (_, { what, loopMm }) => told('act.loosen', { what: told(`fixing.${what}`), loop: mm(loopMm) }),
  cautions: (scene, act) => reachCautions(scene, footHeightCm(scene, act.stemId)),
  supplies: () => ({ ties: 1 }),
  minutes: () => 3,
  mark: (laid, act) => limbMark(laid, act.stemId),
  counted: () => 'ties',
};
