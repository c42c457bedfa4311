import { create, type Selection } from 'd3';
import {
  elevationFrom,
  markOf,
  outline,
  planView,
  positionAt,
  runAt,
  tipOf,
  type Act,
  type Course,
  type LaidTree,
  type Projection,
  type StemId,
  type Units,
  type WorkLine,
} from '../../../../core';
import { extentOf, frameFor, type Frame } from './frame';
import { RULE_UNITS } from './height-rule';
import type { DrawingWords } from './figure-links';
import { hangTags } from './tags';
import { TOKENS } from './tokens';

type Svg = Selection<SVGSVGElement, undefined, null, undefined>;

const { ink: INK, pale: PALE, condensed: FONT } = TOKENS;
const NUMBER_PX = 17;
/** How far beyond its end a limb's name is written, and the width of a letter, px. */
const NAME_PX = 9;
const NAME_LETTER_PX = 7;
/** How far out from the stem a wanted limb's number hangs, on the side it is to face, cm. */
const WANTED_CM = 14;
/** Of the ticks of a height rule, every fifth has its number; a card has those alone. */
const TICKS_A_LABEL = 5;
/** Thinnest wood drawn, px. */
const HAIR_PX = 1.6;

/** A tree as a card prints it: in ink alone, with a number at each act. */
export interface CardPicture {
  laid: LaidTree;
  lines: readonly WorkLine[];
  /** Stems that the work takes off, with all they carry. */
  gone: ReadonlySet<StemId>;
  /** Limbs that stay, by the name on their tag. */
  stays: readonly { stemId: StemId; tag: string }[];
}

/** The bearing from which the limbs of a tree spread widest, deg: square to the line their tips lie along. */
export function widestFrom(laid: LaidTree): number {
  let [xx, xy, yy] = [0, 0, 0];
  for (const course of laid.courses.values()) {
    const [x, y] = tipOf(course);
    [xx, xy, yy] = [xx + x * x, xy + x * y, yy + y * y];
  }
  const along = (Math.atan2(2 * xy, xx - yy) / 2) * (180 / Math.PI);
  const bearing = (90 - along + 90 + 360) % 360;
  return bearing > 90 && bearing <= 270 ? bearing : (bearing + 180) % 360;
}

/** The tree as seen from a bearing, with a rule and the number of each act. Every colour and face is written in the picture itself. */
export function cardElevation(
  picture: CardPicture,
  standingDeg: number,
  width: number,
  height: number,
  units: Units,
  told: DrawingWords,
): SVGSVGElement {
  const { radiusCm, heightCm } = extentOf(picture.laid);
  const frame = frameFor({ radiusCm: radiusCm * 1.04, heightCm: heightCm + 6 }, width, height, {
    ...{ left: 40, right: 14, top: 12, bottom: 24 },
  });
  const svg = sheet(width, height, told.say('draw.card.elevation'));
  const topCm = (frame.footY - 6) / frame.scale;
  svg
    .append('path')
    .attr('d', `M30 ${frame.footY}V6M14 ${frame.footY}H${width - 6}`)
    .attr('stroke', INK);
  const unit = RULE_UNITS[units];
  const step = unit.step * TICKS_A_LABEL;
  for (let v = step; v * unit.cm <= topCm; v += step) {
    const y = frame.footY - v * unit.cm * frame.scale;
    svg.append('path').attr('d', `M30 ${y}h6`).attr('stroke', INK);
    words(svg, 26, y, String(v), 11).attr('text-anchor', 'end');
  }
  words(svg, 4, frame.footY + 14, told.say(unit.name), 11);
  drawTree(svg, picture, elevationFrom(standingDeg), frame);
  return svg.node() as SVGSVGElement;
}

