import { create, scaleLinear, select, type Selection } from 'd3';
import {
  courseFrom,
  elevationFrom,
  isStraight,
  outline,
  positionAt,
  reading,
  runAt,
  woodByAge,
  type Act,
  type AgedWood,
  type Course,
  type Projection,
  type Stem,
  type StemId,
} from '../../../../core';
import { frameFor, type Frame } from './frame';
import { hangTags, TAG_HEIGHT } from './tags';
import { tagMark, type TreePicture } from './tree-picture';
import { woodColour } from './wood-colours';

/** Lines across the drawing at heights that matter here, cm. */
export interface HeightLine {
  heightCm: number;
  words: string;
  kind: 'reach' | 'clearance' | 'wire';
}

interface DrawnStem {
  stem: Stem;
  course: Course;
  wood: readonly AgedWood[];
  group: SVGGElement;
  paths: SVGPathElement[];
  hit: SVGPathElement;
  tag: { group: SVGGElement; label: SVGGElement; width: number };
  fills: string[];
  near: number;
}

interface DrawnMark {
  place(project: Projection): void;
}

const MARGINS = { left: 52, right: 20, top: 26, bottom: 34 };
/** Thinnest line drawn, px. */
const HAIR_PX = 1.3;
/** Share along a limb where its tag is tied. */
const TIED_AT = 0.82;
/** Time without a step after which one stands still, ms. */
const STILL_MS = 90;

/**
 * The tree seen from where one stands, kept as SVG that is built once and then only moved: walking round changes
 * outlines, shades and tags, never the number of elements.
 */
export class ElevationDrawing {
  private readonly svg: Selection<SVGSVGElement, undefined, null, undefined>;
  private readonly rule: SVGGElement;
  private readonly wood: SVGGElement;
  private readonly marks: SVGGElement;
  private readonly tags: SVGGElement;
  private strings!: SVGPathElement;
  private stems: DrawnStem[] = [];
  private drawnMarks: DrawnMark[] = [];
  private frame: Frame = frameFor({ radiusCm: 40, heightCm: 120 }, 400, 400, MARGINS);
  private reachCm = 40;
  private hitsTimer: ReturnType<typeof setTimeout> | undefined;
  private depthOrder = '';

  constructor(
    host: HTMLElement,
    private readonly onSelect: (id: StemId) => void,
  ) {
    this.svg = create<SVGSVGElement>('svg').attr('class', 'elevation');
    host.append(this.svg.node() as SVGSVGElement);
    const layer = (name: string): SVGGElement =>
      this.svg.append('g').attr('class', name).node() as SVGGElement;
    this.rule = layer('height-rule');
    this.wood = layer('wood');
    this.marks = layer('marks');
    this.tags = layer('tags');
  }

  /** Builds the drawing of a tree for a size of picture. `unitCm` is what the rule counts in, with its name. */
  show(
    picture: TreePicture,
    lines: readonly HeightLine[],
    size: { width: number; height: number },
    unit: { cm: number; name: string; step: number },
  ): void {
    this.reachCm = picture.room.radiusCm * 0.6;
    this.frame = frameFor(roomFor(picture), size.width, size.height, MARGINS);
    this.svg.attr('viewBox', `0 0 ${size.width} ${size.height}`);
    this.drawRule(lines, unit);
    this.drawStems(picture);
    this.drawMarks(picture);
    this.depthOrder = '';
  }

  /** Shows the tree from a bearing. */
  turn(standingDeg: number): void {
    const project = elevationFrom(standingDeg);
    for (const drawn of this.stems) this.placeStem(drawn, project);
    this.sortByDepth();
    for (const mark of this.drawnMarks) mark.place(project);
    this.placeTags(project);
    this.placeHitsSoon(project);
  }

  select(id: StemId | undefined): void {
    for (const { stem, group, tag } of this.stems) {
      group.classList.toggle('in-hand', stem.id === id);
      tag.group.classList.toggle('in-hand', stem.id === id);
      tag.group.setAttribute('aria-pressed', String(stem.id === id));
    }
  }

