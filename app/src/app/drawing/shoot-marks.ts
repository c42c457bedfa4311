import { select } from 'd3';
import { positionAt, runAt, shootActCalled, type Course, type ShootVerdict } from '../../../../core';
import { put, type Board, type DrawnMark } from './act-marks';
import type { DrawingWords } from './figure-links';
import type { TreePicture } from './tree-picture';

/** Where on a shoot its mark sits: across its tip, or across its foot. */
const AT_TIP = ['pinch', 'tip'];
/** What is only left has no mark: its tag says that it was read. */
const LEFT = ['leave', 'wait', 'shade'];

/** What is done with the soft shoots of a tree, each as the thing itself: a stroke where it is nipped or rubbed off, a peg's bow, and the word for it. */
export function shootMarks(board: Board, { laid, soft = [] }: TreePicture, words: DrawingWords): DrawnMark[] {
  return soft.flatMap((verdict): DrawnMark[] => {
    const course = laid.courses.get(verdict.shoot.shoot);
    return course && !LEFT.includes(verdict.act) ? [marked(board, course, verdict, words)] : [];
  });
}

function marked(board: Board, course: Course, { act, shoot }: ShootVerdict, words: DrawingWords): DrawnMark {
  const isAtTip = AT_TIP.includes(act);
  const atCm = isAtTip ? course.lengthCm : Math.min(2, course.lengthCm / 3);
  const there = positionAt(course, atCm);
  const group = select(board.layer).append('g').attr('class', `mark soft ${act}`);
  const stroke = group.append('path').attr('class', 'stroke');
  stroke.attr('d', act === 'peg' || act === 'spread' ? 'M-9 5 Q0 -9 9 5' : 'M0 -9V9');
  // The word for it stands by the shoot in hand alone: on a tree full of them they would hide it.
  const text = select(board.layer).append('g').attr('class', 'mark soft word').attr('data-of', shoot.shoot);
  text
    .append('text')
    .attr('x', 12)
    .attr('dy', '0.32em')
    .text(words.tell(shootActCalled(act)));
  const tip = positionAt(course, course.lengthCm);
  return {
    place: (project) => {
      const way = project(runAt(course, atCm));
      put(board, group.node() as SVGGElement, project(there), (Math.atan2(-way.y, way.x) * 180) / Math.PI);
      put(board, text.node() as SVGGElement, project(tip), 0);
    },
  };
}
