import { deg, told } from '../words/message';
import { between, maybe, oneOf, shape, type Typed } from '../fields/fields';
import { reading } from '../readings/reading';
import { onStem, type ActWays } from './act';
import { bent } from './bend';
import { changedStem } from './changed-stem';
import { held } from './held';
import { heldBrief, heldByTold, heldInFull } from './held-words';
import { reachCautions } from './cutting';
import { fixedBy, footHeightCm, ghostMark } from './tying';

const schema = shape({
  kind: oneOf(['spread']),
  ...onStem,
  /** Departures, deg from upright. */
  fromDeg: between(0, 180),
  toDeg: between(0, 180),
  held: maybe(held),
});

/** A soft join pegged out: it widens the departure, and a run that stood steeper comes down with it. */
export type Spread = Typed<typeof schema>;

export const spread: ActWays<Spread> = {
  schema,
  apply: (tree, act) =>
    changedStem(tree, act.stemId, (stem) => {
      const down = bent(stem, Math.max(stem.shape.run.value, act.toDeg));
      const out = { ...down, shape: { ...down.shape, departure: reading('angle', act.toDeg, 'gauge') } };
      const angles = { fromDeg: stem.shape.run.value, toDeg: out.shape.run.value };
      return fixedBy(out, act, angles);
    }),
  phase: () => 'bends',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words: (_, { toDeg, held: by }) =>
    by
      ? told('act.spread.held', { to: deg(toDeg), held: heldByTold(by) })
      : told('act.spread', { to: deg(toDeg) }),
  holds: ({ held: by }) => (by ? heldInFull(by) : []),
  holdsInBrief: ({ held: by }) => (by ? heldBrief(by) : []),
  cautions: (scene, act) => [told('caution.peg'), ...reachCautions(scene, footHeightCm(scene, act.stemId))],
  supplies: () => ({ pegs: 1 }),
  minutes: () => 2,
  mark: (laid, act) => ghostMark(laid, act.stemId, (tree) => spread.apply(tree, act)),
  counted: () => 'bend',
};