  /** Where a stem's base and tip are drawn, px, for handles laid over the drawing. */
  endsOf(id: StemId, standingDeg: number): { base: [number, number]; tip: [number, number] } | undefined {
    const course = this.stems.find(({ stem }) => stem.id === id)?.course;
    if (!course) return undefined;
    const project = elevationFrom(standingDeg);
    return {
      base: this.at(project(positionAt(course, 0))),
      tip: this.at(project(positionAt(course, course.lengthCm))),
    };
  }

  private at({ x, y }: { x: number; y: number }): [number, number] {
    const { footX, footY, scale } = this.frame;
    return [footX + x * scale, footY - y * scale];
  }

  private drawRule(lines: readonly HeightLine[], unit: { cm: number; name: string; step: number }): void {
    const { width, footY, scale } = this.frame;
    const topCm = (footY - 8) / scale;
    const rule = select(this.rule);
    rule.selectAll('*').remove();
    const y = scaleLinear([0, topCm / unit.cm], [footY, 8]);
    const x = 34;
    rule.append('line').attr('class', 'ruler').attr('x1', x).attr('x2', x).attr('y1', footY).attr('y2', 8);
    for (let v = 0; v * unit.cm <= topCm; v += unit.step) {
      const isLong = Math.round(v / unit.step) % 5 === 0;
      const tick = rule.append('g').attr('transform', `translate(${x},${y(v)})`);
      tick.append('line').attr('x2', isLong ? 9 : 5);
      if (isLong && v > 0) tick.append('text').attr('x', -4).attr('dy', '0.32em').text(Math.round(v));
    }
    rule
      .append('text')
      .attr('class', 'unit')
      .attr('x', 4)
      .attr('y', footY + 16)
      .text(unit.name);
    rule
      .append('line')
      .attr('class', 'ground')
      .attr('x1', 14)
      .attr('x2', width - 6)
      .attr('y1', footY)
      .attr('y2', footY);
    for (let gx = 20; gx < width - 10; gx += 9) {
      rule
        .append('line')
        .attr('class', 'hatch')
        .attr('x1', gx)
        .attr('x2', gx - 6)
        .attr('y1', footY)
        .attr('y2', footY + 6);
    }
    for (const { heightCm, words, kind } of lines) {
      if (heightCm > topCm) continue;
      const at = footY - heightCm * scale;
      const line = rule.append('g').attr('class', `across ${kind}`).attr('transform', `translate(0,${at})`);
      line
        .append('line')
        .attr('x1', x)
        .attr('x2', width - 6);
      line
        .append('text')
        .attr('x', width - 8)
        .attr('y', -4)
        .text(words);
    }
  }

  private drawStems(picture: TreePicture): void {
    this.wood.replaceChildren();
    this.tags.replaceChildren();
    this.strings = select(this.tags).append('path').attr('class', 'strings').node() as SVGPathElement;
    this.stems = picture.laid.tree.stems.map((stem) => {
      const course = picture.laid.courses.get(stem.id) as Course;
      const verdict = picture.verdicts[stem.id];
      const mark = tagMark(verdict);
      const wood = woodByAge(stem, picture.season);
      const group = select(this.wood).append('g').attr('class', `stem ${mark}`).attr('data-stem', stem.id);
      const hit = group.append('path').attr('class', 'hit').node() as SVGPathElement;
      const paths = wood.map(() => group.append('path').attr('class', 'bark').node() as SVGPathElement);
      const node = group.node() as SVGGElement;
      node.addEventListener('click', () => this.onSelect(stem.id));
      return {
        stem,
        course,
        wood,
        group: node,
        paths,
        hit,
        tag: this.drawTag(stem, mark),
        fills: [],
        near: 0,
      };
    });
  }

