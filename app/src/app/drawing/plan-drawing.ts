import { create, select, type Selection } from 'd3';
import {
  bearingDifference,
  outline,
  planView,
  positionAt,
  tipOf,
  woodByAge,
  type Course,
  type LaidTree,
  type Stem,
  type StemId,
  deg,
  onFigure,
} from '../../../../core';
import { leadTo, type DrawingWords, type Follow } from './figure-links';
import { type Frame } from './frame';
import { whenPressed } from './pressed';
import { isLeft, tagMark, type TagMark, type TreePicture } from './tree-picture';
import { woodColour } from './wood-colours';

type Ground = Selection<SVGGElement, undefined, null, undefined>;

const RIM = 22;
const HAIR_PX = 1.3;
/** Letters of the quarters stand outside the rim, where no tip is, and give way to whoever stands there. */
const QUARTER_OUT = 11;
const STOOD_ON_DEG = 9;
/** Where along a gap's middle its width may be written, as shares of the rim, the first that is clear of tips by this, px; none is, it is left out. */
const GAP_AT = [0.62, 0.45, 0.78, 0.32, 0.9, 0.2] as const;
const GAP_CLEAR_PX = 18;

/** From above what is only left is drawn alike, whatever it is left for. */
const plainOf = (mark: TagMark): TagMark => (isLeft(mark) ? 'plain' : mark);

/** The tree from above: wood, tips, the sectors between the limbs that stay, and the rim one stands on. */
export class PlanDrawing {
  private readonly svg: Selection<SVGSVGElement, undefined, null, undefined>;
  private readonly standing: SVGGElement;
  private frame: Frame = { scale: 1, footX: 100, footY: 100, width: 200, height: 200 };

  constructor(
    host: HTMLElement,
    private readonly onSelect: (id: StemId) => void,
    private readonly follow: Follow,
    private readonly words: DrawingWords,
  ) {
    this.svg = create<SVGSVGElement>('svg').attr('class', 'plan');
    host.append(this.svg.node() as SVGSVGElement);
    whenPressed(this.svg.node() as SVGSVGElement, onSelect);
    this.svg.append('g').attr('class', 'ground-plan');
    this.standing = this.svg.append('g').attr('class', 'standing').node() as SVGGElement;
    const mark = select(this.standing);
    mark.append('path').attr('class', 'feet').attr('d', 'M-5 -7 q-4 9 1 14 M5 -7 q4 9 -1 14');
    mark.append('path').attr('class', 'sight').attr('d', 'M0 -9 L-4 -14 H4 Z');
  }

  show(picture: TreePicture, side: number, wallBearingDeg?: number): void {
    const { radiusCm } = picture.room;
    const rim = side / 2 - RIM;
    this.frame = {
      scale: rim / (radiusCm * 1.17),
      footX: side / 2,
      footY: side / 2,
      width: side,
      height: side,
    };
    this.svg.attr('viewBox', `0 0 ${side} ${side}`);
    const ground = this.svg.select<SVGGElement>('.ground-plan');
    ground.selectAll('*').remove();
    this.drawRings(ground, rim, radiusCm);
    if (wallBearingDeg !== undefined) this.drawWall(ground, rim, wallBearingDeg);
    if (wallBearingDeg === undefined) this.drawSectors(ground, picture, rim);
    this.drawStems(ground, picture);
    this.drawFixings(ground, picture);
    this.drawTips(ground, picture);
  }

  turn(standingDeg: number): void {
    const [x, y] = this.onRim(standingDeg, this.frame.width / 2 - 10);
    this.standing.setAttribute('transform', `translate(${x},${y}) rotate(${standingDeg + 180})`);
    this.svg.selectAll<SVGTextElement, unknown>('.quarter').each(function () {
      const isStoodOn = bearingDifference(Number(this.dataset['deg']), standingDeg) < STOOD_ON_DEG;
      this.classList.toggle('stood-on', isStoodOn);
    });
  }

  select(id: StemId | undefined): void {
    this.svg.selectAll<SVGGElement, unknown>('[data-stem]').each(function () {
      this.classList.toggle('in-hand', this.dataset['stem'] === id);
    });
  }

  /** Bearing of a point of the picture from the trunk, deg. */
  bearingAt(x: number, y: number): number {
    const deg = (Math.atan2(x - this.frame.footX, this.frame.footY - y) * 180) / Math.PI;
    return (Math.round(deg) + 360) % 360;
  }

  private onRim(bearingDeg: number, radius: number): [number, number] {
    const a = (bearingDeg * Math.PI) / 180;
    return [this.frame.footX + Math.sin(a) * radius, this.frame.footY - Math.cos(a) * radius];
  }

  private drawRings(ground: Ground, rim: number, radiusCm: number): void {
    const { footX, footY, scale } = this.frame;
    const step = radiusCm > 120 ? 100 : 50;
    for (let r = step; r * scale < rim; r += step) {
      ground
        .append('circle')
        .attr('class', 'ring')
        .attr('cx', footX)
        .attr('cy', footY)
        .attr('r', r * scale);
    }
    ground.append('circle').attr('class', 'rim').attr('cx', footX).attr('cy', footY).attr('r', rim);
    (['N', 'E', 'S', 'W'] as const).forEach((word, i) => {
      const [x, y] = this.onRim(i * 90, rim + QUARTER_OUT);
      ground
        .append('text')
        .attr('class', 'quarter')
        .attr('data-deg', i * 90)
        .attr('x', x)
        .attr('y', y)
        .attr('dy', '0.34em')
        .text(this.words.say(`compass.${word}`));
    });
  }

