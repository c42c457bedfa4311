import { messageSchema, reasonSchema } from '../words/written';
import { told } from '../words/message';
import { between, oneOf, shape, type Typed } from '../fields/fields';
import { arcAtHeight, positionAt } from '../tree/course';
import type { ActWays } from './act';
import { reachCautions } from './cutting';

/** How a wanted limb is come by: a bud notched; the first shoot that comes there left; or, of a bush, one from the ground. */
export const MAKINGS_OF_LIMB = ['notch', 'first-shoot', 'ground-shoot'] as const;
export type MakingOfLimb = (typeof MAKINGS_OF_LIMB)[number];

const schema = shape({
  kind: oneOf(['make-limb']),
  reason: reasonSchema(),
  heightCm: between(0, 1500),
  bearingDeg: between(0, 360),
  /** The place of the form that it is to fill, and how it is come by. */
  place: messageSchema(),
  making: messageSchema(),
  how: oneOf(MAKINGS_OF_LIMB).optional(),
});

/** A limb that the form lacks, to be made. */
export type MakeLimb = Typed<typeof schema>;

const isNotch = ({ how }: MakeLimb): boolean => how === 'notch';

export const makeLimb: ActWays<MakeLimb> = {
  schema,
  apply: (tree) => tree,
  phase: () => 'new limbs',
  heightCm: (_, act) => act.heightCm,
  place: () => undefined,
  words: (_, { place, making }) => told('act.make-limb', { place, how: making }),
  cautions: (scene, act) => [
    ...(isNotch(act) ? [told('caution.notch')] : []),
    ...reachCautions(scene, act.heightCm),
  ],
  supplies: (act) => (isNotch(act) ? { notches: 1 } : {}),
  minutes: (_, act) => (isNotch(act) ? 2 : 0),
  mark({ trunk, courses }, { heightCm, bearingDeg }) {
    const course = trunk && courses.get(trunk.id);
    const at = course ? positionAt(course, arcAtHeight(course, heightCm)) : ([0, 0, heightCm] as const);
    return { kind: 'wanted', at, bearingDeg };
  },
  counted: () => 'make',
};
