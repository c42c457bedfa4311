import { select, type Selection } from 'd3';
import type { Ground, Message } from '../../../../core';
import { leadTo, type DrawingWords, type Follow } from './figure-links';
import type { Frame } from './frame';

/** What asks for clearance on a bearing: how high, cm, and in words. */
export type ClearanceOn = (bearingDeg: number) => { heightCm: number; words: Message } | undefined;

/** On a sheet narrower than this the words stand under the ground, where no tag hangs, px; and how far under it. */
const NARROW_PX = 480;
const UNDER_GROUND_PX = 26;
/** Words stand this far over their line, px. */
const OVER_LINE_PX = -4;
/** Space between the trunk and the line of a side, px. */
const BESIDE_PX = 14;

interface Side {
  /** Which way this side lies from where one stands, deg; and on the drawing, 1 to the right. */
  turnDeg: number;
  way: 1 | -1;
  group: SVGGElement;
  line: SVGLineElement;
  text: Selection<SVGTextElement, undefined, null, undefined>;
  shown: string;
}

/** The line that limbs must be clear of, drawn on the side it is asked for on: it changes sides as one walks round. */
export class SideClearance {
  private readonly sides: readonly Side[];
  private frame: Frame | undefined;
  private on: ClearanceOn = () => undefined;

  constructor(
    layer: SVGGElement,
    private readonly ground: Ground,
    private readonly follow: Follow,
    private readonly words: DrawingWords,
  ) {
    this.sides = ([1, -1] as const).map((way) => {
      const group = select<SVGGElement, undefined>(layer).append('g').attr('class', 'across clearance');
      const line = group.append('line').node() as SVGLineElement;
      const text = group
        .append('text')
        .attr('y', OVER_LINE_PX)
        .style('text-anchor', way === 1 ? 'end' : 'start');
      const node = group.node() as SVGGElement;
      return { turnDeg: -90 * way, way, group: node, line, text, shown: '' };
    });
  }

  show(frame: Frame, on: ClearanceOn): void {
    this.frame = frame;
    this.on = on;
    for (const side of this.sides) {
      const [inner, outer] = [frame.footX + side.way * BESIDE_PX, side.way === 1 ? frame.width - 6 : 34];
      side.line.setAttribute('x1', String(inner));
      side.line.setAttribute('x2', String(outer));
      side.text.attr('x', String(side.way === 1 ? outer - 2 : outer + 8));
      side.shown = '';
    }
  }

  turn(standingDeg: number): void {
    const { frame } = this;
    if (!frame) return;
    const asked = this.sides.map(({ turnDeg }) => this.on(standingDeg + turnDeg));
    const words = asked.map((one) => (one ? this.words.tell(one.words) : ''));
    this.sides.forEach((side, i) => {
      const clearance = asked[i];
      // What is asked on both sides is told once.
      const told = i === 1 && words[1] === words[0] ? '' : (words[i] as string);
      const shown = `${clearance?.heightCm ?? '-'} ${told}`;
      if (side.shown === shown) return;
      side.shown = shown;
      side.group.setAttribute('visibility', clearance ? 'visible' : 'hidden');
      if (!clearance) return;
      const up = clearance.heightCm * frame.scale;
      side.group.setAttribute('transform', `translate(0,${frame.footY - up})`);
      const isUnder = frame.width < NARROW_PX && frame.footY + UNDER_GROUND_PX < frame.height;
      side.text.attr('y', isUnder ? up + UNDER_GROUND_PX : OVER_LINE_PX);
      side.text.text(told).attr('visibility', told === '' ? 'hidden' : null);
      if (told !== '') leadTo(side.text, this.ground, this.follow, this.words);
    });
  }
}
