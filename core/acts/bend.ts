import { deg, told } from '../words/message';
import { between, maybe, oneOf, shape, type Typed } from '../fields/fields';
import { reading } from '../readings/reading';
import type { Stem, Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { onStem, type ActWays } from './act';
import { changedStem } from './changed-stem';
import { held } from './held';
import { heldBrief, heldByTold, heldInFull } from './held-words';
import { fixedBy, footHeightCm, ghostMark, minutesToHold, suppliesToHold, tyingCautions } from './tying';

const schema = shape({
  kind: oneOf(['bend']),
  ...onStem,
  /** Angles of the run, deg from upright. */
  fromDeg: between(0, 180),
  toDeg: between(0, 180),
  /** Only of acts planned before it was computed how far is safe. */
  safety: oneOf(['not-yet-computed']).optional(),
  /** How far is safe, and how it is held. */
  held: maybe(held),
});

/** A limb's run brought down, or up, to an angle and tied there. */
export type Bend = Typed<typeof schema>;

/** A stem whose run is laid at an angle, deg from upright, turning as far out as it is tied. */
export function bent(stem: Stem, toDeg: number, tieCm?: number): Stem {
  const run = reading('angle', toDeg, 'gauge');
  const shape = { ...stem.shape, run, tip: { ...run, how: 'filled-in' as const } };
  delete shape.turn;
  if (tieCm !== undefined) shape.turn = reading('length', tieCm, 'gauge');
  return { ...stem, shape };
}

/** A tree with a stem bent so, as it is tried: nothing is fixed to it. */
export const withBent = (
  tree: Tree,
  { stemId, toDeg, tieCm }: { stemId: StemId; toDeg: number; tieCm: number },
): Tree => changedStem(tree, stemId, (stem) => bent(stem, toDeg, tieCm));

export const bend: ActWays<Bend> = {
  schema,
  apply: (tree, act) =>
    changedStem(tree, act.stemId, (stem) =>
      fixedBy(bent(stem, act.toDeg, act.held?.tieCm), act, { fromDeg: act.fromDeg, toDeg: act.toDeg }),
    ),
  phase: () => 'bends',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words: (_, { fromDeg, toDeg, held: by }) =>
    by
      ? told('act.bend.held', { from: deg(fromDeg), to: deg(toDeg), held: heldByTold(by) })
      : told('act.bend', { from: deg(fromDeg), to: deg(toDeg) }),
  holds: ({ held: by }) => (by ? heldInFull(by) : []),
  holdsInBrief: ({ held: by }) => (by ? heldBrief(by) : []),
  cautions: (scene, act) => tyingCautions(scene, footHeightCm(scene, act.stemId), act.held),
  supplies: ({ held: by }) => suppliesToHold(by),
  minutes: (_, act) => minutesToHold(act),
  mark: (laid, act) => ghostMark(laid, act.stemId, (tree) => bend.apply(tree, act)),
  counted: () => 'bend',
};