  private drawTag(stem: Stem, mark: 'keep' | 'out' | 'plain'): DrawnStem['tag'] {
    const words = stem.tag;
    const width = 9 + words.length * 7.2 + (mark === 'plain' ? 0 : 9);
    const group = select(this.tags)
      .append('g')
      .attr('class', `tag ${mark}`)
      .attr('tabindex', 0)
      .attr('role', 'button')
      .attr('aria-label', `Limb ${words}${mark === 'out' ? ', goes' : mark === 'keep' ? ', stays' : ''}`)
      .attr('data-tag', stem.id);
    const label = group.append('g').attr('class', 'label');
    const [w, h] = [width / 2, TAG_HEIGHT / 2];
    label.append('path').attr('d', tagShape(mark, w, h));
    label
      .append('text')
      .attr('dy', '0.34em')
      .attr('x', mark === 'plain' ? 0 : -4)
      .text(words);
    if (mark === 'out')
      label
        .append('path')
        .attr('class', 'sign')
        .attr('d', `M${w - 10} 4 l7 -8`);
    if (mark === 'keep')
      label
        .append('circle')
        .attr('class', 'sign')
        .attr('cx', w - 7)
        .attr('r', 3);
    const node = group.node() as SVGGElement;
    const choose = (): void => this.onSelect(stem.id);
    node.addEventListener('click', choose);
    node.addEventListener('keydown', (event) => {
      if (event.key !== 'Enter' && event.key !== ' ') return;
      event.preventDefault();
      choose();
    });
    return { group: node, label: label.node() as SVGGElement, width };
  }

  private placeStem(drawn: DrawnStem, project: Projection): void {
    const { course, wood, paths } = drawn;
    const middle = project(positionAt(course, course.lengthCm * 0.6));
    drawn.near = middle.near;
    const near = 0.62 + (0.5 * middle.near) / this.reachCm;
    wood.forEach(({ fromCm, toCm, ageSeasons }, i) => {
      const edge = outline(course, project, fromCm, toCm, HAIR_PX / this.frame.scale);
      const path = paths[i] as SVGPathElement;
      path.setAttribute('d', this.closed(edge));
      const fill = woodColour(ageSeasons, near);
      if (drawn.fills[i] !== fill) path.setAttribute('fill', fill);
      drawn.fills[i] = fill;
    });
  }

  /** What a finger may touch follows once one stands still: no limb is touched while walking. */
  private placeHitsSoon(project: Projection): void {
    clearTimeout(this.hitsTimer);
    this.hitsTimer = setTimeout(() => {
      for (const { course, hit } of this.stems) hit.setAttribute('d', this.open(course, project));
    }, STILL_MS);
  }

  private closed(edge: readonly (readonly [number, number])[]): string {
    const { footX, footY, scale } = this.frame;
    let d = '';
    for (const [x, y] of edge) {
      d += `${d === '' ? 'M' : 'L'}${(footX + x * scale).toFixed(1)} ${(footY - y * scale).toFixed(1)}`;
    }
    return `${d}Z`;
  }

