import { greatest, least, select } from 'd3';
import {
  cutRim,
  day,
  facingInSpace,
  HEADING_SLOPE_DEG,
  markOf,
  positionAt,
  runAt,
  stemOf,
  type Act,
  type ActMark,
  type Course,
  type DrawnPoint,
  type LaidTree,
  type Projection,
  type Vec3,
} from '../../../../core';
import type { DrawingWords } from './figure-links';
import type { TreePicture } from './tree-picture';

/** Where marks are drawn: their layer, and how tree cm become pixels there. */
export interface Board {
  layer: SVGGElement;
  scale(): number;
  at(point: { x: number; y: number }): [number, number];
  open(course: Course, project: Projection): string;
}

/** A mark on the drawing that moves with it. */
export interface DrawnMark {
  place(project: Projection): void;
}

/** The act shown on the limb as the thing itself: a cut line, the ghost of the bent course, a notch. */
export function markFor(board: Board, act: Act, { laid }: TreePicture, words: DrawingWords): DrawnMark[] {
  const mark = markOf(laid, act);
  switch (mark?.kind) {
    case 'wanted':
      return laid.trunk ? [wanted(board, mark.at, words)] : [];
    case 'cut':
      return [cutLine(board, laid.courses.get(mark.stemId) as Course, mark, facingOf(laid, act))];
    case 'course':
      return [ghost(board, laid.courses.get(mark.stemId) as Course, mark.ghost)];
    case 'dated':
      return [dated(board, laid.courses.get(mark.stemId) as Course, mark.until, words)];
    case 'limb':
    case undefined:
      return [];
  }
}

/** Limbs that have their day already, whether they were dated by an act or left in doubt by a word: one date for each. */
export function datedMarks(board: Board, { laid, acts }: TreePicture, words: DrawingWords): DrawnMark[] {
  const planned = new Set(acts.flatMap((act) => (act.kind === 'stay' ? [act.stemId] : [])));
  return laid.tree.stems.flatMap(({ id, spared }) => {
    const course = laid.courses.get(id);
    return spared && course && !planned.has(id) ? [dated(board, course, spared.until, words)] : [];
  });
}

/** A notch at the place a limb is wanted. */
function wanted(board: Board, there: Vec3, words: DrawingWords): DrawnMark {
  const group = select(board.layer).append('g').attr('class', 'mark notch');
  group.append('path').attr('d', 'M-7 -3 Q0 -9 7 -3 M0 -2 l-3.4 7 h6.8 Z');
  group.append('text').attr('x', -11).attr('dy', '0.32em').text(words.say('draw.wanted'));
  return { place: (project) => put(board, group.node() as SVGGElement, project(there), 0) };
}

/** The way the bud faces that a limb is cut to, where it is cut to one. */
function facingOf({ tree, courses }: LaidTree, act: Act): Vec3 | undefined {
  if (act.kind !== 'shorten' || !act.bud) return undefined;
  const stem = stemOf(tree, act.stemId);
  const course = courses.get(act.stemId);
  return stem && course
    ? facingInSpace(runAt(course, act.toLengthCm), stem.shape.runBearing.value, act.bud.facingDeg)
    : undefined;
}

type Point = [number, number];

/** How far a cut's line is drawn beyond the bark, px. */
const BEYOND_PX = 6;
const LEAST_HALF_PX = 8;

/** A line across a limb where it is cut, sloped as the cut is seen from where one stands. */
function cutLine(
  board: Board,
  course: Course,
  { atCm, diameterMm, isWhole }: Extract<ActMark, { kind: 'cut' }>,
  facing: Vec3 | undefined,
): DrawnMark {
  const run = runAt(course, atCm);
  const at = positionAt(course, atCm);
  const slopeDeg = HEADING_SLOPE_DEG;
  const rim = cutRim({ at, run, facing, halfCm: Math.max(diameterMm, 2) / 20, slopeDeg });
  const group = select(board.layer)
    .append('g')
    .attr('class', `mark ${isWhole ? 'take-out' : 'shorten'}`);
  const lines = ['under', 'blade'].map(
    (name) => group.append('line').attr('class', name).node() as SVGLineElement,
  );
  return {
    place: (project) => {
      const seen = rim.map((point) => board.at(project(point)));
      const way = project(run);
      const aside = ([x, y]: Point): number => -x * way.y - y * way.x;
      const [one, other] = [least(seen, aside), greatest(seen, aside)] as [Point, Point];
      const middle = [(one[0] + other[0]) / 2, (one[1] + other[1]) / 2] as const;
      const wide = Math.hypot(other[0] - one[0], other[1] - one[1]);
      const half = Math.max(LEAST_HALF_PX, wide / 2 + BEYOND_PX);
      for (const line of lines) {
        line.setAttribute('y1', (-half).toFixed(1));
        line.setAttribute('y2', half.toFixed(1));
      }
      const turnDeg = (Math.atan2(other[1] - one[1], other[0] - one[0]) * 180) / Math.PI - 90;
      const node = group.node() as SVGGElement;
      node.setAttribute('transform', placed(middle[0], middle[1], turnDeg));
    },
  };
}

/** A temporary limb's end date, hung dotted at its foot. */
function dated(board: Board, course: Course, until: string, words: DrawingWords): DrawnMark {
  const group = select(board.layer).append('g').attr('class', 'mark stay');
  group.append('line').attr('y1', -12).attr('y2', 12);
  group
    .append('text')
    .attr('x', 8)
    .attr('dy', '0.32em')
    .text(words.say('draw.until', { day: day(until) }));
  const node = group.node() as SVGGElement;
  return { place: (project) => put(board, node, project(positionAt(course, course.lengthCm * 0.35)), 0) };
}

/** The course a limb will have once bent or tied aside, and the way it swings there. */
function ghost(board: Board, course: Course, bent: Course): DrawnMark {
  const group = select(board.layer).append('g').attr('class', 'mark bend');
  const line = group.append('path').attr('class', 'ghost').node() as SVGPathElement;
  const swing = group.append('path').attr('class', 'swing').node() as SVGPathElement;
  return {
    place: (project) => {
      line.setAttribute('d', board.open(bent, project));
      const [x0, y0] = board.at(project(positionAt(course, course.lengthCm * 0.7)));
      const [x1, y1] = board.at(project(positionAt(bent, bent.lengthCm * 0.7)));
      swing.setAttribute('d', `M${x0.toFixed(1)} ${y0.toFixed(1)}L${x1.toFixed(1)} ${y1.toFixed(1)}`);
    },
  };
}

export function put(
  board: Board,
  group: SVGGElement,
  where: Pick<DrawnPoint, 'x' | 'y'>,
  turnDeg: number,
): void {
  const [x, y] = board.at(where);
  group.setAttribute('transform', placed(x, y, turnDeg));
}

const placed = (x: number, y: number, turnDeg: number): string =>
  `translate(${x.toFixed(1)},${y.toFixed(1)}) rotate(${turnDeg.toFixed(1)})`;
