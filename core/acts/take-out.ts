import { untyped } from '../readings/reading';
import { cm, mm, restsOn, told } from '../words/message';
import { onFinding } from '../words/ground';
import { BENCH_CM, cutPlace } from './cut-place';
import { between, oneOf, shape, type Typed } from '../fields/fields';
import { isOnTrunk } from '../tree/joins';
import { layOut, positionAt, type Course } from '../tree/course';
import { stemOf, trunkOf, withDescendants, type Stem, type Tree } from '../tree/stem';
import { onStem, type ActWays } from './act';
import { cutCautions, cutMinutes } from './cutting';
import { footHeightCm } from './tying';

/** How a limb is taken off: at its collar; to a stub whose hidden buds are hoped for; or broken off, as suckers are. */
export const REMOVAL_CUTS = ['collar', 'bench', 'break-off'] as const;
export type RemovalCut = (typeof REMOVAL_CUTS)[number];

const schema = shape({
  kind: oneOf(['take-out']),
  ...onStem,
  /** Thickness cut through, mm. */
  diameterMm: between(0, 600),
  how: oneOf(REMOVAL_CUTS).optional(),
});

/** A limb taken off where it starts, with all it carries. */
export type TakeOut = Typed<typeof schema>;

/** Where on a limb that goes its cut is drawn, cm from its join. */
const DRAWN_AT_CM = 3;

/** Along the trunk an origin is a height: where another stem of a bush becomes the thickest, its shoots are told by height from then on. */
function withTrunkOf(before: Tree, after: Tree): Tree {
  const trunk = trunkOf(after);
  if (!trunk || trunk.id === trunkOf(before)?.id) return after;
  const course = layOut(before).courses.get(trunk.id) as Course;
  const byHeight = (stem: Stem): Stem =>
    stem.parent.kind === 'stem' && stem.parent.stemId === trunk.id
      ? { ...stem, origin: { ...untyped(stem.origin), value: positionAt(course, stem.origin.value)[2] } }
      : stem;
  return { ...after, stems: after.stems.map(byHeight) };
}

export const takeOut: ActWays<TakeOut> = {
  schema,
  apply(tree, act) {
    const gone = withDescendants(tree, act.stemId);
    return withTrunkOf(tree, { ...tree, stems: tree.stems.filter((stem) => !gone.has(stem.id)) });
  },
  phase({ laid }, act) {
    if (restsOn(act.reason, onFinding('unsound-wood'))) return 'hygiene';
    if (restsOn(act.reason, onFinding('below-union'))) return 'suckers';
    const stem = stemOf(laid.tree, act.stemId);
    return stem && (isOnTrunk(laid, stem) || stem.parent.kind !== 'stem') ? 'structure' : 'thinning';
  },
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: cutPlace,
  words(scene, act) {
    const thick = mm(act.diameterMm);
    if (act.how === 'break-off') return told('act.take-out.break-off', { thick });
    if (act.how === 'bench') return told('act.take-out.bench', { stub: cm(BENCH_CM), thick });
    return told(cutPlace(scene, act)?.isInThree ? 'act.take-out.three' : 'act.take-out', { thick });
  },
  cautions: cutCautions,
  supplies: () => ({}),
  minutes: cutMinutes,
  mark({ courses }, { stemId, diameterMm }) {
    const course = courses.get(stemId);
    if (!course) return undefined;
    const atCm = Math.min(DRAWN_AT_CM, course.lengthCm / 2);
    return { kind: 'cut', stemId, atCm, diameterMm, isWhole: true };
  },
  counted: () => 'take-out',
};
