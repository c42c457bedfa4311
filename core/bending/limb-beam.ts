import { growingWeeks } from '../calendar/growing';
import type { TreeScene } from '../acts/scene';
import { cross, direction, dot, fromUprightOf, scale, squareTo, type Vec3 } from '../geometry/vector';
import { directionAt } from '../tree/course';
import { childrenOf, withDescendants, type Stem, type Tree } from '../tree/stem';
import { diameterAt, taperOf, woodBetween } from '../tree/taper';
import { woodByLikelyAge } from '../tree/wood-age';
import type { WoodState } from '../tree/wood-states';
import { restFrom, type Beam, type Vec2 } from './beam';
import { woodOfAge } from './roll';
import { woodBears, type WoodBears } from './wood';

/** Which way a limb is bent: in its own upright plane, or aside in the flat one along its run. */
export type Way = 'upright' | 'aside';

/** What a limb carries besides its own wood. */
export interface Laden {
  /** Whether it is in leaf. */
  inLeaf: boolean;
  /** Fruit on it, kg, spread over its outer two thirds. */
  cropKg?: number;
}

/** A limb as a beam in one plane, with its wood. */
export interface LimbBeam {
  stem: Stem;
  beam: Beam;
  /** Angles of its pieces as it lies today, rad from the plane's first axis. */
  present: Float64Array;
  /** The plane's axes: outward, and up or toward rising bearings. */
  axes: readonly [Vec3, Vec3];
  /** Diameter at the inner end of each piece, mm. */
  diameterMm: Float64Array;
  wood: readonly WoodState[];
  bears: readonly WoodBears[];
}

/** Pieces of a limb: the sag of a uniform beam is then within 0.1 % of the published. */
export const PIECES = 32;
/** Weight of a gram, N. */
export const N_PER_G = 9.81e-3;
/** Mass of green wood with its bark, g per cm^3 (Wood Handbook: green hardwoods 0.8 to 1.1). */
const GREEN_G_PER_CM3 = 0.95;
/** Fresh mass of leaf by its area; and of one leaf, g, of some 32 cm^2. Working values. */
export const LEAF_G_PER_CM2 = 0.025;
const LEAF_G = 0.8;
/** Leaves of a spur, and of a side shoot that was only counted. Working values. */
const SPUR_LEAVES = 6;
const SHOOT_LEAVES = 15;
/** 1 GPa in N per cm^2. */
const GPA = 1e5;

/** Within so many cm of where wood of two seasons begins it bears less; and at a join where bark is trapped. Working values. */
const RING_CM = 3;
const RING_BEARS = 0.85;
const TRAPPED_BEARS = 0.6;
/** In the first weeks of growth wood is at its most supple. Working values. */
const SUPPLE_WEEKS = 12;
export const SUPPLE_BEARS = 1.15;

/** Whether wood is at its most supple on a day: spring and early summer. */
export function isSupple({ when }: Pick<TreeScene, 'when'>): boolean {
  const { from } = when.grows(when.season);
  return when.today >= from && growingWeeks(when.grows, from, when.today) <= SUPPLE_WEEKS;
}

type Asked = Pick<TreeScene, 'laid' | 'kind' | 'limits' | 'when' | 'site' | 'bends'>;

/** Beams by what they were made for: one limb is bent to many angles and by many means. */
const known = new WeakMap<Asked, WeakMap<Stem, Map<string, LimbBeam>>>();

/** A limb of a tree as it can be bent on the day it is looked at; made once for each scene. */
export function limbBeam(scene: Asked, stem: Stem, way: Way, laden: Laden): LimbBeam {
  const ofScene = known.get(scene) ?? new WeakMap<Stem, Map<string, LimbBeam>>();
  const ofStem = ofScene.get(stem) ?? new Map<string, LimbBeam>();
  known.set(scene, ofScene.set(stem, ofStem));
  const name = `${way} ${laden.inLeaf} ${laden.cropKg ?? 0}`;
  const limb = ofStem.get(name) ?? madeBeam(scene, stem, way, laden);
  ofStem.set(name, limb);
  return limb;
}

function madeBeam(scene: Asked, stem: Stem, way: Way, laden: Laden): LimbBeam {
  const axes = axesOf(stem, way);
  const pieceCm = stem.length.value / PIECES;
  const taper = taperOf(stem);
  const diameterMm = Float64Array.from({ length: PIECES }, (_, i) => diameterAt(taper, i * pieceCm));
  const wood = woodAlong(scene, stem, pieceCm);
  const supple = isSupple(scene) ? SUPPLE_BEARS : 1;
  const bears = wood.map((state, i) => bearsAt(scene, stem, state, i * pieceCm, wood, i, supple));
  const rad = (d: Vec3): number => Math.atan2(dot(d, axes[1]), dot(d, axes[0]));
  const present = unwound(
    Float64Array.from({ length: PIECES }, (_, i) => rad(directionAt(stem, (i + 0.5) * pieceCm))),
  );
  const stiffness = Float64Array.from(
    diameterMm,
    (mm, i) => (bears[i] as WoodBears).gpa * GPA * (Math.PI / 64) * (mm / 10) ** 4,
  );
  const down: Vec2 = [-axes[0][2], -axes[1][2]];
  const weight = gramsAlong(scene, stem, pieceCm, laden).map((g): Vec2 => [
    down[0] * g * N_PER_G,
    down[1] * g * N_PER_G,
  ]);
  const clamped = rad(directionAt(stem, 0));
  const clampRad = clamped + 2 * Math.PI * Math.round(((present[0] as number) - clamped) / (2 * Math.PI));
  const loose = { pieceCm, clampRad, stiffness, weight };
  return {
    ...{ stem, present, axes, diameterMm, wood, bears },
    beam: { ...loose, rest: restFrom(loose, present) },
  };
}

