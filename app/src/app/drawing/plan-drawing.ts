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
import { Kept, type Shown } from './kept';
import { whenPressed } from './pressed';
import { isLeft, tagMark, type TagMark, type TreePicture } from './tree-picture';
import { woodColour } from './wood-colours';

type Ground = Selection<SVGGElement, undefined, null, undefined>;

interface RingsShown extends Shown {
  rim: number;
  radiusCm: number;
  wallBearingDeg: number | undefined;
}

interface SectorShown extends Shown {
  from: number;
  width: number;
  rim: number;
  isWidest: boolean;
  written: [number, number] | undefined;
}

interface StemShown extends Shown {
  stem: Stem;
  course: Course;
  mark: TagMark;
  season: number;
}

interface FixingShown extends Shown {
  x: number;
  y: number;
  isDue: boolean;
}

interface TipShown extends Shown {
  stem: Stem;
  mark: TagMark;
  x: number;
  y: number;
}

/** What lies over what on the plan, the lowest first. */
const LAYERS = ['rings', 'sectors', 'stems', 'fixings', 'tips'] as const;

const groupOf = (node: SVGGElement): Ground => select<SVGGElement, undefined>(node);

const group = (): { node: SVGGElement } => ({ node: create<SVGGElement>('svg:g').node() as SVGGElement });

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
  private readonly kept = {
    rings: new Kept(group, ({ node }, { rim, radiusCm, wallBearingDeg }: RingsShown) => {
      const ground = groupOf(node);
      ground.selectAll('*').remove();
      this.drawRings(ground, rim, radiusCm);
      if (wallBearingDeg !== undefined) this.drawWall(ground, rim, wallBearingDeg);
    }),
    sectors: new Kept(group, ({ node }, sector: SectorShown) => this.drawSector(groupOf(node), sector)),
    stems: new Kept(group, ({ node }, shown: StemShown) => this.drawStem(groupOf(node), shown)),
    fixings: new Kept(group, ({ node }, fixing: FixingShown) => this.drawFixing(groupOf(node), fixing)),
    tips: new Kept(group, ({ node }, tip: TipShown) => this.drawTip(groupOf(node), tip)),
  };
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
    const plan = this.svg.append('g').attr('class', 'ground-plan');
    for (const name of LAYERS) plan.append('g').attr('class', `plan-${name}`);
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
    this.kept.rings.show(this.layer('rings'), [
      { key: 'rings', parts: [rim, radiusCm, wallBearingDeg], rim, radiusCm, wallBearingDeg },
    ]);
    this.kept.sectors.show(
      this.layer('sectors'),
      wallBearingDeg === undefined ? this.sectorsOf(picture, rim) : [],
    );
    this.kept.stems.show(this.layer('stems'), this.stemsOf(picture));
    this.kept.fixings.show(this.layer('fixings'), this.fixingsOf(picture));
    this.kept.tips.show(this.layer('tips'), this.tipsShown(picture));
  }

  private layer(name: (typeof LAYERS)[number]): SVGGElement {
    return this.svg.select<SVGGElement>(`.plan-${name}`).node() as SVGGElement;
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

  private fixingsOf({ laid, fixed = [] }: TreePicture): FixingShown[] {
    const { footX, footY, scale } = this.frame;
    return fixed.flatMap(({ stem, fixing, due }, i) => {
      const course = laid.courses.get(stem.id);
      if (!course) return [];
      const [east, north] = positionAt(course, fixing.atCm ?? course.lengthCm / 2);
      const [x, y] = [footX + east * scale, footY - north * scale];
      return [{ key: String(i), parts: [x, y, due], x, y, isDue: due !== undefined }];
    });
  }

  /** A ring at the place of a thing that is fixed; full where something is due. */
  private drawFixing(ground: Ground, { x, y, isDue }: FixingShown): void {
    ground.selectAll('*').remove();
    ground
      .append('circle')
      .attr('class', `fixing${isDue ? ' due' : ''}`)
      .attr('cx', x)
      .attr('cy', y)
      .attr('r', 3.6);
  }

  /** The gaps between the limbs that stay, each with the place its width is written at, where there is one. */
  private sectorsOf({ laid, verdicts }: TreePicture, rim: number): SectorShown[] {
    const bearings = laid.tree.stems
      .filter(({ id }) => verdicts[id]?.decision === 'scaffold')
      .map(({ shape }) => shape.runBearing.value)
      .sort((a, b) => a - b);
    if (bearings.length < 2) return [];
    const gaps = bearings.map((from, i) => ({
      from,
      width: ((bearings[(i + 1) % bearings.length] as number) - from + 360) % 360,
    }));
    const widest = Math.max(...gaps.map(({ width }) => width));
    const tips = this.tipsOf(laid);
    const isClear = ([x, y]: [number, number]): boolean =>
      tips.every((tip) => Math.hypot(tip.x - x, tip.y - y) > GAP_CLEAR_PX);
    return gaps.map(({ from, width }, i) => {
      const places = width < 25 ? [] : GAP_AT.map((share) => this.onRim(from + width / 2, rim * share));
      const written = places.find(isClear);
      const isWidest = width === widest;
      const parts = [from, width, rim, isWidest, ...(written ?? [])];
      return { key: String(i), parts, from, width, rim, isWidest, written };
    });
  }

  /** Lines to two limbs that stay, and the width of the gap between them, deg. The widest is shaded. */
  private drawSector(ground: Ground, { from, width, rim, isWidest, written }: SectorShown): void {
    ground.selectAll('*').remove();
    const [x1, y1] = this.onRim(from, rim);
    const [x2, y2] = this.onRim(from + width, rim);
    const { footX, footY } = this.frame;
    ground
      .append('path')
      .attr('class', isWidest ? 'sector widest' : 'sector')
      .attr('d', `M${footX} ${footY}L${x1} ${y1}A${rim} ${rim} 0 ${width > 180 ? 1 : 0} 1 ${x2} ${y2}Z`);
    if (!written) return;
    const gap = ground
      .append('text')
      .attr('class', 'gap')
      .attr('x', written[0])
      .attr('y', written[1])
      .attr('dy', '0.34em')
      .text(this.words.arg(deg(width)));
    leadTo(gap, onFigure('sector.bareRatio'), this.follow, this.words);
  }

  private stemsOf({ laid, verdicts, season }: TreePicture): StemShown[] {
    return laid.tree.stems.map((stem) => {
      const course = laid.courses.get(stem.id) as Course;
      const mark = plainOf(tagMark(verdicts[stem.id]));
      const parts = [course, stem, mark, season, this.frame.scale];
      return { key: stem.id, parts, stem, course, mark, season };
    });
  }

  private drawStem(group: Ground, { stem, course, mark, season }: StemShown): void {
    const { footX, footY, scale } = this.frame;
    group.selectAll('*').remove();
    group
      .attr('class', `stem ${mark}`)
      .attr('data-stem', stem.id)
      .on('click', () => this.onSelect(stem.id));
    for (const { fromCm, toCm, ageSeasons } of woodByAge(stem, season)) {
      const d = outline(course, planView, fromCm, toCm, HAIR_PX / scale)
        .map(
          ([x, y], i) =>
            `${i === 0 ? 'M' : 'L'}${(footX + x * scale).toFixed(1)} ${(footY - y * scale).toFixed(1)}`,
        )
        .join('');
      group.append('path').attr('class', 'bark').attr('d', `${d}Z`).attr('fill', woodColour(ageSeasons, 0.8));
    }
  }

  private tipsShown({ laid, verdicts }: TreePicture): TipShown[] {
    return this.tipsOf(laid).map(({ stem, x, y }) => {
      const mark = plainOf(tagMark(verdicts[stem.id]));
      return { key: stem.id, parts: [stem.tag, mark, x, y], stem, mark, x, y };
    });
  }

  private drawTip(group: Ground, { stem, mark, x, y }: TipShown): void {
    group.selectAll('*').remove();
    group
      .append('text')
      .attr('class', `tip ${mark}`)
      .attr('data-stem', stem.id)
      .attr('x', x)
      .attr('y', y)
      .attr('dy', '0.34em')
      .text(mark === 'out' ? `${stem.tag}/` : stem.tag)
      .on('click', () => this.onSelect(stem.id));
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
