import type { Scene } from '../../findings/finding';
import { angleBetween, bearingDifference, direction } from '../../geometry/vector';
import { tipOf, type Course } from '../../tree/course';
import { prolongs } from '../../tree/joins';
import { childrenOf, type Stem } from '../../tree/stem';
import type { FormScene } from '../candidacy';
import { meanOn, onCurve, type Curve } from '../curve';
import { felt, type Consideration } from '../consideration';
import { mustGo, soundnessCost } from './soundness';
import { joinCost } from './join';
import { livingCm, viewOf } from './view';

/** How much a shoot of this length is in the way, 0 to 1, by cm: spurs and short fruiting wood never are. */
const LONG: Curve = [
  [12, 0],
  [25, 0.35],
  [45, 1],
];
/** A shoot straight up on a limb takes its sap: 0 to 1, by its run, deg. */
const SPROUT: Curve = [
  [8, 1],
  [15, 0.8],
  [22, 0.45],
  [30, 0.1],
  [36, 0],
];
/** ... and how much more upright than its limb it is, deg: on an upright stem an upright shoot is no sprout. */
const STEEPER: Curve = [
  [0, 0],
  [12, 0.5],
  [25, 1],
];
/** A shoot that heads back over the trunk: 0 to 1, by how much nearer the trunk its tip is than its foot, as a share of its length. */
const INWARD: Curve = [
  [0, 0],
  [0.15, 0.35],
  [0.4, 1],
];
/** A shoot hanging under its limb weakens: 0 to 1, by its run, deg. */
const HANGS: Curve = [
  [92, 0],
  [100, 0.4],
  [112, 1],
];
/** A shoot at the very foot of its limb: 0 to 1, by cm over the reach of the join. */
const AT_FOOT: Curve = [
  [-2, 1],
  [0, 0.6],
  [4, 0],
];
/** Two side shoots of one limb that want one room: 0 to 1, by cm between their feet, and by the turn between them, deg. */
const NEAR_CM: Curve = [
  [0, 1],
  [8, 0.6],
  [20, 0],
];
const NEAR_DEG: Curve = [
  [0, 1],
  [20, 0.8],
  [45, 0],
];
/** On a bush the lowest part of a stem is kept clean: 0 to 1, by height over the ground, cm. */
const LOW_ON_BUSH: Curve = [
  [15, 1],
  [22, 0.7],
  [32, 0],
];
/** A weak limb gives its long side shoots up, so that its tip gets all: 0 to 1, by mm of the limb over what is thin. */
const WEAK: Curve = [
  [-2, 1],
  [0, 0.4],
  [1, 0],
];
/** Share of the weights of a limb of the trunk that a side shoot has. Working values. */
const SHARE = { sprout: 1, inward: 1, hangs: 1, foot: 1.2, crowd: 0.6, low: 0.4, weak: 1, join: 0.2 };

/** What a side shoot costs where it is left on a limb that stays, by itself. */
export function sideShootHarm(scene: FormScene, stem: Stem, carrier: Stem): Consideration[] {
  const { limits, laid } = scene;
  const view = viewOf(scene, stem);
  const long = onCurve(LONG, livingCm(stem));
  const { run } = stem.shape;
  const isSpur = stem.length.value <= SPUR_CM;
  const isEnd = prolongs(laid, stem);
  const foot = limits('foot.joinCm').value;
  const strong = limits('weigh.sprout').value;
  const carries = isEnd ? 0 : long;
  const isOwn = stem.runUp === true;
  const steeper = onCurve(STEEPER, carrier.shape.run.value - run.value);
  if (isSpur || isOwn) {
    const dead = mustGo(scene.findings, view);
    return felt([
      ...soundnessCost(scene, scene.when.today, view),
      ...(dead ? [{ what: 'must-go', points: 0, must: true } as const] : []),
    ]);
  }
  return felt([
    {
      what: 'sprout',
      points: strong * SHARE.sprout * carries * steeper * meanOn(SPROUT, run.value, run.sure),
      measured: run.value,
    },
    {
      what: 'inward',
      points:
        limits('weigh.inward').value *
        SHARE.inward *
        long *
        (shadesBark(scene, stem) ? SHADES : 1) *
        meanOn(INWARD, inwardShare(scene, stem), 0.06),
    },
    {
      what: 'hangs',
      points: strong * SHARE.hangs * long * meanOn(HANGS, run.value, run.sure),
      measured: run.value,
    },
    {
      what: 'at-foot',
      points:
        limits('weigh.room').value *
        SHARE.foot *
        long *
        meanOn(AT_FOOT, stem.origin.value - foot, stem.origin.sure),
      measured: stem.origin.value,
    },
    {
      what: 'low-on-bush',
      points:
        scene.standsOn === 'stems'
          ? limits('weigh.low').value * SHARE.low * onCurve(LOW_ON_BUSH, view.heightCm)
          : 0,
      measured: view.heightCm,
    },
    {
      what: 'weak-limb',
      points:
        strong *
        SHARE.weak *
        carries *
        onCurve(WEAK, carrier.diameter.value - limits('thin.diameterMm').value),
      measured: carrier.diameter.value,
    },
    ...joinCost(scene, view).map((one) => ({ ...one, points: one.points * SHARE.join * carries })),
    ...soundnessCost(scene, scene.when.today, view),
    ...(mustGo(scene.findings, view) ? [{ what: 'must-go', points: 0, must: true } as const] : []),
  ]);
}

