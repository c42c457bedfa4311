import { group } from 'd3';
import {
  add,
  ageAt,
  budsAlong,
  facingInSpace,
  scale as times,
  positionAt,
  runAt,
  tipOf,
  unit,
  type DrawnLimb,
  type DrawnWound,
  type KindFacts,
  type LimbBud,
  type Section,
  type Vec3,
} from '../../../../../core';
import { TOKENS } from '../tokens';
import { drawLine, pointOn, type Pen, type Point, type View } from './pen';
import type { SeenLimb } from './limb';

/** Buds are drawn from this many px a cm on, and wrinkles of a collar. */
const BUDS_FROM = 4.5;
const WRINKLES_FROM = 4;
/** Wood this old has no buds left to see but spurs, seasons. */
const BARE_FROM = 2;
/** A facing less sure than this is drawn as not known, deg. */
const KNOWN_DEG = 90;
/** Length and half width of a bud by what it is, length and thickness of a spur, cm. Working values. */
const BUD_CM = { leaf: [0.75, 0.2], flower: [0.95, 0.34], spur: [0.9, 0.32] } as const;
const SPUR_CM = 1.5;
const SPUR_THICK_CM = 0.45;
/** Buds this far off the sheet are not drawn, px. */
const OVER_PX = 30;
/** What turns further from the viewer than this lies behind the wood. */
const BEHIND = -0.25;

/** Draws what is seen of a limb close by: its cut end, the wrinkles of its collar, its buds. */
export function drawNear(pen: Pen, seen: SeenLimb, view: View, kind: KindFacts, season: number): void {
  const { stem } = seen.limb;
  if (stem.headed) cutEnd(pen, seen, view);
  if (view.frame.scale >= WRINKLES_FROM && seen.limb.carrier) wrinkles(pen, seen);
  if (view.frame.scale >= BUDS_FROM && stem.condition !== 'dead') buds(pen, seen, view, kind, season);
}

/** The face of a cut end, where it is turned to the viewer. */
function cutEnd(pen: Pen, { middle, half, limb, endToward }: SeenLimb, view: View): void {
  const last = limb.sections.length - 1;
  const wide = half[last] as number;
  if (wide < 1) return;
  const [x, y] = [middle[2 * last] as number, middle[2 * last + 1] as number];
  const { x: dx, y: dy } = view.project((limb.sections[last] as Section).run);
  pen.fillStyle = TOKENS.cutWood;
  pen.strokeStyle = TOKENS.ink;
  pen.lineWidth = 0.9;
  pen.beginPath();
  pen.ellipse(x, y, Math.max(0.6, wide * Math.abs(endToward)), wide, Math.atan2(-dy, dx), 0, 2 * Math.PI);
  if (endToward > 0.1) pen.fill();
  pen.stroke();
}

function wrinkles(pen: Pen, { left, right, middle, half, limb, footToward }: SeenLimb): void {
  pen.strokeStyle = TOKENS.ink;
  pen.globalAlpha = 0.45;
  pen.lineWidth = 0.8;
  pen.beginPath();
  for (let i = 0; i < Math.min(3, limb.sections.length - 1); i++) {
    const [lx, ly, rx, ry] = [left[2 * i], left[2 * i + 1], right[2 * i], right[2 * i + 1]] as number[];
    const [dx, dy] = [
      (middle[2 * i] as number) - (middle[2 * i + 2] as number),
      (middle[2 * i + 1] as number) - (middle[2 * i + 3] as number),
    ];
    const by = ((half[i] as number) * (0.4 + Math.max(0, footToward))) / (Math.hypot(dx, dy) || 1);
    pen.moveTo(lx as number, ly as number);
    pen.quadraticCurveTo(
      ((lx as number) + (rx as number)) / 2 + dx * by,
      ((ly as number) + (ry as number)) / 2 + dy * by,
      rx as number,
      ry as number,
    );
  }
  pen.stroke();
  pen.globalAlpha = 1;
}

