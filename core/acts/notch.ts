import { compassCalled } from '../words/compass';
import { cm, told } from '../words/message';
import { messageSchema } from '../words/written';
import { between, oneOf, shape, type Typed } from '../fields/fields';
import { positionAt, type Course } from '../tree/course';
import { onStem, type ActWays } from './act';
import { reachCautions } from './cutting';
import type { TreeScene } from './scene';

const schema = shape({
  kind: oneOf(['notch']),
  ...onStem,
  /** Where the bud sits, cm along the limb; the side it is on, in words too; the bearing its shoot is to take, deg. */
  atCm: between(0, 1500),
  facingDeg: between(0, 360),
  facing: messageSchema(),
  towardDeg: between(0, 360),
});

/** A bud of a limb notched just above, so that a side limb grows there. */
export type Notch = Typed<typeof schema>;

const placeOn = ({ laid }: Pick<TreeScene, 'laid'>, { stemId, atCm }: Notch) => {
  const course: Course | undefined = laid.courses.get(stemId);
  return course && positionAt(course, Math.min(atCm, course.lengthCm));
};

const heightCm = (scene: TreeScene, act: Notch): number => placeOn(scene, act)?.[2] ?? 0;

export const notch: ActWays<Notch> = {
  schema,
  apply: (tree) => tree,
  phase: () => 'new limbs',
  heightCm,
  place: () => undefined,
  words: (_, { facing, atCm, towardDeg }) =>
    told('act.notch', { facing, out: cm(atCm), toward: compassCalled(towardDeg) }),
  cautions: (scene, act) => [told('caution.notch'), ...reachCautions(scene, heightCm(scene, act))],
  supplies: () => ({ notches: 1 }),
  minutes: () => 2,
  mark(laid, act) {
    const at = placeOn({ laid }, act);
    return at && { kind: 'wanted', at, bearingDeg: act.towardDeg };
  },
  counted: () => 'make',
};
