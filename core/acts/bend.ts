import { deg, told } from '../words/message';
import { between, oneOf, shape, type Typed } from '../fields/fields';
import { reading } from '../readings/reading';
import type { Stem } from '../tree/stem';
import { onStem, type ActWays } from './act';
import { changedStem } from './changed-stem';
import { footHeightCm, ghostMark, tyingCautions } from './tying';

const schema = shape({
  kind: oneOf(['bend']),
  ...onStem,
  /** Angles of the run, deg from upright. */
  fromDeg: between(0, 180),
  toDeg: between(0, 180),
  /** What is known of how far is safe. */
  safety: oneOf(['not-yet-computed']),
});

/** A limb's run brought down, or up, to an angle and tied there. */
export type Bend = Typed<typeof schema>;

/** A stem whose run is laid at an angle, deg from upright. */
export function bent(stem: Stem, toDeg: number): Stem {
  const run = reading('angle', toDeg, 'gauge');
  return { ...stem, shape: { ...stem.shape, run, tip: { ...run, how: 'filled-in' } } };
}

export const bend: ActWays<Bend> = {
  schema,
  apply: (tree, act) => changedStem(tree, act.stemId, (stem) => bent(stem, act.toDeg)),
  phase: () => 'bends',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words: (_, act) => told('act.bend', { from: deg(act.fromDeg), to: deg(act.toDeg) }),
  cautions: (scene, act) => tyingCautions(scene, footHeightCm(scene, act.stemId)),
  supplies: () => ({ ties: 1 }),
  minutes: () => 6,
  mark: (laid, act) => ghostMark(laid, act.stemId, (tree) => bend.apply(tree, act)),
  counted: () => 'bend',
};
