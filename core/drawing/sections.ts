import { angleBetween, direction, squareTo, type Vec3 } from '../geometry/vector';
import { arcAtHeight, positionAt, runAt, type Course, type LaidTree } from '../tree/course';
import { prolongs } from '../tree/joins';
import type { Stem } from '../tree/stem';
import { diameterAt } from '../tree/taper';
import { woodByAge, type AgedWood } from '../tree/wood-age';
import type { Wound } from '../history/old-wounds';
import { isStraight } from './projection';

/** A place along a stem as it is drawn: how far along, where, which way the wood runs there, and half its width, cm. */
export interface Section {
  sCm: number;
  at: Vec3;
  run: Vec3;
  halfCm: number;
}

/** A stem as a hand would draw it: from where it leaves the bark that carries it, with its collar, to its end. */
export interface DrawnLimb {
  stem: Stem;
  course: Course;
  sections: readonly Section[];
  /** Its wood from the oldest outward. */
  wood: readonly AgedWood[];
  /** What carries it; undefined on the ground, or where it only goes on from a cut end. */
  carrier: { ageSeasons: number } | undefined;
}

/** Swelling of a limb's collar, of a stem at its roots and at its graft, as shares of its thickness there. Working values. */
const COLLAR = 0.55;
const ROOTS = 0.75;
const GRAFT = 0.16;
/** Over how many thicknesses a collar, the roots' swelling and a graft's fade. Working values. */
const COLLAR_OVER = 0.8;
const ROOTS_OVER = 1.1;
const GRAFT_OVER = 0.55;
/** A collar is never wider than this share of what carries it, unless the limb itself is. */
const WITHIN_CARRIER = 0.94;
/** A limb is drawn from this share of the way out of its carrier, so that no paper shows between the two. */
const OUT_OF_BARK = 0.7;
/** A crotch narrower than this leaves the bark no further out, deg. */
const NARROWEST_DEG = 20;
/** Where sections lie within a collar, in thicknesses; and how many pieces the rest has. */
const COLLAR_AT = [0, 0.4, 0.9, 1.6, 2.6];
const PIECES = 12;

/**
 * A stem of a laid-out tree as it is drawn.
 * @param season the season (year) that wood is told against
 */
export function drawnLimb(laid: LaidTree, stem: Stem, season: number): DrawnLimb {
  const course = laid.courses.get(stem.id) as Course;
  const wood = woodByAge(stem, season);
  const join = joinOf(laid, stem, season);
  const fromCm = join ? Math.min(join.outCm * OUT_OF_BARK, course.lengthCm / 2) : 0;
  const thickCm = stem.diameter.value / 10;
  const halfAt = (sCm: number): number => {
    const half = diameterAt(course.taper, sCm) / 20;
    if (stem.parent.kind === 'ground') return half * (1 + swelling(laid, stem, sCm, thickCm));
    if (!join) return half;
    const collar = half * (1 + COLLAR * Math.exp(-(sCm - fromCm) / (COLLAR_OVER * thickCm)));
    return Math.max(half, Math.min(collar, join.halfCm * WITHIN_CARRIER));
  };
  const pieces = isStraight(course) ? 1 : PIECES;
  const places = [
    ...COLLAR_AT.map((k) => fromCm + k * thickCm),
    ...graftPlaces(laid, stem),
    ...Array.from({ length: pieces }, (_, i) => fromCm + ((course.lengthCm - fromCm) * (i + 1)) / pieces),
    ...wood.map(({ fromCm: at }) => at).filter((at) => at > fromCm),
  ];
  const along = [...new Set(places.filter((s) => s <= course.lengthCm))].sort((a, b) => a - b);
  const sections = along.map((sCm) => ({
    ...{ sCm, at: positionAt(course, sCm), run: runAt(course, sCm), halfCm: halfAt(sCm) },
  }));
  return { stem, course, sections, wood, carrier: join && { ageSeasons: ageAt(join.wood, join.atCm) } };
}

