import { deg, told } from '../words/message';
import { between, oneOf, shape, type Typed } from '../fields/fields';
import { reading } from '../readings/reading';
import { onStem, type ActWays } from './act';
import { changedStem } from './changed-stem';
import { footHeightCm, ghostMark, tyingCautions } from './tying';

const schema = shape({
  kind: oneOf(['swing']),
  ...onStem,
  /** Bearings of the run, deg. */
  fromDeg: between(0, 360),
  toDeg: between(0, 360),
});

/** A limb tied aside, toward a gap. */
export type Swing = Typed<typeof schema>;

export const swing: ActWays<Swing> = {
  schema,
  apply: (tree, act) =>
    changedStem(tree, act.stemId, (stem) => ({
      ...stem,
      shape: { ...stem.shape, runBearing: reading('bearing', act.toDeg, 'gauge') },
    })),
  phase: () => 'bends',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words: (_, act) => told('act.swing', { from: deg(act.fromDeg), to: deg(act.toDeg) }),
  cautions: (scene, act) => tyingCautions(scene, footHeightCm(scene, act.stemId)),
  supplies: () => ({ ties: 1 }),
  minutes: () => 6,
  mark: (laid, act) => ghostMark(laid, act.stemId, (tree) => swing.apply(tree, act)),
  counted: () => 'bend',
};