/** Small wood inside that shades bark counts by this share, up to this length, cm. Working values. */
const SHADES = 0.3;
const SHADES_CM = 40;

/** Whether a small shoot inside is wanted for its shade: on an evergreen, whose bark burns, on a hot site, and by a school that keeps such wood. */
const shadesBark = ({ kind, site, answers }: FormScene, { length }: Stem): boolean =>
  length.value <= SHADES_CM && (kind.evergreen.value || site.hot === true || answers.inside === 'shade-wood');

/** A shoot no longer than this is a spur, cm: fruiting wood, until it runs up. */
const SPUR_CM = 10;

/** How much nearer the trunk's line a shoot ends than it starts, as a share of its length; negative where it leads outward. */
function inwardShare({ laid, standsOn }: Scene, stem: Stem): number {
  if (standsOn !== 'trunk') return -1;
  const course = laid.courses.get(stem.id) as Course;
  const trunk = laid.trunk && laid.courses.get(laid.trunk.id)?.points[0];
  const [east, north] = [trunk?.[0] ?? 0, trunk?.[1] ?? 0];
  const away = (at: readonly number[]): number =>
    Math.hypot((at[0] as number) - east, (at[1] as number) - north);
  const foot = course.points[0] as readonly number[];
  // A shoot that passes the trunk's line and goes on beyond it comes no nearer at its tip than half way.
  const nearest = Math.min(...course.points.map(away));
  return (
    (away(foot) - Math.min(away(tipOf(course)), nearest + 0.3 * (away(tipOf(course)) - nearest))) /
    course.lengthCm
  );
}

/** The turn between two shoots, deg: between their bearings, or on a wall, where these are alike, in its plane. */
function turnBetween({ wallDeg }: Scene, { shape: a }: Stem, { shape: b }: Stem): number {
  if (wallDeg === undefined) return bearingDifference(a.runBearing.value, b.runBearing.value);
  return angleBetween(direction(a.runBearing.value, a.run.value), direction(b.runBearing.value, b.run.value));
}

/** What two side shoots of one limb cost each other. */
export function sideRoom(scene: Scene, a: Stem, b: Stem): Consideration[] {
  const { limits, laid } = scene;
  const apart = Math.abs((laid.joins.get(a.id) ?? 0) - (laid.joins.get(b.id) ?? 0));
  const turn = turnBetween(scene, a, b);
  const sure = Math.hypot(a.shape.runBearing.sure, b.shape.runBearing.sure);
  const points =
    limits('weigh.room').value *
    SHARE.crowd *
    Math.min(onCurve(LONG, livingCm(a)), onCurve(LONG, livingCm(b))) *
    onCurve(NEAR_CM, apart) *
    meanOn(NEAR_DEG, turn, sure);
  return felt([{ what: 'room', points, measured: apart }]);
}

/** The side shoots of one limb, from its foot outward. */
export const sideShootsOf = ({ laid }: Scene, carrier: Stem): Stem[] =>
  childrenOf(laid.tree, carrier.id).sort((a, b) => (laid.joins.get(a.id) ?? 0) - (laid.joins.get(b.id) ?? 0));
