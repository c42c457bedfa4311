import { ageAt, positionAt, type DrawnLimb, type Section, type Vec3 } from '../../../../../core';
import { TOKENS } from '../tokens';
import { woodColour } from '../wood-colours';
import { nearness, unevenness, type Pen, type View } from './pen';

/** A limb laid out on the sheet as it is seen now, px: its middle line, and its edges to either side. */
export interface SeenLimb {
  limb: DrawnLimb;
  /** x and y of the middle, of the left edge and of the right one, section by section from its foot. */
  middle: Float64Array;
  left: Float64Array;
  right: Float64Array;
  /** Half the width at each section. */
  half: Float64Array;
  /** Where its nearness is taken. */
  taken: Vec3;
  /** How near it is, 0 to 1; and how its foot and its end run toward the viewer, -1 to 1. */
  near: number;
  footToward: number;
  endToward: number;
}

/** Share along a limb where its nearness is taken. */
const NEARNESS_AT = 0.6;
/** Half the thinnest wood drawn, px. */
const HAIR_PX = 0.65;
/** What is drawn beside a limb's bark reaches no further than this, px. */
const EDGE_PX = 40;
/** The light comes from the upper left, as on most plates. */
const LIGHT = [-0.6, -0.8] as const;
/** Wood thinner than this has no hatch, standing still and walking, px either side of its middle. */
const HATCHED_FROM_PX = { still: 1.9, moving: 4 } as const;
/** Wood thicker than this is shaded, lit on its other side, and shaded in two bands, px either side of its middle. */
const SHADED_FROM_PX = 1.3;
const LIT_FROM_PX = 2;
const ROUND_FROM_PX = 5;
/** Space between strokes of the hatch by the wood's age in seasons, px; none on this season's. */
const HATCH_PX = [0, 7, 4.2, 3.2] as const;
/** Strokes this much closer than they should be, seen along a limb that points at one, are drawn one in two. */
const CROWDED = 0.55;

export function seenLimb(limb: DrawnLimb): SeenLimb {
  const n = limb.sections.length;
  const line = (): Float64Array => new Float64Array(2 * n);
  return {
    ...{ limb, middle: line(), left: line(), right: line(), half: new Float64Array(n) },
    taken: positionAt(limb.course, limb.course.lengthCm * NEARNESS_AT),
    ...{ near: 0.5, footToward: 0, endToward: 0 },
  };
}

/** Lays a limb out as it is seen from a place. */
export function layOnSheet(seen: SeenLimb, view: View): void {
  const { middle, left, right, half, limb } = seen;
  const { project, frame } = view;
  const { sections } = limb;
  const last = sections.length - 1;
  sections.forEach(({ at, halfCm }, i) => {
    const { x, y } = project(at);
    middle[2 * i] = frame.footX + x * frame.scale;
    middle[2 * i + 1] = frame.footY - y * frame.scale;
    half[i] = Math.max(HAIR_PX, halfCm * frame.scale);
  });
  seen.near = nearness(view, project(seen.taken));
  seen.footToward = project((sections[0] as Section).run).near;
  seen.endToward = project((sections[last] as Section).run).near;
  for (let i = 0; i <= last; i++) {
    const [a, b] = [2 * Math.max(0, i - 1), 2 * Math.min(last, i + 1)];
    const dx = at(middle, b) - at(middle, a);
    const dy = at(middle, b + 1) - at(middle, a + 1);
    const by = at(half, i) / (Math.hypot(dx, dy) || 1);
    const [x, y] = [at(middle, 2 * i), at(middle, 2 * i + 1)];
    left[2 * i] = x + dy * by;
    left[2 * i + 1] = y - dx * by;
    right[2 * i] = x - dy * by;
    right[2 * i + 1] = y + dx * by;
  }
}

const at = (line: Float64Array, i: number): number => line[i] as number;

/** Whether anything of a limb that is laid out may lie on the sheet. */
export function isOnSheet({ middle, half, limb }: SeenLimb, { frame }: View): boolean {
  const over = at(half, 0) + EDGE_PX;
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < limb.sections.length; i++) {
    x0 = Math.min(x0, at(middle, 2 * i));
    x1 = Math.max(x1, at(middle, 2 * i));
    y0 = Math.min(y0, at(middle, 2 * i + 1));
    y1 = Math.max(y1, at(middle, 2 * i + 1));
  }
  return x1 > -over && x0 < frame.width + over && y1 > -over && y0 < frame.height + over;
}