/** Age of the wood at a distance along a stem, seasons. */
export const ageAt = (wood: readonly AgedWood[], sCm: number): number =>
  (wood.find(({ toCm }) => sCm <= toCm) ?? wood.at(-1))?.ageSeasons ?? 1;

/** Where a limb leaves what carries it: half the width of that, cm, and how far along the limb its bark is passed, cm. */
function joinOf(
  laid: LaidTree,
  stem: Stem,
  season: number,
): { halfCm: number; outCm: number; atCm: number; wood: AgedWood[] } | undefined {
  const atCm = laid.joins.get(stem.id);
  const carrierId = stem.parent.kind === 'stem' ? stem.parent.stemId : laid.trunk?.id;
  const carrier = laid.tree.stems.find(({ id }) => id === carrierId);
  const course = carrier && laid.courses.get(carrier.id);
  if (atCm === undefined || !carrier || !course || prolongs(laid, stem)) return undefined;
  const halfCm = diameterAt(course.taper, atCm) / 20;
  const way = direction(stem.bearing.value, stem.shape.departure.value);
  const crotch = angleBetween(way, runAt(course, atCm));
  const between = Math.max(NARROWEST_DEG, Math.min(crotch, 180 - crotch));
  const outCm = halfCm / Math.sin((between * Math.PI) / 180);
  return { halfCm, outCm, atCm, wood: woodByAge(carrier, season) };
}

const isGrafted = ({ trunk, tree }: LaidTree, stem: Stem): boolean =>
  stem.id === trunk?.id && !tree.ownRooted && tree.unionCm > 0;

/** How much thicker a stem is drawn than it is read, by its roots and its graft, as a share. */
function swelling(laid: LaidTree, stem: Stem, sCm: number, thickCm: number): number {
  const roots = ROOTS * Math.exp(-sCm / (ROOTS_OVER * thickCm));
  const off = (sCm - laid.tree.unionCm) / (GRAFT_OVER * thickCm);
  return roots + (isGrafted(laid, stem) ? GRAFT * Math.exp(-off * off) : 0);
}

const graftPlaces = (laid: LaidTree, stem: Stem): number[] =>
  isGrafted(laid, stem)
    ? [-1.2, -0.6, 0, 0.6, 1.2]
        .map((k) => laid.tree.unionCm + (k * GRAFT_OVER * stem.diameter.value) / 10)
        .filter((s) => s > 0)
    : [];

/** A wound as it lies on the bark: its middle, the way it faces, and the way the wood under it runs; half its width, cm. */
export interface DrawnWound {
  at: Vec3;
  facing: Vec3;
  run: Vec3;
  halfCm: number;
  /** The stub that was left: the way it points, and its length from the bark, cm; 0 for none. */
  way: Vec3;
  pegCm: number;
  on: Stem;
  since: string;
}

/** Where a wound lies on a tree as it stands; undefined where the wood it was on is gone. */
export function drawnWound(laid: LaidTree, wound: Wound): DrawnWound | undefined {
  const on = laid.tree.stems.find(({ id }) => id === wound.on);
  const course = on && laid.courses.get(on.id);
  if (!course) return undefined;
  const isHeight = on.id === laid.trunk?.id;
  const sCm = isHeight ? arcAtHeight(course, wound.originCm) : wound.originCm;
  const top = isHeight ? (course.points.at(-1) as Vec3)[2] : course.lengthCm;
  if (wound.originCm > top) return undefined;
  const run = runAt(course, sCm);
  const way = direction(wound.bearingDeg, wound.angleDeg);
  const facing = squareTo(run, way) ?? direction(wound.bearingDeg, 90);
  const out = diameterAt(course.taper, sCm) / 20;
  const [x, y, z] = positionAt(course, sCm);
  const at: Vec3 = [x + facing[0] * out, y + facing[1] * out, z + facing[2] * out];
  const { pegCm, since } = wound;
  return { at, facing, run, halfCm: wound.diameterMm / 20, way, pegCm, on, since };
}
