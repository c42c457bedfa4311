import { told } from '../words/message';
import { oneOf, shape, type Typed } from '../fields/fields';
import { FIXINGS } from '../tree/stem-readings';
import { onStem, type ActWays } from './act';
import { changedStem } from './changed-stem';
import { reachCautions } from './cutting';
import { footHeightCm, limbMark } from './tying';

const schema = shape({ kind: oneOf(['move']), ...onStem, what: oneOf(FIXINGS) });

/** What is fixed to wood that is cut is moved off it first. */
export type Move = Typed<typeof schema>;

export const move: ActWays<Move> = {
  schema,
  apply: (tree, act) =>
    changedStem(tree, act.stemId, ({ fixings = [], ...stem }) => ({
      ...stem,
      fixings: fixings.filter(({ what }) => what !== act.what),
    })),
  phase: () => 'make ready',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words: (_, act) => told('act.move', { what: told(`fixing.${act.what}`) }),
  cautions: (scene, act) => reachCautions(scene, footHeightCm(scene, act.stemId)),
  supplies: () => ({ labels: 1 }),
  minutes: () => 2,
  mark: (laid, act) => limbMark(laid, act.stemId),
  counted: () => undefined,
};