/** The tree from above, north at the top, with the same numbers. */
export function cardPlan(picture: CardPicture, side: number, told: DrawingWords): SVGSVGElement {
  const { radiusCm } = extentOf(picture.laid);
  const rim = side / 2 - 16;
  const frame = {
    scale: rim / (radiusCm * 1.12),
    footX: side / 2,
    footY: side / 2,
    width: side,
    height: side,
  };
  const svg = sheet(side, side, told.say('draw.card.plan'));
  svg
    .append('circle')
    .attr('cx', frame.footX)
    .attr('cy', frame.footY)
    .attr('r', rim)
    .attr('fill', 'none')
    .attr('stroke', PALE);
  (['N', 'E', 'S', 'W'] as const).forEach((quarter, i) => {
    const word = told.say(`compass.${quarter}`);
    const a = (i * Math.PI) / 2;
    words(svg, frame.footX + Math.sin(a) * (rim + 9), frame.footY - Math.cos(a) * (rim + 9), word, 12).attr(
      'text-anchor',
      'middle',
    );
  });
  drawTree(svg, picture, planView, frame);
  return svg.node() as SVGSVGElement;
}

function sheet(width: number, height: number, label: string): Svg {
  return create<SVGSVGElement>('svg')
    .attr('xmlns', 'http://www.w3.org/2000/svg')
    .attr('viewBox', `0 0 ${width} ${height}`)
    .attr('role', 'img')
    .attr('aria-label', label)
    .attr('font-family', FONT);
}

function words(svg: Svg, x: number, y: number, text: string, px: number) {
  return svg
    .append('text')
    .attr('x', x)
    .attr('y', y)
    .attr('dy', '0.34em')
    .attr('font-size', px)
    .attr('fill', INK)
    .text(text);
}

