import { direction, positionAt, runAt, scale, type Fixing, type Vec3 } from '../../../../../core';
import { TOKENS } from '../tokens';
import type { SeenLimb } from './limb';
import { outAt } from './near';
import { drawLine, pointOn, type Pen, type Point, type View } from './pen';

/** A thing fixed to a limb, where it lies on the sheet and on the tree. */
interface Fixed {
  /** Middle of its loop, and half the width of that, px. */
  x: number;
  y: number;
  half: number;
  view: View;
  seen: SeenLimb;
  carrier: SeenLimb | undefined;
  /** The other limb it is made fast to. */
  anchor: SeenLimb | undefined;
  fixing: Fixing;
  atCm: number;
  /** Its place on the tree, cm. */
  there: Vec3;
}

/** A thing fixed to a limb where it is, or half way along where that is not on record; its cord to where it is made fast. */
export function drawFixing(
  pen: Pen,
  view: View,
  seen: SeenLimb,
  fixing: Fixing,
  carrier: SeenLimb | undefined,
  anchor: SeenLimb | undefined,
): void {
  const { course } = seen.limb;
  const atCm = Math.min(fixing.atCm ?? course.lengthCm / 2, course.lengthCm);
  const there = positionAt(course, atCm);
  const [x, y] = pointOn(view, there);
  const half = Math.max(2.5, outAt(seen.limb.sections, atCm) * view.frame.scale + 1.2);
  pen.strokeStyle = TOKENS.ink;
  pen.fillStyle = TOKENS.paperLight;
  pen.lineCap = 'round';
  DRAWN_AS[fixing.what](pen, { x, y, half, view, seen, carrier, anchor, fixing, atCm, there });
}

const CORD_PX = 1.1;
/** Height of a peg over ground, and how far up the trunk a cord is made fast, cm. */
const PEG_CM = 12;
const TRUNK_CM = 25;
/** A prop's fork, a stake's thickness and how far it stands from the stem, cm. */
const FORK_CM = 7;
const STAKE_CM = 4;
const STAKE_OUT_CM = 9;

const DRAWN_AS: Record<Fixing['what'], (pen: Pen, fixed: Fixed) => void> = {
  tie(pen, fixed) {
    loop(pen, fixed);
    const { x, y, half, view } = fixed;
    const to = madeFastTo(fixed);
    if (!to) return drawLine(pen, 1.4, [x, y + half], [x + 3, y + half + 9]);
    drawLine(pen, CORD_PX, [x, y], pointOn(view, to));
    if (to[2] <= 0) peg(pen, view, to);
  },
  weight(pen, fixed) {
    const { x, y, half } = fixed;
    loop(pen, fixed);
    drawLine(pen, CORD_PX, [x, y + half], [x, y + half + 16]);
    pen.beginPath();
    pen.ellipse(x, y + half + 22, 5, 6.5, 0, 0, 2 * Math.PI);
    pen.fillStyle = TOKENS.inkSoft;
    pen.fill();
    pen.stroke();
  },
  label(pen, fixed) {
    const { x, y, half } = fixed;
    loop(pen, fixed);
    drawLine(pen, 0.9, [x, y + half], [x + 4, y + half + 7]);
    pen.beginPath();
    pen.moveTo(x + 1, y + half + 8);
    pen.lineTo(x + 9, y + half + 6);
    pen.lineTo(x + 11, y + half + 17);
    pen.lineTo(x + 3, y + half + 19);
    pen.closePath();
    pen.fill();
    pen.stroke();
  },
  spreader(pen, { x, y, view, seen, carrier, atCm }) {
    const stem = carrier?.limb;
    const foot = seen.limb.course.points[0] as Vec3;
    const on = stem && nearestHigher(stem.course.points, foot, atCm * 0.75);
    if (on) drawLine(pen, 3, [x, y], pointOn(view, on));
  },
  prop(pen, { x, y, view, there }) {
    const [east, north, up] = there;
    const fork = pointOn(view, [east, north, Math.max(0, up - FORK_CM)]);
    const aside = FORK_CM * 0.5 * view.frame.scale;
    drawLine(pen, 3, pointOn(view, [east, north, 0]), fork);
    for (const side of [-1, 1]) drawLine(pen, 2.2, fork, [x + side * aside, y]);
  },
  wrap(pen, { seen, view, atCm, half }) {
    const { course } = seen.limb;
    for (const off of [-3, -1, 1, 3]) {
      const at = Math.max(0.5, Math.min(course.lengthCm, atCm + off));
      const [x, y] = pointOn(view, positionAt(course, at));
      band(pen, view, seen, at, x, y, half + 0.8);
    }
  },
  stake(pen, fixed) {
    const { fixing, view, there } = fixed;
    if (fixing.means === 'ground-peg') return guys(pen, view, there);
    const out = scale(direction(fixing.sideDeg ?? 90, 90), STAKE_OUT_CM);
    const [east, north] = [there[0] + out[0], there[1] + out[1]];
    const isCane = fixing.means === 'cane';
    const wide = isCane ? 2 : Math.max(3, STAKE_CM * view.frame.scale);
    pen.lineCap = 'butt';
    pen.strokeStyle = TOKENS.ink;
    drawLine(pen, wide + 1.6, pointOn(view, [east, north, 0]), pointOn(view, [east, north, there[2] + 5]));
    pen.strokeStyle = TOKENS.cutWood;
    drawLine(pen, wide, pointOn(view, [east, north, 0]), pointOn(view, [east, north, there[2] + 4.5]));
    pen.strokeStyle = TOKENS.ink;
    drawLine(pen, 2.4, pointOn(view, there), pointOn(view, [east, north, there[2]]));
    loop(pen, fixed);
  },
};

