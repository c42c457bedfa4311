import { select } from 'd3';
import { daysAfter, day, nextFor, positionAt, type Course, type Fixed } from '../../../../core';
import { put, type Board, type DrawnMark } from './act-marks';
import type { DrawingWords } from './figure-links';
import type { TreePicture } from './tree-picture';

/** What is due later than this is not written on the drawing, days. */
const SOON_DAYS = 45;
const RING_PX = 7;

/** Things fixed to the tree that are due, or soon will be, each ringed and with its day; and a place that is to be found. */
export function fixingMarks(
  board: Board,
  { laid, fixed = [], sought, day: today }: TreePicture,
  words: DrawingWords,
): DrawnMark[] {
  const until = daysAfter(today, SOON_DAYS);
  const due = fixed.flatMap((one): DrawnMark[] => {
    const course = laid.courses.get(one.stem.id);
    return course && nextFor(one).on <= until ? [ringed(board, course, one, words)] : [];
  });
  const course = sought && laid.courses.get(sought.stemId);
  return course ? [...due, ringAt(board, course, sought.atCm, 'mark fixed due').mark] : due;
}

/** A ring round a place on a stem, cm along it. */
function ringAt(board: Board, course: Course, atCm: number, drawnAs: string) {
  const group = select(board.layer).append('g').attr('class', drawnAs);
  group.append('circle').attr('r', RING_PX);
  const node = group.node() as SVGGElement;
  const there = positionAt(course, Math.min(course.lengthCm, atCm));
  const mark: DrawnMark = { place: (project) => put(board, node, project(there), 0) };
  return { group, mark };
}

function ringed(board: Board, course: Course, fixed: Fixed, words: DrawingWords): DrawnMark {
  const { what, on } = nextFor(fixed);
  const { group, mark } = ringAt(
    board,
    course,
    fixed.fixing.atCm ?? course.lengthCm / 2,
    `mark fixed${fixed.due ? ' due' : ''}`,
  );
  group
    .append('text')
    .attr('x', RING_PX + 4)
    .attr('dy', '0.32em')
    .text(words.say(`draw.fixed.${what}`, { day: day(on) }));
  return mark;
}
