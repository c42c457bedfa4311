import { meeting } from '../../findings/crossing';
import { limbPair } from '../../findings/measures';
import type { Scene } from '../../findings/finding';
import { bearingDifference } from '../../geometry/vector';
import { areKin } from '../../tree/joins';
import type { Course } from '../../tree/course';
import type { Stem } from '../../tree/stem';
import { meanOn, onCurve, type Curve } from '../curve';
import type { Consideration } from '../consideration';
import type { LimbView } from './view';

/** How much two limbs share of a space, 0 to 1, by the turn between them over the form's shading turn ... */
const BY_TURN: Curve = [
  [0, 1],
  [0.5, 0.9],
  [1, 0.42],
  [1.4, 0.12],
  [1.8, 0],
];
/** ... and by the height between their joins over the form's shading height. */
const BY_HEIGHT: Curve = [
  [0, 1],
  [0.25, 0.88],
  [0.5, 0.58],
  [0.75, 0.2],
  [1, 0],
];
/** How much two limbs of one node cost, 0 to 1, by the height between them over the form's bud-space. */
const BY_NODE: Curve = [
  [0, 1],
  [0.5, 0.9],
  [1, 0],
];
/** ... and by the thickness of the lesser over the other's: a slight shoot takes little of what they share. */
const NODE_ALIKE: Curve = [
  [0.3, 0.2],
  [0.8, 1],
];
/** A shoot this long fills its room in three seasons as a limb does, cm; a twig takes less. */
const FULL_CM = 50;
const LEAST = 0.2;

/** A tree just planted has room yet for what will want it later. Working value. */
const NOT_YET = 0.6;
/** Limbs nearer than this grow from one spot, cm: they never have room. */
const ONE_SPOT_CM = 5;
/** How far it is the turn between their feet that counts, 0 to 1, by the height between them, cm. */
const FEET_TELL: Curve = [
  [5, 1],
  [25, 0],
];

/** A limb with the course it has, or would have. */
export interface Laid {
  view: LimbView;
  course: Course;
}

/** What two limbs cost each other: room and light at the size they will have, a shared join, bark that will rub, wood that touches. */
export function roomCost(scene: Scene, a: Laid, b: Laid): Consideration[] {
  const [one, two] = [a.view.stem, b.view.stem];
  if (areKin(one, two)) return [];
  const met = meeting(scene, { stem: one, course: a.course }, { stem: two, course: b.course });
  const rubs: Consideration[] =
    met === undefined
      ? []
      : met.gravity === 'must-go'
        ? [{ what: 'touch', points: 0, must: true, measured: met.measured?.value ?? 0 }]
        : [{ what: 'rub', points: scene.limits('weigh.rub').value }];
  if (scene.standsOn === 'stems') return [...rubs, ...crowdedFeet(scene, a, b)];
  return [...rubs, ...sharedRoom(scene, a, b), ...sharedNode(scene, one, two)];
}

function sharedRoom(scene: Scene, a: Laid, b: Laid): Consideration[] {
  const { limits } = scene;
  const heightLimit = limits('shade.heightCm').value;
  if (heightLimit <= 0) return [];
  const { heightCm, turnDeg: turnOfRuns, lower, upper } = limbPair(scene, a.view.stem, b.view.stem);
  // Tying apart what grows from one spot makes no room at the join, and from nearly one spot little.
  const turnOfFeet = bearingDifference(lower.bearing.value, upper.bearing.value);
  const turnDeg = turnOfRuns - onCurve(FEET_TELL, heightCm) * Math.max(0, turnOfRuns - turnOfFeet);
  const turnLimit = limits('shade.bearingDeg').value;
  const turnSure = Math.hypot(lower.bearing.sure, upper.bearing.sure) / turnLimit;
  const heightSure = Math.hypot(lower.origin.sure, upper.origin.sure) / heightLimit;
  const share =
    meanOn(BY_TURN, turnDeg / turnLimit, turnSure) * meanOn(BY_HEIGHT, heightCm / heightLimit, heightSure);
  return [
    {
      what: 'room',
      points:
        limits('weigh.room').value *
        (scene.when.justPlanted && heightCm > ONE_SPOT_CM ? NOT_YET : 1) *
        share *
        lesser(a, b),
      measured: heightCm,
    },
  ];
}

/** The lesser of two limbs says how much of one room both want. */
const lesser = (a: Laid, b: Laid): number =>
  Math.max(LEAST, Math.min(1, a.view.lengthCm / FULL_CM, b.view.lengthCm / FULL_CM));

function sharedNode(scene: Scene, a: Stem, b: Stem): Consideration[] {
  const { limits } = scene;
  const { heightCm, turnDeg } = limbPair(scene, a, b);
  if (turnDeg > limits('cluster.turnDeg').value) return [];
  const space = limits('cluster.bandCm').value;
  const share = meanOn(BY_NODE, heightCm / space, Math.hypot(a.origin.sure, b.origin.sure) / space);
  const alike = onCurve(NODE_ALIKE, lesserOf(a, b));
  return [{ what: 'node', points: limits('weigh.node').value * share * alike, measured: heightCm }];
}

const lesserOf = ({ diameter: a }: Stem, { diameter: b }: Stem): number =>
  Math.min(a.value, b.value) / Math.max(a.value, b.value);

/** How much two feet share, 0 to 1, where it was read that they stand apart: nearer than the form's least they swell together. */
function sharedFoot(a: Laid, b: Laid, leastCm: number): number {
  const [p, q] = [a.course.points[0] as readonly number[], b.course.points[0] as readonly number[]];
  const apart = Math.hypot((p[0] ?? 0) - (q[0] ?? 0), (p[1] ?? 0) - (q[1] ?? 0));
  return apart === 0 ? 0 : Math.max(0, 1 - apart / leastCm);
}

/** A stem this near upright leans nowhere, deg; one in the middle takes this share of the room of one beside. */
const PLUMB_DEG = 6;
const IN_MIDDLE = 0.2;

/** Stems of a bush want room by the turn between them alone: all start at the ground. */
function crowdedFeet({ limits }: Scene, a: Laid, b: Laid): Consideration[] {
  const turnLimit = limits('shade.bearingDeg').value;
  const [one, two] = [a.view.stem.shape.runBearing, b.view.stem.shape.runBearing];
  const turn = Math.abs(((one.value - two.value + 540) % 360) - 180);
  // A plumb stem leans to no side: it stands in the middle of the others.
  const plumb = Math.min(a.view.runDeg, b.view.runDeg) < PLUMB_DEG ? IN_MIDDLE : 1;
  const share = plumb * meanOn(BY_TURN, turn / turnLimit, Math.hypot(one.sure, two.sure) / turnLimit);
  return [
    { what: 'feet', points: limits('weigh.room').value * share * lesser(a, b), measured: turn },
    { what: 'node', points: limits('weigh.node').value * sharedFoot(a, b, limits('stem.apartCm').value) },
  ];
}