  private drawWall(ground: Ground, rim: number, bearingDeg: number): void {
    const [x1, y1] = this.onRim(bearingDeg, rim);
    const [x2, y2] = this.onRim(bearingDeg + 180, rim);
    ground.append('line').attr('class', 'wall').attr('x1', x1).attr('y1', y1).attr('x2', x2).attr('y2', y2);
  }

  /** A ring at the place of each thing that is fixed; full where something is due. */
  private drawFixings(ground: Ground, { laid, fixed = [] }: TreePicture): void {
    const { footX, footY, scale } = this.frame;
    for (const { stem, fixing, due } of fixed) {
      const course = laid.courses.get(stem.id);
      if (!course) continue;
      const [east, north] = positionAt(course, fixing.atCm ?? course.lengthCm / 2);
      ground
        .append('circle')
        .attr('class', `fixing${due ? ' due' : ''}`)
        .attr('cx', footX + east * scale)
        .attr('cy', footY - north * scale)
        .attr('r', 3.6);
    }
  }

  /** Lines to the limbs that stay, and the width of each gap between them, deg. The widest is shaded. */
  private drawSectors(ground: Ground, { laid, verdicts }: TreePicture, rim: number): void {
    const bearings = laid.tree.stems
      .filter(({ id }) => verdicts[id]?.decision === 'scaffold')
      .map(({ shape }) => shape.runBearing.value)
      .sort((a, b) => a - b);
    if (bearings.length < 2) return;
    const gaps = bearings.map((from, i) => ({
      from,
      width: ((bearings[(i + 1) % bearings.length] as number) - from + 360) % 360,
    }));
    const widest = Math.max(...gaps.map(({ width }) => width));
    const tips = this.tipsOf(laid);
    const isClear = ([x, y]: [number, number]): boolean =>
      tips.every((tip) => Math.hypot(tip.x - x, tip.y - y) > GAP_CLEAR_PX);
    for (const { from, width } of gaps) {
      const [x1, y1] = this.onRim(from, rim);
      const [x2, y2] = this.onRim(from + width, rim);
      const { footX, footY } = this.frame;
      const isWidest = width === widest;
      ground
        .append('path')
        .attr('class', isWidest ? 'sector widest' : 'sector')
        .attr('d', `M${footX} ${footY}L${x1} ${y1}A${rim} ${rim} 0 ${width > 180 ? 1 : 0} 1 ${x2} ${y2}Z`);
      if (width < 25) continue;
      const places = GAP_AT.map((share) => this.onRim(from + width / 2, rim * share));
      const place = places.find(isClear);
      if (!place) continue;
      const [x, y] = place;
      const gap = ground
        .append('text')
        .attr('class', 'gap')
        .attr('x', x)
        .attr('y', y)
        .attr('dy', '0.34em')
        .text(this.words.arg(deg(width)));
      leadTo(gap, onFigure('sector.bareRatio'), this.follow, this.words);
    }
  }

  private drawStems(ground: Ground, picture: TreePicture): void {
    const { footX, footY, scale } = this.frame;
    for (const stem of picture.laid.tree.stems) {
      const course = picture.laid.courses.get(stem.id) as Course;
      const group = ground
        .append('g')
        .attr('class', `stem ${plainOf(tagMark(picture.verdicts[stem.id]))}`)
        .attr('data-stem', stem.id)
        .on('click', () => this.onSelect(stem.id));
      for (const { fromCm, toCm, ageSeasons } of woodByAge(stem, picture.season)) {
        const d = outline(course, planView, fromCm, toCm, HAIR_PX / scale)
          .map(
            ([x, y], i) =>
              `${i === 0 ? 'M' : 'L'}${(footX + x * scale).toFixed(1)} ${(footY - y * scale).toFixed(1)}`,
          )
          .join('');
        group
          .append('path')
          .attr('class', 'bark')
          .attr('d', `${d}Z`)
          .attr('fill', woodColour(ageSeasons, 0.8));
      }
    }
  }

  private drawTips(ground: Ground, { laid, verdicts }: TreePicture): void {
    for (const { stem, x, y } of this.tipsOf(laid)) {
      const mark = plainOf(tagMark(verdicts[stem.id]));
      ground
        .append('text')
        .attr('class', `tip ${mark}`)
        .attr('data-stem', stem.id)
        .attr('x', x)
        .attr('y', y)
        .attr('dy', '0.34em')
        .text(mark === 'out' ? `${stem.tag}/` : stem.tag)
        .on('click', () => this.onSelect(stem.id));
    }
  }

  /** Where each limb's name is written, a little past its tip; a lone stem has none, stems of a bush have theirs. */
  private tipsOf(laid: LaidTree): { stem: Stem; x: number; y: number }[] {
    const { footX, footY, scale } = this.frame;
    const isBush = laid.tree.stems.filter(({ parent }) => parent.kind === 'ground').length > 1;
    return laid.tree.stems
      .filter((stem) => (isBush || stem.parent.kind !== 'ground') && stem.length.value >= 20)
      .map((stem) => {
        const { x, y } = planView(tipOf(laid.courses.get(stem.id) as Course));
        const out = Math.hypot(x, y) || 1;
        return { stem, x: footX + x * scale + (x / out) * 8, y: footY - y * scale - (y / out) * 8 };
      });
  }
}