  private open(course: Course, project: Projection): string {
    let d = '';
    const step = isStraight(course) ? course.points.length - 1 : 4;
    for (let i = 0; i < course.points.length; i += step) {
      const [x, y] = this.at(project(course.points[i] as Course['points'][number]));
      d += `${d === '' ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
    }
    return d;
  }

  /** Far limbs first, so that near ones are drawn over them. Elements move only when the order has changed. */
  private sortByDepth(): void {
    const sorted = [...this.stems].sort((a, b) => a.near - b.near);
    const order = sorted.map(({ stem }) => stem.id).join('|');
    if (order === this.depthOrder) return;
    this.depthOrder = order;
    this.wood.append(...sorted.map(({ group }) => group));
  }

  private placeTags(project: Projection): void {
    const tied = this.stems.map(({ course, tag, stem }) => {
      const share = stem.parent.kind === 'ground' ? 1 : TIED_AT;
      const [x, y] = this.at(project(positionAt(course, course.lengthCm * share)));
      return { x, y, width: tag.width };
    });
    const hung = hangTags(tied, this.frame);
    let strings = '';
    this.stems.forEach(({ tag }, i) => {
      const { tiedX, tiedY, x, y } = hung[i] as (typeof hung)[number];
      strings += `M${tiedX.toFixed(1)} ${tiedY.toFixed(1)}L${x.toFixed(1)} ${y.toFixed(1)}`;
      tag.label.setAttribute('transform', `translate(${x.toFixed(1)},${y.toFixed(1)})`);
    });
    this.strings.setAttribute('d', strings);
  }

  private drawMarks(picture: TreePicture): void {
    this.marks.replaceChildren();
    this.drawnMarks = picture.acts.flatMap((act) => this.markFor(act, picture));
  }

  private markFor(act: Act, { laid }: TreePicture): DrawnMark[] {
    const layer = select(this.marks);
    if (act.kind === 'make-limb') {
      const trunk = laid.trunk && laid.courses.get(laid.trunk.id);
      if (!trunk) return [];
      const group = layer.append('g').attr('class', 'mark notch');
      group.append('path').attr('d', 'M-7 -3 Q0 -9 7 -3 M0 -2 l-3.4 7 h6.8 Z');
      group.append('text').attr('x', -11).attr('dy', '0.32em').text('limb wanted');
      return [
        { place: (project) => this.put(group.node() as SVGGElement, project([0, 0, act.heightCm]), 0) },
      ];
    }
    const course = laid.courses.get(act.stemId);
    const stem = laid.tree.stems.find(({ id }) => id === act.stemId);
    if (!course || !stem) return [];
    if (act.kind === 'bend') return [this.ghost(course, stem, act.toDeg)];
    const atCm = act.kind === 'take-out' ? Math.min(3, course.lengthCm / 2) : act.toLengthCm;
    const half = Math.max(8, (act.diameterMm / 20) * this.frame.scale + 6);
    const group = layer.append('g').attr('class', `mark ${act.kind}`);
    group.append('line').attr('class', 'under').attr('y1', -half).attr('y2', half);
    group.append('line').attr('y1', -half).attr('y2', half);
    return [
      {
        place: (project) => {
          const here = project(positionAt(course, atCm));
          const [dx, dy, dz] = runAt(course, atCm);
          const way = project([dx, dy, dz]);
          this.put(group.node() as SVGGElement, here, (Math.atan2(-way.y, way.x) * 180) / Math.PI);
        },
      },
    ];
  }

  /** The course a limb will have once bent, and the way it swings there. */
  private ghost(course: Course, stem: Stem, toDeg: number): DrawnMark {
    const angle = reading('angle', toDeg, 'gauge');
    const bent = courseFrom({ ...stem, set: angle, tipAngle: angle }, positionAt(course, 0));
    const group = select(this.marks).append('g').attr('class', 'mark bend');
    const line = group.append('path').attr('class', 'ghost').node() as SVGPathElement;
    const swing = group.append('path').attr('class', 'swing').node() as SVGPathElement;
    return {
      place: (project) => {
        line.setAttribute('d', this.open(bent, project));
        const [x0, y0] = this.at(project(positionAt(course, course.lengthCm * 0.7)));
        const [x1, y1] = this.at(project(positionAt(bent, bent.lengthCm * 0.7)));
        swing.setAttribute('d', `M${x0.toFixed(1)} ${y0.toFixed(1)}L${x1.toFixed(1)} ${y1.toFixed(1)}`);
      },
    };
  }

  private put(group: SVGGElement, where: { x: number; y: number }, turnDeg: number): void {
    const [x, y] = this.at(where);
    group.setAttribute(
      'transform',
      `translate(${x.toFixed(1)},${y.toFixed(1)}) rotate(${turnDeg.toFixed(1)})`,
    );
  }
}

function roomFor(picture: TreePicture): { radiusCm: number; heightCm: number } {
  const { radiusCm, heightCm } = picture.room;
  return { radiusCm: radiusCm * 1.06, heightCm: heightCm + 8 };
}

/** A paper label with a hole's side: limbs that stay have a square end, those that go a cut corner. */
function tagShape(mark: 'keep' | 'out' | 'plain', w: number, h: number): string {
  if (mark === 'out') return `M${-w} ${-h}H${w - 5}L${w} ${-h + 5}V${h}H${-w}Z`;
  if (mark === 'keep') return `M${-w} ${-h}H${w}V${h}H${-w}Z`;
  return `M${-w + 3} ${-h + 1}H${w - 3}V${h - 1}H${-w + 3}Z`;
}