function drawTree(svg: Svg, picture: CardPicture, project: Projection, frame: Frame): void {
  const at = ({ x, y }: { x: number; y: number }): [number, number] => [
    frame.footX + x * frame.scale,
    frame.footY - y * frame.scale,
  ];
  const path = (course: Course, fromCm: number, toCm: number): string =>
    `${outline(course, project, fromCm, toCm, HAIR_PX / frame.scale)
      .map(([x, y], i) => {
        const [px, py] = at({ x, y });
        return `${i === 0 ? 'M' : 'L'}${px.toFixed(1)} ${py.toFixed(1)}`;
      })
      .join('')}Z`;
  const middle = (course: Course): string => {
    const ends = course.points.map((point) =>
      at(project(point))
        .map((px) => px.toFixed(1))
        .join(' '),
    );
    return `M${ends.join('L')}`;
  };
  const cutAt = new Map<StemId, number>();
  for (const { act } of picture.lines) if (act.kind === 'shorten') cutAt.set(act.stemId, act.toLengthCm);
  for (const stem of picture.laid.tree.stems) {
    const course = picture.laid.courses.get(stem.id) as Course;
    const keptCm = picture.gone.has(stem.id) ? 0 : (cutAt.get(stem.id) ?? course.lengthCm);
    if (keptCm > 0)
      svg
        .append('path')
        .attr('d', path(course, 0, keptCm))
        .attr('fill', INK);
    if (keptCm < course.lengthCm) {
      svg
        .append('path')
        .attr('d', path(course, keptCm, course.lengthCm))
        .attr('fill', 'none')
        .attr('stroke', INK)
        .attr('stroke-width', 0.8)
        .attr('stroke-dasharray', '3 2');
    }
  }
  const marks = picture.lines.flatMap(({ act, number }) => {
    const mark = placeOfMark(picture.laid, act);
    if (!mark) return [];
    const [x, y] = at(project(mark.at));
    const [tiedX, tiedY] = at(project(mark.tied ?? mark.at));
    if (mark.ghost)
      svg
        .append('path')
        .attr('d', middle(mark.ghost))
        .attr('fill', 'none')
        .attr('stroke', INK)
        .attr('stroke-width', 2.4)
        .attr('stroke-linecap', 'round')
        .attr('stroke-dasharray', '0.1 5');
    if (mark.across) {
      const way = project(mark.across);
      const turn = (Math.atan2(-way.y, way.x) * 180) / Math.PI;
      svg
        .append('path')
        .attr('d', 'M0 -8V8')
        .attr('stroke', INK)
        .attr('stroke-width', 3)
        .attr('transform', `translate(${x},${y}) rotate(${turn})`);
    }
    return [{ number, x: tiedX, y: tiedY }];
  });
  const names = picture.stays.flatMap(({ stemId, tag }) => {
    const course = picture.laid.courses.get(stemId);
    if (!course) return [];
    const endCm = Math.min(cutAt.get(stemId) ?? course.lengthCm, course.lengthCm);
    const [x, y] = at(project(positionAt(course, endCm)));
    const [fromX, fromY] = at(project(positionAt(course, endCm * 0.8)));
    const run = Math.hypot(x - fromX, y - fromY);
    // A limb that points at the viewer has no way to put its name but above it.
    const [wayX, wayY] = run > 2 ? [(x - fromX) / run, (y - fromY) / run] : [0, -1];
    return [{ tag, x: x + wayX * NAME_PX, y: y + wayY * NAME_PX }];
  });
  const hung = hangTags(
    [
      ...marks.map(({ x, y }) => ({ x, y: y - 15, width: NUMBER_PX })),
      ...names.map(({ tag, x, y }) => ({ x, y: y - 15, width: 4 + NAME_LETTER_PX * tag.length })),
    ],
    frame,
  );
  names.forEach(({ tag }, i) => {
    const { x, y } = hung[marks.length + i] as (typeof hung)[number];
    words(svg, x, y, tag, 13)
      .attr('text-anchor', 'middle')
      .attr('font-weight', 600)
      .attr('stroke', 'white')
      .attr('stroke-width', 3)
      .attr('paint-order', 'stroke');
  });
  marks.forEach(({ number, x, y }, i) => {
    const tag = hung[i] as (typeof hung)[number];
    svg
      .append('path')
      .attr('d', `M${x.toFixed(1)} ${y.toFixed(1)}L${tag.x.toFixed(1)} ${tag.y.toFixed(1)}`)
      .attr('stroke', INK)
      .attr('stroke-width', 0.7);
    svg
      .append('circle')
      .attr('cx', tag.x)
      .attr('cy', tag.y)
      .attr('r', NUMBER_PX / 2)
      .attr('fill', 'white')
      .attr('stroke', INK);
    words(svg, tag.x, tag.y, String(number), 12).attr('text-anchor', 'middle').attr('font-weight', 600);
  });
}

type Point = readonly [number, number, number];

/** Where an act is marked: its place, where its number is tied if not there, the way the limb runs there if it is cut, and the course a bend gives it. */
function placeOfMark(
  laid: LaidTree,
  act: Act,
): { at: Point; tied?: Point; across?: Point; ghost?: Course } | undefined {
  const mark = markOf(laid, act);
  if (!mark) return undefined;
  if (mark.kind === 'wanted') {
    const [x, y, z] = mark.at;
    const toward = (mark.bearingDeg * Math.PI) / 180;
    return {
      at: mark.at,
      tied: [x + WANTED_CM * Math.sin(toward), y + WANTED_CM * Math.cos(toward), z],
    };
  }
  const course = laid.courses.get(mark.stemId) as Course;
  switch (mark.kind) {
    case 'cut': {
      const across = runAt(course, mark.atCm);
      const tied = mark.isWhole && { tied: positionAt(course, course.lengthCm * 0.72) };
      return { at: positionAt(course, mark.atCm), across, ...tied };
    }
    case 'course':
      return { at: positionAt(course, course.lengthCm / 2), ghost: mark.ghost };
    case 'dated':
    case 'limb':
      return { at: positionAt(course, course.lengthCm * 0.6) };
  }
}