/** A bud as it lies on the bark: from its foot to its tip, on a spur or not; and what it is filled with. */
interface DrawnBud {
  facing: Vec3;
  foot: Vec3;
  tip: Vec3;
  halfCm: number;
  fill: string;
  /** Where its spur begins, where it has one. */
  spurFrom?: Vec3;
}

const drawn = new WeakMap<DrawnLimb, readonly DrawnBud[]>();

/** The buds there are to see on a limb, its end bud last: worked out once, wherever one stands. */
function budsOf(limb: DrawnLimb, kind: KindFacts, season: number): readonly DrawnBud[] {
  const known = drawn.get(limb);
  if (known) return known;
  const { stem, course, wood, sections } = limb;
  const isSeen = ({ atCm, node }: LimbBud): boolean => {
    const isBare = node !== 'spur' && ageAt(wood, atCm) >= BARE_FROM;
    const isEnd = !stem.headed && course.lengthCm - atCm < 1;
    return !isBare && !isEnd && atCm > (sections[0] as Section).sCm + 1;
  };
  const found = budsAlong(stem, kind, season)
    .filter(isSeen)
    .flatMap((bud) => {
      const run = runAt(course, bud.atCm);
      const facing = facingInSpace(run, stem.shape.runBearing.value, bud.facingDeg);
      const out = outAt(sections, bud.atCm) * 0.9;
      return asDrawn(bud, add(positionAt(course, bud.atCm), times(facing, out)), run, facing);
    });
  if (!stem.headed) {
    const run = runAt(course, course.lengthCm);
    const node = stem.endBud === 'flower' ? 'flower' : 'leaf';
    const bud = { atCm: course.lengthCm, facingDeg: 0, sureDeg: 0, isSeen: true, node } as const;
    found.push(...asDrawn(bud, add(tipOf(course), times(run, -0.3)), run, run));
  }
  drawn.set(limb, found);
  return found;
}

/** A bud slim or fat, or one of each; on a short spur where it is one; hollow where its facing is not known. */
function asDrawn({ node, sureDeg }: LimbBud, onBark: Vec3, run: Vec3, facing: Vec3): DrawnBud[] {
  const way = unit(add(times(run, 0.85), times(facing, 0.6)));
  const isSpur = node === 'spur';
  const foot = isSpur ? add(onBark, times(unit(add(times(run, 0.35), facing)), SPUR_CM)) : onBark;
  const shapes = node === 'leaf and flower' ? (['flower', 'leaf'] as const) : ([node] as const);
  return shapes.map((shape, i) => {
    const [longCm, halfCm] = BUD_CM[shape];
    const aside = i === 0 ? foot : add(foot, times(run, 0.35));
    const known = shape === 'leaf' ? TOKENS.bud : TOKENS.flowerBud;
    const fill = sureDeg < KNOWN_DEG ? known : TOKENS.paperLight;
    const bud = { facing, foot: aside, tip: add(aside, times(way, longCm)), halfCm, fill };
    return isSpur ? { ...bud, spurFrom: onBark } : bud;
  });
}

function buds(pen: Pen, { limb, near }: SeenLimb, view: View, kind: KindFacts, season: number): void {
  const { width, height, scale } = view.frame;
  const isSeen = ({ foot, facing }: DrawnBud): boolean => {
    const [x, y] = pointOn(view, foot);
    const isOn = x > -OVER_PX && y > -OVER_PX && x < width + OVER_PX && y < height + OVER_PX;
    return isOn && view.project(facing).near >= BEHIND;
  };
  pen.globalAlpha = 0.5 + 0.5 * near;
  pen.strokeStyle = TOKENS.ink;
  for (const [fill, alike] of group(budsOf(limb, kind, season).filter(isSeen), (bud) => bud.fill)) {
    spurs(pen, view, alike);
    pen.beginPath();
    for (const { foot, tip, halfCm } of alike) {
      teardrop(pen, pointOn(view, foot), pointOn(view, tip), halfCm * scale);
    }
    pen.fillStyle = fill;
    pen.fill();
    pen.lineWidth = 0.8;
    pen.stroke();
  }
  pen.globalAlpha = 1;
}

