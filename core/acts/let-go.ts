import { deg, told } from '../words/message';
import { between, maybe, oneOf, shape, type Typed } from '../fields/fields';
import { reading, type Reading } from '../readings/reading';
import { FIXINGS, type Fixing } from '../tree/stem-readings';
import { onStem, type ActWays } from './act';
import { strained } from './bend-came';
import { changedStem } from './changed-stem';
import { reachCautions } from './cutting';
import { footHeightCm, limbMark } from './tying';

const schema = shape({
  kind: oneOf(['let-go']),
  ...onStem,
  what: oneOf(FIXINGS),
  atCm: between(0, 1500).optional(),
  /** Coming back further than this it is tied again, deg; missing for what holds no bend. */
  backDeg: between(0, 180).optional(),
  /** How far it is expected to come back, deg; missing where that is not known. */
  expectedDeg: between(0, 180).optional(),
  /** What the bend it held had asked of its wood, which bore it. */
  strained: maybe(strained),
});

/** What held a limb or the stem is taken off; a bent limb is let go first, to see how far it comes back. */
export type LetGo = Typed<typeof schema>;

/** Whether a fixing is the one that is meant. */
export const isFixing =
  ({ what, atCm }: { what: Fixing['what']; atCm?: number | undefined }) =>
  (fixing: Fixing): boolean =>
    fixing.what === what && fixing.atCm === atCm;

/**
 * Where a limb lies once what held it is let go, deg from upright: a guess until somebody reads it. Undefined where it is not known how far it was
 * bent, or how far it comes back.
 */
export function comesToLie(
  { fromDeg, toDeg }: Pick<Fixing, 'fromDeg' | 'toDeg'>,
  expectedDeg: number | undefined,
): Reading | undefined {
  if (expectedDeg === undefined || fromDeg === undefined || toDeg === undefined) return undefined;
  return reading('angle', toDeg + Math.sign(fromDeg - toDeg) * expectedDeg, 'guessed');
}

export const letGo: ActWays<LetGo> = {
  schema,
  apply: (tree, act) =>
    changedStem(tree, act.stemId, (stem) => {
      const held = stem.fixings?.find(isFixing(act));
      const run = held && comesToLie(held, act.expectedDeg);
      return {
        ...stem,
        ...(run && { shape: { ...stem.shape, run, tip: run } }),
        fixings: (stem.fixings ?? []).filter((fixing) => fixing !== held),
      };
    }),
  phase: () => 'make ready',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words(_, { what, backDeg, expectedDeg }) {
    const off = { what: told(`fixing.${what}`) };
    if (backDeg === undefined) return told('act.let-go', off);
    const seen = { ...off, back: deg(backDeg) };
    return expectedDeg === undefined
      ? told('act.let-go.see', seen)
      : told('act.let-go.expect', { ...seen, expected: deg(expectedDeg) });
  },
  cautions: (scene, act) => [
    ...(act.backDeg === undefined ? [] : [told('caution.let-go')]),
    ...reachCautions(scene, footHeightCm(scene, act.stemId)),
  ],
  supplies: () => ({}),
  minutes: () => 2,
  mark: (laid, act) => limbMark(laid, act.stemId),
  counted: () => 'ties',
};
