import { polygonHull } from 'd3';
import {
  add,
  cutRim,
  direction,
  dot,
  faceOf,
  facingInSpace,
  scale,
  type Cut,
  type Vec3,
} from '../../../../core';

type Point = [x: number, y: number];

/** A heading cut as it is: the limb's thickness and angle, the bud's facing, the slope, and the shoot that is to come. */
export interface HeadingCut {
  diameterMm: number;
  /** Run of the limb and of its shoot, deg from upright; how far the shoot's bearing lies clockwise of the limb's, deg. */
  limbDeg: number;
  shootDeg: number;
  turnDeg: number;
  facingDeg: number;
  slopeDeg: number;
  /** The cut is this far over the bud, mm. */
  overMm: number;
}

/** The same as paths to draw, px about the bud's foot on the middle line; the picture's y grows downward. */
export interface SeenCut {
  limb: string;
  /** The bare face, where it is turned to the viewer. */
  face: string | undefined;
  blade: string;
  removed: string;
  bud: string;
  isBudBehind: boolean;
  shoot: string;
}

/** The limb is drawn as leaning this way, deg; it is looked at from the side its bud is on. */
const LEANS = 90;
/** How far round the limb, and from how high, it may be looked at, deg. */
const ROUND = [0, 15, -15, 30, -30, 45, -45, 60, -60, 75, -75, 90];
const FROM_ABOVE_DEG = 24;
/** Wood drawn below the bud and above the cut, px. */
const BELOW_PX = 84;
const ABOVE_PX = 40;
const SHOOT_PX = 84;
const BUD = { longPx: 24, halfPx: 9 } as const;
/** How far the blade is drawn beyond the bark, px. */
const BEYOND_PX = 10;

/** Ways to the right, up and toward the viewer of one who looks from a bearing, somewhat from above. */
interface Camera {
  right: Vec3;
  up: Vec3;
  toward: Vec3;
}

function cameraAt(standingDeg: number): Camera {
  const e = (FROM_ABOVE_DEG * Math.PI) / 180;
  const level = direction(standingDeg, 90);
  const up: Vec3 = [0, 0, 1];
  return {
    right: direction(standingDeg - 90, 90),
    up: add(scale(up, Math.cos(e)), scale(level, -Math.sin(e))),
    toward: add(scale(level, Math.cos(e)), scale(up, Math.sin(e))),
  };
}

/** From where both the bud and the slope of the cut are best seen, as near to square to the limb as may be. */
function bestCamera(run: Vec3, facing: Vec3, slopeDeg: number): Camera {
  const face = faceOf({ run, facing, slopeDeg });
  const enough = 0.3;
  return [LEANS + 90, LEANS - 90]
    .flatMap((side) => ROUND.map((by) => ({ by, camera: cameraAt(side + by) })))
    .map(({ by, camera }) => {
      const seen = (way: Vec3): number => Math.min(enough, dot(way, camera.toward));
      return { camera, worth: 2 * seen(facing) + seen(face) - Math.abs(by) / 300 };
    })
    .reduce((best, one) => (one.worth > best.worth ? one : best)).camera;
}

/** A heading cut laid on the sheet. `pxPerMm` is its scale. */
export function seenCut(cut: HeadingCut, pxPerMm: number): SeenCut {
  const run = direction(LEANS, cut.limbDeg);
  const facing = facingInSpace(run, LEANS, cut.facingDeg);
  const camera = bestCamera(run, facing, cut.slopeDeg);
  const on = (at: Vec3): Point => [dot(at, camera.right), -dot(at, camera.up)];
  const half = (cut.diameterMm / 2) * pxPerMm;
  const at = scale(run, cut.overMm * pxPerMm);
  const sloped: Cut = { at, run, facing, halfCm: half, slopeDeg: cut.slopeDeg };
  const square = (far: number): Point[] =>
    cutRim({ ...sloped, at: scale(run, far), facing: undefined }).map(on);
  const rim = cutRim(sloped).map(on);
  const [first, last] = widest(rim, on(run));
  const foot = scale(facing, half);
  const budWay = add(scale(run, 0.85), scale(facing, 0.5));
  const shootWay = direction(LEANS + cut.turnDeg, cut.shootDeg);
  return {
    limb: closed(hullOf([...rim, ...square(-BELOW_PX)])),
    face: dot(faceOf(sloped), camera.toward) > 0 ? closed(rim) : undefined,
    blade: beyond(first, last),
    removed: [first, last].map((from) => lineTo(from, plus(from, on(scale(run, ABOVE_PX))))).join(''),
    bud: teardrop(on(foot), on(add(foot, scale(budWay, BUD.longPx)))),
    isBudBehind: dot(facing, camera.toward) < -0.2,
    shoot: `M${told(on(foot))}Q${told(on(add(foot, add(scale(budWay, 20), scale(shootWay, 10)))))} ${told(
      on(add(foot, scale(shootWay, SHOOT_PX))),
    )}`,
  };
}

/** The two points of a rim that lie furthest to either side of the limb's line. */
function widest(rim: readonly Point[], [dx, dy]: Point): [Point, Point] {
  const aside = ([x, y]: Point): number => x * dy - y * dx;
  const sorted = [...rim].sort((a, b) => aside(a) - aside(b));
  return [sorted[0] as Point, sorted.at(-1) as Point];
}

const hullOf = (points: Point[]): readonly Point[] => polygonHull(points) ?? points;
const plus = ([x, y]: Point, [dx, dy]: Point): Point => [x + dx, y + dy];
const told = ([x, y]: Point): string => `${x.toFixed(1)} ${y.toFixed(1)}`;
const closed = (points: readonly Point[]): string => `M${points.map(told).join('L')}Z`;
const lineTo = (from: Point, to: Point): string => `M${told(from)}L${told(to)}`;

function beyond([x0, y0]: Point, [x1, y1]: Point): string {
  const by = BEYOND_PX / (Math.hypot(x1 - x0, y1 - y0) || 1);
  const [dx, dy] = [(x1 - x0) * by, (y1 - y0) * by];
  return lineTo([x0 - dx, y0 - dy], [x1 + dx, y1 + dy]);
}

function teardrop([x0, y0]: Point, [x1, y1]: Point): string {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const by = (BUD.halfPx * 1.6) / (Math.hypot(dx, dy) || 1);
  const [mx, my] = [x0 + dx * 0.4, y0 + dy * 0.4];
  return `M${told([x0, y0])}Q${told([mx - dy * by, my + dx * by])} ${told([x1, y1])}Q${told([mx + dy * by, my - dx * by])} ${told([x0, y0])}Z`;
}