/** Where a tie's cord goes, as far as that is on record: cm. */
function madeFastTo({ fixing, there, seen, carrier, anchor }: Fixed): Vec3 | undefined {
  const [east, north, up] = there;
  const on = carrier?.limb.course.points;
  const foot = seen.limb.course.points[0] as Vec3;
  switch (fixing.means) {
    case 'ground-peg':
      return [east, north, 0];
    case 'trunk':
      return on?.find(([, , z]) => z >= TRUNK_CM);
    case 'above':
      return on && nearestHigher(on, foot, Math.hypot(east - foot[0], north - foot[1]));
    case 'aside': {
      const { bearing, shape } = seen.limb.stem;
      const turned = ((shape.runBearing.value - bearing.value + 540) % 360) - 180;
      const aside = direction(shape.runBearing.value + (turned < 0 ? -90 : 90), 90);
      return [east + aside[0] * up, north + aside[1] * up, 0];
    }
    case 'neighbour': {
      const on = anchor?.limb.course;
      return on && positionAt(on, Math.min(on.lengthCm, fixing.onCm ?? 0));
    }
    case 'clip':
    case 'weight':
    case 'spreader':
    case 'prop':
    case 'wire':
    case 'cane':
    case undefined:
  }
  return undefined;
}

function peg(pen: Pen, view: View, [east, north]: Vec3): void {
  drawLine(pen, 2.6, pointOn(view, [east, north, 0]), pointOn(view, [east, north, PEG_CM]));
}

/** Three cords to pegs as far out as they are made fast high. */
function guys(pen: Pen, view: View, there: Vec3): void {
  for (const bearing of [0, 120, 240]) {
    const out = scale(direction(bearing, 90), there[2]);
    const on: Vec3 = [there[0] + out[0], there[1] + out[1], 0];
    drawLine(pen, CORD_PX, pointOn(view, there), pointOn(view, on));
    peg(pen, view, on);
  }
}

/** The point of a stem that lies a distance above the foot of a limb, the end of it where it is shorter. */
const nearestHigher = (points: readonly Vec3[], foot: Vec3, cm: number): Vec3 | undefined =>
  points.find(([, , z]) => z >= foot[2] + cm) ?? points.at(-1);

const loop = (pen: Pen, { x, y, half, view, seen, atCm }: Fixed): void =>
  band(pen, view, seen, atCm, x, y, half);

/** A band round a limb. */
function band(pen: Pen, view: View, seen: SeenLimb, atCm: number, ...[x, y, half]: [...Point, number]): void {
  const { x: dx, y: dy } = view.project(runAt(seen.limb.course, atCm));
  pen.lineWidth = 2;
  pen.beginPath();
  pen.ellipse(x, y, 2, half, Math.atan2(-dy, dx), 0, 2 * Math.PI);
  pen.stroke();
}
