import { told } from '../words/message';
import { oneOf, shape, whole, type Typed } from '../fields/fields';
import { onStem, type ActWays } from './act';
import { changedStem } from './changed-stem';
import { reachCautions } from './cutting';
import { footHeightCm, limbMark } from './tying';

const schema = shape({
  kind: oneOf(['take-crop']),
  ...onStem,
  crop: oneOf(['blossom', 'fruit']),
  /** Fruits left on the limb. */
  leave: whole(0, 100_000),
});

/** Blossom or fruit taken off a limb, all of it or down to what it carries. */
export type TakeCrop = Typed<typeof schema>;

export const takeCrop: ActWays<TakeCrop> = {
  schema,
  apply: (tree, act) =>
    changedStem(tree, act.stemId, (stem) => (act.leave > 0 ? stem : { ...stem, bears: 'none' })),
  phase: () => 'crop',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words: (_, { leave, crop }) =>
    leave === 0 ? told('act.take-crop.all', { crop }) : told('act.take-crop.thin', { crop, leave }),
  cautions: (scene, act) => reachCautions(scene, footHeightCm(scene, act.stemId)),
  supplies: () => ({}),
  minutes: () => 2,
  mark: (laid, act) => limbMark(laid, act.stemId),
  counted: () => undefined,
};
