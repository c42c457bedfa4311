import { create, select, selectAll, type Selection } from 'd3';
import {
  elevationFrom,
  isStraight,
  onSite,
  positionAt,
  type Course,
  type Projection,
  type StemId,
} from '../../../../core';
import { datedMarks, markFor, type DrawnMark } from './act-marks';
import { ElevationStems, type DrawnStem } from './elevation-stems';
import type { DrawingWords, Follow } from './figure-links';
import { fixingMarks } from './fixing-marks';
import { frameFor, type Frame } from './frame';
import { drawHeightRule, type HeightLine, type RuleUnit } from './height-rule';
import { Plate } from './plate/plate';
import { whenPressed } from './pressed';
import { putAttribute } from './put-attribute';
import { shootMarks } from './shoot-marks';
import { SideClearance, type ClearanceOn } from './side-clearance';
import { hangTags } from './tags';
import type { TreePicture } from './tree-picture';
import { triedBendMarks } from './tried-bend';

/** How a drawing is looked at: so many times larger, and moved by so many px. */
export interface Closeness {
  k: number;
  x: number;
  y: number;
}

export const WHOLE: Closeness = { k: 1, x: 0, y: 0 };

const MARGINS = { left: 52, right: 20, top: 26, bottom: 34 };
/** Time without a step after which one stands still, ms. */
const STILL_MS = 90;

/**
 * The tree seen from where one stands: its wood on a plate, and over it, as SVG that is built once and then only moved, what is
 * written and touched. Walking round changes tags and what a finger finds, never the number of elements.
 */
export class ElevationDrawing {
  private readonly svg: Selection<SVGSVGElement, undefined, null, undefined>;
  private readonly under: Selection<SVGSVGElement, undefined, null, undefined>;
  private readonly plate: Plate;
  private readonly rule: SVGGElement;
  private readonly marks: SVGGElement;
  private readonly sides: SideClearance;
  private readonly strings: SVGPathElement;
  private readonly kept: ElevationStems;
  private stems: DrawnStem[] = [];
  private drawnMarks: DrawnMark[] = [];
  private whole: Frame = frameFor({ radiusCm: 40, heightCm: 120 }, 400, 400, MARGINS);
  private frame: Frame = this.whole;
  private closeness = WHOLE;
  private inHand: StemId | undefined;
  private standingDeg = 180;
  /** Whether a step was taken just now. */
  private walks = false;
  private drawRule: () => void = () => undefined;
  /** What the rule was last drawn for. */
  private ruled: unknown[] = [];
  private reachCm = 40;
  private hitsTimer: ReturnType<typeof setTimeout> | undefined;
  private depthOrder = '';
  private named: ReadonlySet<StemId> | undefined;

  constructor(
    host: HTMLElement,
    onSelect: (id: StemId) => void,
    private readonly follow: Follow,
    private readonly words: DrawingWords,
  ) {
    const sheet = (name: string): Selection<SVGSVGElement, undefined, null, undefined> => {
      const svg = create<SVGSVGElement>('svg').attr('class', name);
      host.append(svg.node() as SVGSVGElement);
      return svg;
    };
    this.under = sheet('elevation under');
    this.plate = new Plate(host);
    this.svg = sheet('elevation over');
    whenPressed(this.svg.node() as SVGSVGElement, onSelect);
    const layer = (name: string, svg = this.svg): SVGGElement =>
      svg.append('g').attr('class', name).node() as SVGGElement;
    this.rule = layer('height-rule', this.under);
    this.sides = new SideClearance(
      layer('height-rule sides', this.under),
      onSite('clearance'),
      follow,
      words,
    );
    const wood = layer('wood');
    this.marks = layer('marks');
    const tags = layer('tags');
    this.strings = select(tags).append('path').attr('class', 'strings').node() as SVGPathElement;
    this.kept = new ElevationStems(wood, tags, onSelect, words);
  }

  /** Builds the drawing of a tree for a size of picture. `unitCm` is what the rule counts in, with its name. */
  show(
    picture: TreePicture,
    lines: readonly HeightLine[],
    size: { width: number; height: number },
    unit: RuleUnit,
    clearance: ClearanceOn = () => undefined,
  ): void {
    this.reachCm = picture.room.radiusCm * 0.6;
    this.named = picture.named;
    this.whole = frameFor(roomFor(picture), size.width, size.height, MARGINS);
    this.frame = closer(this.whole, this.closeness);
    this.under.attr('viewBox', `0 0 ${size.width} ${size.height}`);
    this.svg.attr('viewBox', `0 0 ${size.width} ${size.height}`);
    this.plate.show(picture, size);
    this.drawRule = () => {
      const ruled = [...Object.values(this.frame), lines, unit, clearance];
      if (ruled.every((one, i) => one === this.ruled[i])) return;
      this.ruled = ruled;
      drawHeightRule(this.rule, this.frame, lines, unit, this.follow, this.words);
      this.sides.show(this.frame, clearance);
    };
    this.drawRule();
    const { stems, isOther } = this.kept.show(picture);
    this.stems = stems;
    if (isOther) this.depthOrder = '';
    this.marks.replaceChildren();
    const board = {
      layer: this.marks,
      scale: () => this.frame.scale,
      at: (point: { x: number; y: number }) => this.at(point),
      open: (course: Course, project: Projection) => this.open(course, project),
    };
    this.drawnMarks = [
      ...picture.acts.flatMap((act) => markFor(board, act, picture, this.words)),
      ...datedMarks(board, picture, this.words),
      ...fixingMarks(board, picture, this.words),
      ...shootMarks(board, picture, this.words),
      ...triedBendMarks(board, picture, this.words),
    ];
  }

