import { select } from 'd3';
import {
  day,
  markOf,
  positionAt,
  runAt,
  type Act,
  type ActMark,
  type Course,
  type DrawnPoint,
  type Projection,
  type Vec3,
} from '../../../../core';
import type { DrawingWords } from './figure-links';
import type { TreePicture } from './tree-picture';

/** Where marks are drawn: their layer, and how tree cm become pixels there. */
export interface Board {
  layer: SVGGElement;
  scale: number;
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
      return [cutLine(board, laid.courses.get(mark.stemId) as Course, mark)];
    case 'course':
      return [ghost(board, laid.courses.get(mark.stemId) as Course, mark.ghost)];
    case 'dated':
      return [dated(board, laid.courses.get(mark.stemId) as Course, mark.until, words)];
    case 'limb':
    case undefined:
      return [];
  }
}

/** A notch at the place a limb is wanted. */
function wanted(board: Board, there: Vec3, words: DrawingWords): DrawnMark {
  const group = select(board.layer).append('g').attr('class', 'mark notch');
  group.append('path').attr('d', 'M-7 -3 Q0 -9 7 -3 M0 -2 l-3.4 7 h6.8 Z');
  group.append('text').attr('x', -11).attr('dy', '0.32em').text(words.say('draw.wanted'));
  return { place: (project) => put(board, group.node() as SVGGElement, project(there), 0) };
}

/** A line across a limb where it is cut. */
function cutLine(
  board: Board,
  course: Course,
  { atCm, diameterMm, isWhole }: Extract<ActMark, { kind: 'cut' }>,
): DrawnMark {
  const half = Math.max(8, (diameterMm / 20) * board.scale + 6);
  const group = select(board.layer)
    .append('g')
    .attr('class', `mark ${isWhole ? 'take-out' : 'shorten'}`);
  group.append('line').attr('class', 'under').attr('y1', -half).attr('y2', half);
  group.append('line').attr('y1', -half).attr('y2', half);
  return {
    place: (project) => {
      const [dx, dy, dz] = runAt(course, atCm);
      const way = project([dx, dy, dz]);
      const turnDeg = (Math.atan2(-way.y, way.x) * 180) / Math.PI;
      put(board, group.node() as SVGGElement, project(positionAt(course, atCm)), turnDeg);
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

function put(board: Board, group: SVGGElement, where: Pick<DrawnPoint, 'x' | 'y'>, turnDeg: number): void {
  const [x, y] = board.at(where);
  group.setAttribute('transform', `translate(${x.toFixed(1)},${y.toFixed(1)}) rotate(${turnDeg.toFixed(1)})`);
}
