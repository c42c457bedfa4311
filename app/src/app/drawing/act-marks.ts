import { select } from 'd3';
import {
  arcAtHeight,
  courseFrom,
  positionAt,
  reading,
  runAt,
  type Act,
  type Course,
  type DrawnPoint,
  type Projection,
  type Stem,
} from '../../../../core';
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
export function markFor(board: Board, act: Act, { laid }: TreePicture): DrawnMark[] {
  const layer = select(board.layer);
  if (act.kind === 'make-limb') {
    const trunk = laid.trunk && laid.courses.get(laid.trunk.id);
    if (!trunk) return [];
    const group = layer.append('g').attr('class', 'mark notch');
    group.append('path').attr('d', 'M-7 -3 Q0 -9 7 -3 M0 -2 l-3.4 7 h6.8 Z');
    group.append('text').attr('x', -11).attr('dy', '0.32em').text('limb wanted');
    return [
      {
        place: (project) => {
          const there = positionAt(trunk, arcAtHeight(trunk, act.heightCm));
          put(board, group.node() as SVGGElement, project(there), 0);
        },
      },
    ];
  }
  const course = laid.courses.get(act.stemId);
  const stem = laid.tree.stems.find(({ id }) => id === act.stemId);
  if (!course || !stem) return [];
  const laidOtherwise = correctedBy(act, stem);
  if (laidOtherwise) return [ghost(board, course, laidOtherwise)];
  if (act.kind === 'stay') return [dated(board, course, act.until)];
  if (act.kind !== 'take-out' && act.kind !== 'shorten') return [];
  const atCm = act.kind === 'take-out' ? Math.min(3, course.lengthCm / 2) : act.toLengthCm;
  const half = Math.max(8, (act.diameterMm / 20) * board.scale + 6);
  const group = layer.append('g').attr('class', `mark ${act.kind}`);
  group.append('line').attr('class', 'under').attr('y1', -half).attr('y2', half);
  group.append('line').attr('y1', -half).attr('y2', half);
  return [
    {
      place: (project) => {
        const here = project(positionAt(course, atCm));
        const [dx, dy, dz] = runAt(course, atCm);
        const way = project([dx, dy, dz]);
        put(board, group.node() as SVGGElement, here, (Math.atan2(-way.y, way.x) * 180) / Math.PI);
      },
    },
  ];
}

/** The stem as a bend, a swing or a spread will lay it; undefined for other acts. */
function correctedBy(act: Act, stem: Stem): Stem | undefined {
  switch (act.kind) {
    case 'bend': {
      const angle = reading('angle', act.toDeg, 'gauge');
      return { ...stem, set: angle, tipAngle: angle };
    }
    case 'swing':
      return { ...stem, runBearing: reading('bearing', act.toDeg, 'gauge') };
    case 'spread': {
      const angle = reading('angle', act.toDeg, 'gauge');
      return { ...stem, departure: angle, set: angle, tipAngle: angle };
    }
    default:
      return undefined;
  }
}

/** A temporary limb's end date, hung dotted at its foot. */
function dated(board: Board, course: Course, until: string): DrawnMark {
  const group = select(board.layer).append('g').attr('class', 'mark stay');
  group.append('line').attr('y1', -12).attr('y2', 12);
  group.append('text').attr('x', 8).attr('dy', '0.32em').text(`to ${until}`);
  const node = group.node() as SVGGElement;
  return { place: (project) => put(board, node, project(positionAt(course, course.lengthCm * 0.35)), 0) };
}

/** The course a limb will have once bent or tied aside, and the way it swings there. */
function ghost(board: Board, course: Course, laid: Stem): DrawnMark {
  const bent = courseFrom(laid, positionAt(course, 0));
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
