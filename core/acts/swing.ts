import { deg, told } from '../words/message';
import { between, maybe, oneOf, shape, type Typed } from '../fields/fields';
import { reading } from '../readings/reading';
import { onStem, type ActWays } from './act';
import { changedStem } from './changed-stem';
import { held } from './held';
import { heldBrief, heldByTold, heldInFull } from './held-words';
import { fixedBy, footHeightCm, ghostMark, minutesToHold, suppliesToHold, tyingCautions } from './tying';

const schema = shape({
  kind: oneOf(['swing']),
  ...onStem,
  /** Bearings of the run, deg. */
  fromDeg: between(0, 360),
  toDeg: between(0, 360),
  held: maybe(held),
});

/** A limb tied aside, toward a gap. */
export type Swing = Typed<typeof schema>;

export const swing: ActWays<Swing> = {
  schema,
  apply: (tree, act) =>
    changedStem(tree, act.stemId, (stem) =>
      fixedBy({ ...stem, shape: { ...stem.shape, runBearing: reading('bearing', act.toDeg, 'gauge') } }, act),
    ),
  phase: () => 'bends',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words: (_, { fromDeg, toDeg, held: by }) =>
    by
      ? told('act.swing.held', { from: deg(fromDeg), to: deg(toDeg), held: heldByTold(by) })
      : told('act.swing', { from: deg(fromDeg), to: deg(toDeg) }),
  holds: ({ held: by }) => (by ? heldInFull(by) : []),
  holdsInBrief: ({ held: by }) => (by ? heldBrief(by) : []),
  cautions: (scene, act) => tyingCautions(scene, footHeightCm(scene, act.stemId), act.held),
  supplies: ({ held: by }) => suppliesToHold(by),
  minutes: (_, act) => minutesToHold(act),
  mark: (laid, act) => ghostMark(laid, act.stemId, (tree) => swing.apply(tree, act)),
  counted: () => 'bend',
};