/** Draws a limb that is laid out: wood by age, the side away from the light, its hatch, and its edges. */
export function drawLimb(pen: Pen, seen: SeenLimb, view: View, isInHand: boolean): void {
  fillWood(pen, seen);
  const shaded = shadedSide(seen);
  shade(pen, seen, shaded, view.isMoving);
  hatch(pen, seen, view, shaded);
  outline(pen, seen, shaded, isInHand);
  ageRings(pen, seen);
}

/** Fills the wood, the oldest under all that grew on from it, so that no paper shows between the years. */
function fillWood(pen: Pen, seen: SeenLimb): void {
  const { limb, near } = seen;
  const { wood, carrier, sections, stem } = limb;
  const isDead = stem.condition === 'dead';
  const last = sections.length - 1;
  wood.forEach(({ fromCm, ageSeasons }, piece) => {
    const from = piece === 0 ? 0 : sections.findIndex(({ sCm }) => sCm >= fromCm - 1e-6);
    if (from < 0 || from >= last) return;
    pen.fillStyle = isDead ? TOKENS.hairline : woodColour(ageSeasons, near);
    pen.beginPath();
    if (piece === 0) foot(pen, seen);
    edge(pen, seen.left, from, last, piece !== 0);
    end(pen, seen);
    edge(pen, seen.right, last, from, false);
    pen.closePath();
    pen.fill();
  });
  if (!carrier || isDead || carrier.ageSeasons === ageAt(wood, 0)) return;
  // The collar is of the wood that carries it.
  const over = Math.min(2, last);
  pen.fillStyle = woodColour(carrier.ageSeasons, near);
  pen.beginPath();
  foot(pen, seen);
  edge(pen, seen.left, 0, over, false);
  const [lx, ly, rx, ry] = ends(seen, over);
  const next = 2 * Math.min(over + 1, last);
  const [mx, my] = [at(seen.middle, next), at(seen.middle, next + 1)];
  pen.quadraticCurveTo(
    (lx + rx) / 2 + (mx - (lx + rx) / 2) * 0.5,
    (ly + ry) / 2 + (my - (ly + ry) / 2) * 0.5,
    rx,
    ry,
  );
  edge(pen, seen.right, over, 0, false);
  pen.closePath();
  pen.fill();
}

const ends = ({ left, right }: SeenLimb, i: number): [number, number, number, number] => [
  at(left, 2 * i),
  at(left, 2 * i + 1),
  at(right, 2 * i),
  at(right, 2 * i + 1),
];

/** The foot of a limb: as round as it is seen end-on. Begins the path at the right edge and ends it at the left. */
function foot(pen: Pen, seen: SeenLimb): void {
  const [lx, ly, rx, ry] = ends(seen, 0);
  const [x, y] = backFrom(seen, 0, 1, at(seen.half, 0) * (0.35 + 1.3 * Math.max(0, seen.footToward)));
  pen.moveTo(rx, ry);
  pen.quadraticCurveTo(x, y, lx, ly);
}

/** The end of a limb, from its left edge to its right one: a point where it grew, a face where it was cut. */
function end(pen: Pen, seen: SeenLimb): void {
  const last = seen.limb.sections.length - 1;
  const [, , rx, ry] = ends(seen, last);
  const far = seen.limb.stem.headed ? Math.abs(seen.endToward) : 1.2;
  const [x, y] = backFrom(seen, last, last - 1, at(seen.half, last) * far);
  pen.quadraticCurveTo(x, y, rx, ry);
}

/** A point on the middle line carried on from one section away from another, px. */
function backFrom({ middle }: SeenLimb, from: number, awayFrom: number, px: number): [number, number] {
  const [x, y] = [at(middle, 2 * from), at(middle, 2 * from + 1)];
  const [dx, dy] = [x - at(middle, 2 * awayFrom), y - at(middle, 2 * awayFrom + 1)];
  const by = px / (Math.hypot(dx, dy) || 1);
  return [x + dx * by, y + dy * by];
}

/** A line through the points of an edge, rounded at each: wood has no corners. */
function edge(pen: Pen, line: Float64Array, from: number, to: number, isFirst: boolean): void {
  const step = from <= to ? 1 : -1;
  if (isFirst) pen.moveTo(at(line, 2 * from), at(line, 2 * from + 1));
  else pen.lineTo(at(line, 2 * from), at(line, 2 * from + 1));
  for (let i = from + step; i !== to && i !== to + step; i += step) {
    const [x, y] = [at(line, 2 * i), at(line, 2 * i + 1)];
    const next = i + step;
    pen.quadraticCurveTo(x, y, (x + at(line, 2 * next)) / 2, (y + at(line, 2 * next + 1)) / 2);
  }
  pen.lineTo(at(line, 2 * to), at(line, 2 * to + 1));
}

