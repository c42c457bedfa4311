import { select } from 'd3';
import { deg, positionAt, type Course } from '../../../../core';
import { put, type Board, type DrawnMark } from './act-marks';
import type { DrawingWords } from './figure-links';
import { CRACKS_FROM, gradeOf, GRADES } from './strain-grades';
import type { TreePicture, TriedBend } from './tree-picture';

/** Share along a course where its angle is written. */
const NAMED_AT = 0.8;

/** A bend that is tried, on the tree itself: what is asked of the limb's wood along it, and how far it may go today and stage by stage. */
export function triedBendMarks(board: Board, { laid, tried }: TreePicture, words: DrawingWords): DrawnMark[] {
  const course = tried && laid.courses.get(tried.stemId);
  if (!tried || !course) return [];
  return [
    askedAlong(board, course, tried),
    ...(Math.max(...tried.asked) >= CRACKS_FROM ? [crack(board, course, tried.worstCm)] : []),
    ...tried.reaches.map((reach) => reachedTo(board, reach, words)),
  ];
}

/** How much of what its wood bears is asked, told by the width of the line along it. */
function askedAlong(board: Board, course: Course, { asked }: TriedBend): DrawnMark {
  const group = select(board.layer).append('g').attr('class', 'mark strain');
  const paths = GRADES.map(
    (_, i) =>
      group
        .append('path')
        .attr('class', 'asked')
        .attr('data-grade', i + 1)
        .node() as SVGPathElement,
  );
  const points = Array.from({ length: asked.length + 1 }, (_, i) =>
    positionAt(course, (course.lengthCm * i) / asked.length),
  );
  return {
    place: (project) => {
      const seen = points.map((point) =>
        board
          .at(project(point))
          .map((px) => px.toFixed(1))
          .join(' '),
      );
      paths.forEach((path, i) => {
        const d = asked.map((share, k) => (gradeOf(share) === i + 1 ? `M${seen[k]}L${seen[k + 1]}` : ''));
        path.setAttribute('d', d.join(''));
      });
    },
  };
}

/** A jagged line across the limb where it would crack. */
function crack(board: Board, course: Course, atCm: number): DrawnMark {
  const group = select(board.layer).append('g').attr('class', 'mark strain');
  group.append('path').attr('class', 'crack').attr('d', 'M-6 -11 l6 7 l-5 5 l6 8');
  const node = group.node() as SVGGElement;
  return { place: (project) => put(board, node, project(positionAt(course, atCm)), 0) };
}

/** The course it may be brought to, dashed, with its angle at its end. */
function reachedTo(
  board: Board,
  { course, what, toDeg }: TriedBend['reaches'][number],
  words: DrawingWords,
): DrawnMark {
  const group = select(board.layer).append('g').attr('class', `mark reach ${what}`);
  const line = group.append('path').attr('class', 'ghost').node() as SVGPathElement;
  const label = group.append('g');
  label
    .append('text')
    .attr('dy', '-0.6em')
    .text(words.say(`draw.bend.${what}`, { to: deg(toDeg) }));
  return {
    place: (project) => {
      line.setAttribute('d', board.open(course, project));
      put(board, label.node() as SVGGElement, project(positionAt(course, course.lengthCm * NAMED_AT)), 0);
    },
  };
}
