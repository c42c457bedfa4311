import { deg, told } from '../words/message';
import { between, oneOf, shape, type Typed } from '../fields/fields';
import { reading } from '../readings/reading';
import { onStem, type ActWays } from './act';
import { bent } from './bend';
import { changedStem } from './changed-stem';
import { reachCautions } from './cutting';
import { footHeightCm, ghostMark } from './tying';

const schema = shape({
  kind: oneOf(['spread']),
  ...onStem,
  /** Departures, deg from upright. */
  fromDeg: between(0, 180),
  toDeg: between(0, 180),
});

/** A soft join pegged out: it widens the departure, and a run that stood steeper comes down with it. */
export type Spread = Typed<typeof schema>;

export const spread: ActWays<Spread> = {
  schema,
  apply: (tree, act) =>
    changedStem(tree, act.stemId, (stem) => {
      const down = bent(stem, Math.max(stem.shape.run.value, act.toDeg));
      return { ...down, shape: { ...down.shape, departure: reading('angle', act.toDeg, 'gauge') } };
    }),
  phase: () => 'bends',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words: (_, act) => told('act.spread', { to: deg(act.toDeg) }),
  cautions: (scene, act) => [told('caution.peg'), ...reachCautions(scene, footHeightCm(scene, act.stemId))],
  supplies: () => ({ pegs: 1 }),
  minutes: () => 2,
  mark: (laid, act) => ghostMark(laid, act.stemId, (tree) => spread.apply(tree, act)),
  counted: () => 'bend',
};
