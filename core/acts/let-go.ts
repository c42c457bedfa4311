import { deg, told } from '../words/message';
import { between, maybe, oneOf, shape, type Typed } from '../fields/fields';
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

export const letGo: ActWays<LetGo> = {
  schema,
  apply: (tree, act) =>
    changedStem(tree, act.stemId, (stem) => ({
      ...stem,
      fixings: (stem.fixings ?? []).filter((fixing) => !isFixing(act)(fixing)),
    })),
  phase: () => 'make ready',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words: (_, { what, backDeg }) =>
    backDeg === undefined
      ? told('act.let-go', { what: told(`fixing.${what}`) })
      : told('act.let-go.see', { what: told(`fixing.${what}`), back: deg(backDeg) }),
  cautions: (scene, act) => [
    ...(act.backDeg === undefined ? [] : [told('caution.let-go')]),
    ...reachCautions(scene, footHeightCm(scene, act.stemId)),
  ],
  supplies: () => ({}),
  minutes: () => 2,
  mark: (laid, act) => limbMark(laid, act.stemId),
  counted: () => 'ties',
};
