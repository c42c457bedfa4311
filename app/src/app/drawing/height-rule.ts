import { scaleLinear, select } from 'd3';
import { leadTo, type DrawingWords, type Follow } from './figure-links';
import type { Ground, Message, MessageCode, Units } from '../../../../core';
import type { Frame } from './frame';

/** Lines across the drawing at heights that matter here, cm. */
export interface HeightLine {
  heightCm: number;
  words: Message;
  kind: 'reach' | 'wire';
  ground: Ground;
}

/** What a rule counts in: cm to one of its units, the unit's name, and units between ticks; fewer from near by. */
export interface RuleUnit {
  cm: number;
  name: MessageCode;
  step: number;
  finer: readonly number[];
}

/** Ticks are never closer than this where finer ones would be, px. */
const TICKS_PX = 20;

/** What heights are read in, by the grower's units. */
export const RULE_UNITS: Record<Units, RuleUnit> = {
  metric: { cm: 1, name: 'draw.unit.metric', step: 10, finer: [5, 1] },
  imperial: { cm: 2.54, name: 'draw.unit.imperial', step: 4, finer: [2, 1] },
};

/** Draws the height rule, the ground, and the lines across, in place of what the layer held. */
export function drawHeightRule(
  layer: SVGGElement,
  frame: Frame,
  lines: readonly HeightLine[],
  unit: RuleUnit,
  follow: Follow,
  words: DrawingWords,
): void {
  const { width, height, footY, scale } = frame;
  const topCm = (footY - 8) / scale;
  const rule = select<SVGGElement, undefined>(layer);
  rule.selectAll('*').remove();
  const y = scaleLinear([0, topCm / unit.cm], [footY, 8]);
  const x = 34;
  rule.append('line').attr('class', 'ruler').attr('x1', x).attr('x2', x).attr('y1', footY).attr('y2', 8);
  const step = unit.finer.findLast((finer) => finer * unit.cm * scale >= TICKS_PX) ?? unit.step;
  const lowest = Math.max(0, Math.ceil((footY - height) / scale / unit.cm / step)) * step;
  for (let v = lowest; v * unit.cm <= topCm; v += step) {
    const isLong = Math.round(v / step) % 5 === 0;
    const tick = rule.append('g').attr('transform', `translate(${x},${y(v)})`);
    tick.append('line').attr('x2', isLong ? 9 : 5);
    if (isLong && v > 0) tick.append('text').attr('x', -4).attr('dy', '0.32em').text(Math.round(v));
  }
  rule
    .append('text')
    .attr('class', 'unit')
    .attr('x', 4)
    .attr('y', footY + 16)
    .text(words.say(unit.name));
  rule
    .append('line')
    .attr('class', 'ground')
    .attr('x1', 14)
    .attr('x2', width - 6)
    .attr('y1', footY)
    .attr('y2', footY);
  for (const { heightCm, words: across, kind, ground } of lines) {
    if (heightCm > topCm) continue;
    const at = footY - heightCm * scale;
    const line = rule.append('g').attr('class', `across ${kind}`).attr('transform', `translate(0,${at})`);
    line
      .append('line')
      .attr('x1', x)
      .attr('x2', width - 6);
    const label = line
      .append('text')
      .attr('x', width - 8)
      .attr('y', -4)
      .text(words.tell(across));
    leadTo(label, ground, follow, words);
  }
}