  /** Goes nearer to the tree, or back; what is shown stays. */
  look(closeness: Closeness): void {
    if (
      closeness.k === this.closeness.k &&
      closeness.x === this.closeness.x &&
      closeness.y === this.closeness.y
    )
      return;
    this.closeness = closeness;
    this.frame = closer(this.whole, closeness);
    this.drawRule();
    this.turn(this.standingDeg);
  }

  /** Shows the tree from a bearing. */
  turn(standingDeg: number): void {
    this.standingDeg = standingDeg;
    const project = elevationFrom(standingDeg);
    for (const drawn of this.stems) drawn.near = project(drawn.middle).near;
    this.drawPlate(this.walks);
    this.walks = true;
    this.sortByDepth();
    this.sides.turn(standingDeg);
    for (const mark of this.drawnMarks) mark.place(project);
    this.placeTags(project);
    this.placeHitsSoon(project);
  }

  select(id: StemId | undefined): void {
    const isOther = this.inHand !== id;
    this.inHand = id;
    if (isOther) this.drawPlate(false);
    selectAll<SVGGElement, unknown>(this.marks.querySelectorAll<SVGGElement>('[data-of]')).classed(
      'in-hand',
      (_, i, all) => all[i]?.dataset['of'] === id,
    );
    for (const { stem, touched, tag } of this.stems) {
      touched.node.classList.toggle('in-hand', stem.id === id);
      tag.node.classList.toggle('in-hand', stem.id === id);
      tag.node.setAttribute('aria-pressed', String(stem.id === id));
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

  /** Where the tree stands on the ground, px. */
  get foot(): [number, number] {
    return [this.frame.footX, this.frame.footY];
  }

  /** px for each cm. */
  get scale(): number {
    return this.frame.scale;
  }

  /** The stem drawn nearest to a point, how far along it that is, cm, and where that is drawn; undefined beyond a distance, px. */
  nearestTo(
    [x, y]: readonly [number, number],
    standingDeg: number,
    withinPx: number,
  ): { stemId: StemId; alongCm: number; at: [number, number] } | undefined {
    const project = elevationFrom(standingDeg);
    let found: { stemId: StemId; alongCm: number; at: [number, number] } | undefined;
    let nearest = withinPx;
    for (const { stem, course } of this.stems) {
      for (let alongCm = 0; alongCm <= course.lengthCm; alongCm++) {
        const at = this.at(project(positionAt(course, alongCm)));
        const far = Math.hypot(at[0] - x, at[1] - y);
        if (far >= nearest) continue;
        nearest = far;
        found = { stemId: stem.id, alongCm, at };
      }
    }
    return found;
  }

  private at({ x, y }: { x: number; y: number }): [number, number] {
    const { footX, footY, scale } = this.frame;
    return [footX + x * scale, footY - y * scale];
  }

  private drawPlate(isMoving: boolean): void {
    const { frame, reachCm } = this;
    this.plate.draw({ frame, reachCm, isMoving }, this.standingDeg, this.inHand);
  }

  /** What a finger may touch, and what is too fine for a walk, follow once one stands still. */
  private placeHitsSoon(project: Projection): void {
    clearTimeout(this.hitsTimer);
    this.hitsTimer = setTimeout(() => {
      this.walks = false;
      this.drawPlate(false);
      for (const { course, touched } of this.stems) touched.hit.setAttribute('d', this.open(course, project));
    }, STILL_MS);
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

  /** Far limbs first, so that near ones are drawn over them. Only elements out of their order are moved. */
  private sortByDepth(): void {
    const sorted = [...this.stems].sort((a, b) => a.near - b.near);
    const order = sorted.map(({ stem }) => stem.id).join('|');
    if (order === this.depthOrder) return;
    this.depthOrder = order;
    selectAll(sorted.map(({ touched }) => touched.node)).order();
  }

  private placeTags(project: Projection): void {
    const { named } = this;
    const tied = this.stems.map(({ stem, tiedTo, tag }) => {
      const [x, y] = this.at(project(tiedTo));
      return { x, y, width: tag.width, isNamed: named?.has(stem.id) ?? true };
    });
    // Tags of what lies off the sheet would crowd its rim.
    const isOn = tied.map(({ x, y, isNamed }) => isNamed && isOnSheet(this.frame, x, y));
    const hung = hangTags(
      tied.filter((_, i) => isOn[i]),
      this.frame,
    );
    let strings = '';
    let next = 0;
    this.stems.forEach(({ tag }, i) => {
      putAttribute(tag.node, 'display', isOn[i] ? 'inline' : 'none');
      if (!isOn[i]) return;
      const { tiedX, tiedY, x, y } = hung[next++] as (typeof hung)[number];
      strings += `M${tiedX.toFixed(1)} ${tiedY.toFixed(1)}L${x.toFixed(1)} ${y.toFixed(1)}`;
      putAttribute(tag.label, 'transform', `translate(${x.toFixed(1)},${y.toFixed(1)})`);
    });
    this.strings.setAttribute('d', strings);
  }
}

function closer(whole: Frame, { k, x, y }: Closeness): Frame {
  return { ...whole, scale: whole.scale * k, footX: whole.footX * k + x, footY: whole.footY * k + y };
}

const isOnSheet = ({ width, height }: Frame, x: number, y: number): boolean =>
  x > -4 && x < width + 4 && y > -4 && y < height + 4;

function roomFor(picture: TreePicture): { radiusCm: number; heightCm: number } {
  const { radiusCm, heightCm } = picture.room;
  return { radiusCm: radiusCm * 1.06, heightCm: heightCm + 8 };
}