function axesOf(stem: Stem, way: Way): readonly [Vec3, Vec3] {
  const { runBearing, run } = stem.shape;
  const outward = direction(runBearing.value, 90);
  if (way === 'upright') return [outward, [0, 0, 1]];
  const along = direction(runBearing.value, Math.max(5, run.value));
  const aside = direction(runBearing.value + 90, 90);
  return [along, squareTo(along, aside) ?? cross(along, [0, 0, 1])];
}

/** Angles with no jump of a whole turn from one to the next. */
function unwound(angles: Float64Array): Float64Array {
  for (let i = 1; i < angles.length; i++) {
    const turn = (angles[i] as number) - (angles[i - 1] as number);
    angles[i] = (angles[i] as number) - 2 * Math.PI * Math.round(turn / (2 * Math.PI));
  }
  return angles;
}

function woodAlong(scene: Asked, stem: Stem, pieceCm: number): WoodState[] {
  const aged = woodByLikelyAge(stem, scene.when.season, scene.when.seasonsGrown);
  const taper = taperOf(stem);
  return Array.from({ length: PIECES }, (_, i): WoodState => {
    const s = (i + 0.5) * pieceCm;
    const age = aged.find(({ fromCm, toCm }) => s >= fromCm && s <= toCm)?.ageSeasons ?? 1;
    return woodOfAge(scene, age, diameterAt(taper, s));
  });
}

/** Growing weeks in which a bend tied at a place, cm from its join, sets but for a share of 1 / e: those of the oldest wood it bends. */
export function settingWeeks(scene: Asked, stem: Stem, atCm: number): number {
  const pieceCm = stem.length.value / PIECES;
  const bent = woodAlong(scene, stem, pieceCm).slice(0, Math.floor(atCm / pieceCm) + 1);
  return Math.max(...[...new Set(bent)].map((state) => woodBears(scene, state).weeks));
}

function bearsAt(
  scene: Asked,
  stem: Stem,
  state: WoodState,
  atCm: number,
  wood: readonly WoodState[],
  piece: number,
  supple: number,
): WoodBears {
  const bears = woodBears(scene, state);
  const reach = Math.ceil((RING_CM * PIECES) / stem.length.value);
  const isOld = (s: WoodState | undefined): boolean => s === 'two-year' || s === 'older';
  const isAtRing =
    isOld(wood[piece - reach]) !== isOld(wood[piece + reach]) &&
    wood[piece + reach] !== undefined &&
    piece >= reach;
  const ring = isAtRing ? RING_BEARS : 1;
  const trapped = stem.barkTrapped && atCm <= RING_CM ? TRAPPED_BEARS : 1;
  return { ...bears, strain: bears.strain * ring * trapped * supple };
}

/** Mass at the outer end of each piece, g: its wood, what it carries, leaf and fruit. */
function gramsAlong(
  { laid, kind }: Asked,
  stem: Stem,
  pieceCm: number,
  { inLeaf, cropKg = 0 }: Laden,
): number[] {
  const taper = taperOf(stem);
  // d^2 s in mm^2 cm, to cm^3.
  const grams = (d2s: number): number => (d2s / 100) * (Math.PI / 4) * GREEN_G_PER_CM3;
  const leafed = (one: Stem): number =>
    inLeaf
      ? LEAF_G *
        (Math.min(one.length.value, 60) / kind.budSpacingCm.value +
          SPUR_LEAVES * (one.spurs ?? 0) +
          SHOOT_LEAVES * (one.sideShoots ?? 0))
      : 0;
  const own = Array.from({ length: PIECES }, (_, i) =>
    grams(woodBetween(taper, i * pieceCm, (i + 1) * pieceCm)),
  );
  const outer = PIECES - Math.floor(PIECES / 3);
  for (let i = PIECES - outer; i < PIECES; i++)
    own[i] = (own[i] as number) + (leafed(stem) + cropKg * 1000) / outer;
  for (const child of childrenOf(laid.tree, stem.id)) {
    const piece = Math.min(PIECES - 1, Math.max(0, Math.floor(child.origin.value / pieceCm)));
    own[piece] =
      (own[piece] as number) +
      massOf(laid.tree, child, (one) => {
        const its = taperOf(one);
        return grams(woodBetween(its, 0, its.lengthCm)) + leafed(one);
      });
  }
  return own;
}

function massOf(tree: Tree, stem: Stem, of: (one: Stem) => number): number {
  const all = withDescendants(tree, stem.id);
  return tree.stems.reduce((sum, one) => sum + (all.has(one.id) ? of(one) : 0), 0);
}

/**
 * The angle a grower lays along a limb, deg from upright (or, aside, deg of turn toward rising bearings): from a quarter to three quarters of its length.
 */
export function runOf(
  { beam, axes }: Pick<LimbBeam, 'beam' | 'axes'>,
  angles: ArrayLike<number>,
  way: Way,
): number {
  let [x, y] = [0, 0];
  for (let i = Math.floor(angles.length / 4); i < Math.floor((3 * angles.length) / 4); i++) {
    x += beam.pieceCm * Math.cos(angles[i] as number);
    y += beam.pieceCm * Math.sin(angles[i] as number);
  }
  if (way === 'aside') return (Math.atan2(y, x) * 180) / Math.PI;
  const [a, b] = [scale(axes[0], x), scale(axes[1], y)];
  return fromUprightOf([a[0] + b[0], a[1] + b[1], a[2] + b[2]]);
}