function spurs(pen: Pen, view: View, all: readonly DrawnBud[]): void {
  pen.lineCap = 'round';
  pen.lineWidth = SPUR_THICK_CM * view.frame.scale;
  pen.beginPath();
  for (const { spurFrom, foot } of all) {
    if (!spurFrom) continue;
    pen.moveTo(...pointOn(view, spurFrom));
    pen.lineTo(...pointOn(view, foot));
  }
  pen.stroke();
}

/** Half the width of a limb at a distance along it, cm. */
export const outAt = (sections: readonly Section[], atCm: number): number => {
  const i = Math.max(
    1,
    sections.findIndex(({ sCm }) => sCm >= atCm),
  );
  const [a, b] = [sections[i - 1] as Section, sections[i] as Section];
  const t = (atCm - a.sCm) / Math.max(1e-6, b.sCm - a.sCm);
  return a.halfCm + (b.halfCm - a.halfCm) * Math.max(0, Math.min(1, t));
};

function teardrop(pen: Pen, [x0, y0]: Point, [x1, y1]: Point, half: number): void {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const long = Math.hypot(dx, dy) || 1;
  const [nx, ny] = [(-dy / long) * half * 1.6, (dx / long) * half * 1.6];
  const [mx, my] = [x0 + dx * 0.4, y0 + dy * 0.4];
  pen.moveTo(x0, y0);
  pen.quadraticCurveTo(mx + nx, my + ny, x1, y1);
  pen.quadraticCurveTo(mx - nx, my - ny, x0, y0);
  pen.closePath();
}

/** Callus grown in from either side in a year is told by a ring; a wound older than this is drawn closed over. Years; working values. */
const CLOSED_YEARS = 4;
const YEAR_MS = 365.25 * 24 * 3600 * 1000;

/** Draws the scar of a limb that was taken off: pale wood at first, then callus closing in on it. */
export function drawWound(pen: Pen, view: View, wound: DrawnWound, today: string): void {
  if (wound.pegCm > 0) return drawPeg(pen, view, wound);
  const toward = view.project(wound.facing).near;
  if (toward < 0.05) return;
  const { scale } = view.frame;
  const years = Math.max(0, (Date.parse(today) - Date.parse(wound.since)) / YEAR_MS);
  const open = Math.max(0, 1 - years / CLOSED_YEARS);
  const [x, y] = pointOn(view, wound.at);
  const run = view.project(wound.run);
  const turn = Math.atan2(-run.y, run.x);
  const half = Math.max(1.6, wound.halfCm * scale);
  const ring = (share: number): void => {
    pen.beginPath();
    pen.ellipse(x, y, half * share, half * share * Math.max(0.25, toward), turn, 0, 2 * Math.PI);
  };
  pen.lineWidth = 0.9;
  pen.strokeStyle = TOKENS.ink;
  pen.fillStyle = TOKENS.bark;
  ring(1.25);
  pen.fill();
  pen.stroke();
  if (open < 0.15) return;
  pen.fillStyle = years < 1 ? TOKENS.cutWood : TOKENS.inkSoft;
  ring(open);
  pen.fill();
  pen.stroke();
}

/** Draws a stub that was left: its wood, and its cut end where that is turned to the viewer. */
function drawPeg(pen: Pen, view: View, { at, way, halfCm, pegCm }: DrawnWound): void {
  const [from, to] = [pointOn(view, at), pointOn(view, add(at, times(way, pegCm)))];
  const half = Math.max(1.6, halfCm * view.frame.scale);
  const { x, y, near } = view.project(way);
  pen.lineCap = 'butt';
  pen.strokeStyle = TOKENS.ink;
  drawLine(pen, 2 * half + 1.4, from, to);
  pen.strokeStyle = TOKENS.bark;
  drawLine(pen, 2 * half, from, to);
  pen.strokeStyle = TOKENS.ink;
  pen.fillStyle = TOKENS.cutWood;
  pen.lineWidth = 0.9;
  pen.beginPath();
  pen.ellipse(...to, Math.max(0.6, half * Math.abs(near)), half, Math.atan2(-y, x), 0, 2 * Math.PI);
  if (near > 0.05) pen.fill();
  pen.stroke();
}