/** The edge away from the light, and how far it is turned from it, 0 to 1. */
interface Shaded {
  line: Float64Array;
  lit: Float64Array;
  depth: number;
}

function shadedSide({ left, right, middle, limb }: SeenLimb): Shaded {
  const last = 2 * (limb.sections.length - 1);
  const [dx, dy] = [at(middle, last) - at(middle, 0), at(middle, last + 1) - at(middle, 1)];
  const long = Math.hypot(dx, dy) || 1;
  // The left edge lies toward (dy, -dx).
  const turned = (dy * LIGHT[0] - dx * LIGHT[1]) / long;
  return turned > 0
    ? { line: right, lit: left, depth: Math.abs(turned) }
    : { line: left, lit: right, depth: Math.abs(turned) };
}

function shade(
  pen: Pen,
  { middle, limb, half }: SeenLimb,
  { line, lit, depth }: Shaded,
  isMoving: boolean,
): void {
  const stout = Math.max(at(half, 0), at(half, 1));
  if (stout < SHADED_FROM_PX) return;
  const last = limb.sections.length - 1;
  pen.fillStyle = TOKENS.ink;
  pen.globalAlpha = 0.1 + 0.14 * depth;
  pen.beginPath();
  edge(pen, line, 0, last, true);
  edge(pen, middle, last, 0, false);
  pen.closePath();
  pen.fill();
  // Stout wood is rounder to the eye with a second, darker band along its edge.
  if (stout > ROUND_FROM_PX) {
    pen.beginPath();
    edge(pen, line, 0, last, true);
    for (let i = last; i >= 0; i--) {
      pen.lineTo(
        (at(line, 2 * i) + at(middle, 2 * i)) / 2,
        (at(line, 2 * i + 1) + at(middle, 2 * i + 1)) / 2,
      );
    }
    pen.closePath();
    pen.fill();
  }
  if (stout < LIT_FROM_PX || isMoving) return void (pen.globalAlpha = 1);
  // Light lies along the other side.
  pen.fillStyle = TOKENS.paperLight;
  pen.globalAlpha = 0.16 * depth;
  pen.beginPath();
  edge(pen, lit, 1, last, true);
  edge(pen, middle, last, 1, false);
  pen.closePath();
  pen.fill();
  pen.globalAlpha = 1;
}

/** Short strokes round the limb on its dark side, the closer the older its bark, the thinner the further it is. */
function hatch(pen: Pen, seen: SeenLimb, view: View, { line, lit, depth }: Shaded): void {
  const { limb, middle, half, near } = seen;
  const { sections, wood } = limb;
  const { scale, width, height } = view.frame;
  const hatchedFrom = HATCHED_FROM_PX[view.isMoving ? 'moving' : 'still'];
  if (Math.max(at(half, 0), at(half, 1)) < hatchedFrom) return;
  pen.strokeStyle = TOKENS.ink;
  pen.lineWidth = 0.5 + 0.25 * near;
  pen.globalAlpha = 0.25 + 0.5 * near;
  pen.beginPath();
  for (let i = 0; i + 1 < sections.length; i++) {
    if (Math.max(at(half, i), at(half, i + 1)) < hatchedFrom) continue;
    const [from, to] = [sections[i] as Section, sections[i + 1] as Section];
    const wishPx = HATCH_PX[Math.min(3, ageAt(wood, (from.sCm + to.sCm) / 2))] as number;
    const longPx = (to.sCm - from.sCm) * scale;
    const seenPx = Math.hypot(
      at(middle, 2 * i + 2) - at(middle, 2 * i),
      at(middle, 2 * i + 3) - at(middle, 2 * i + 1),
    );
    if (wishPx === 0 || longPx <= 0 || !isPieceOn(middle, i, width, height, 60)) continue;
    // Strokes stand at places of the wood, not of the sheet: they keep to it while one walks round.
    let everyCm = 2 ** Math.round(Math.log2(wishPx / scale));
    while (everyCm * (seenPx / (to.sCm - from.sCm)) < wishPx * CROWDED && everyCm < 40) everyCm *= 2;
    if (near < 0.4) everyCm *= 2;
    for (let k = Math.ceil(from.sCm / everyCm); k * everyCm < to.sCm; k++) {
      const sCm = k * everyCm;
      const t = (sCm - from.sCm) / (to.sCm - from.sCm);
      const chance = unevenness(sCm * 8 + sections.length);
      const deep = (0.16 + 0.75 * chance * chance) * (0.6 + 0.6 * depth);
      const [ex, ey] = between(line, i, t);
      const [fx, fy] = between(lit, i, t);
      // Bark runs round the limb: the stroke's inner end lies a little further out.
      const lean = (at(half, i) * 0.9 * (chance - 0.35)) / (seenPx || 1);
      const [ux, uy] = [
        at(middle, 2 * i + 2) - at(middle, 2 * i),
        at(middle, 2 * i + 3) - at(middle, 2 * i + 1),
      ];
      pen.moveTo(ex, ey);
      pen.lineTo(ex + (fx - ex) * deep + ux * lean, ey + (fy - ey) * deep + uy * lean);
    }
  }
  pen.stroke();
  pen.globalAlpha = 1;
}

/** Whether a piece of a limb lies on the sheet, or within some px of it. */
function isPieceOn(
  middle: Float64Array,
  i: number,
  width: number,
  height: number,
  marginPx: number,
): boolean {
  const [x0, y0, x1, y1] = [
    at(middle, 2 * i),
    at(middle, 2 * i + 1),
    at(middle, 2 * i + 2),
    at(middle, 2 * i + 3),
  ];
  return (
    Math.max(x0, x1) > -marginPx &&
    Math.min(x0, x1) < width + marginPx &&
    Math.max(y0, y1) > -marginPx &&
    Math.min(y0, y1) < height + marginPx
  );
}

const between = (line: Float64Array, i: number, t: number): [number, number] => [
  at(line, 2 * i) + (at(line, 2 * i + 2) - at(line, 2 * i)) * t,
  at(line, 2 * i + 1) + (at(line, 2 * i + 3) - at(line, 2 * i + 1)) * t,
];

/** Its edges in ink, the dark side heavier; none across its foot, where it grows out of what carries it. */
function outline(pen: Pen, seen: SeenLimb, { line, lit }: Shaded, isInHand: boolean): void {
  const last = seen.limb.sections.length - 1;
  pen.strokeStyle = TOKENS.ink;
  pen.lineCap = 'round';
  pen.lineJoin = 'round';
  pen.globalAlpha = isInHand ? 1 : 0.35 + 0.6 * seen.near;
  const stout = Math.min(1, at(seen.half, 0) / 3);
  const heavier = isInHand ? 0.8 : 0;
  pen.lineWidth = 0.45 + 0.2 * seen.near + heavier;
  pen.beginPath();
  edge(pen, lit, 0, last, true);
  pen.stroke();
  pen.lineWidth = 0.55 + 0.75 * stout * seen.near + heavier;
  pen.beginPath();
  edge(pen, line, 0, last, true);
  pen.stroke();
  pen.globalAlpha = 1;
}

/** The rings that last winter's bud left where one year's wood goes on from another's. */
function ageRings(pen: Pen, seen: SeenLimb): void {
  const { limb, half } = seen;
  pen.strokeStyle = TOKENS.ink;
  pen.lineWidth = 0.8;
  pen.beginPath();
  for (const { fromCm } of limb.wood.slice(1)) {
    const i = limb.sections.findIndex(({ sCm }) => sCm >= fromCm - 1e-6);
    if (i < 1 || at(half, i) < 1.2) continue;
    const beside = at(half, i) < 3 ? [0] : [0, Math.min(4, at(half, i) * 0.3)];
    for (const px of beside) ring(pen, seen, i, px);
  }
  pen.stroke();
}

/** Half a turn round a limb at a section, or some px further out, as it is seen from the side. */
function ring(pen: Pen, seen: SeenLimb, i: number, furtherPx: number): void {
  const [lx, ly, rx, ry] = ends(seen, i);
  const [x0, y0] = backFrom(seen, i, i - 1, furtherPx);
  const [dx, dy] = [x0 - at(seen.middle, 2 * i), y0 - at(seen.middle, 2 * i + 1)];
  const [x, y] = backFrom(seen, i, i - 1, furtherPx + at(seen.half, i) * 0.4);
  pen.moveTo(lx + dx, ly + dy);
  pen.quadraticCurveTo(x, y, rx + dx, ry + dy);
}
