import { axisTop, line, max, scaleLinear, scaleUtc, select, utcMonth, area } from 'd3';
import {
  dayNumber,
  daysAfter,
  isoOf,
  longRunMean,
  temperaturesOf,
  told,
  type DueWhat,
  type Message,
  type StageDay,
} from '../../../../core';
import type { Words } from '../words/words';
import type { YearDone } from './year-done';
import type { YearBar, YearKind, YearSite, YearSpan } from './year-model';

/** Room for the names of kinds at the left, or where the year is pushed sideways in a row above their bars; and what a lane, a line of stages, a row of work done, a weather strip and the crowd take, px. */
const LEFT = 152;
const PUSHED = { left: 34, nameRow: 20 };
const RIGHT = 12;
const TOP = 26;
const LANE = 24;
const STAGES = 17;
const DONE = 24;
const WEATHER = 74;
const CROWD = 56;
const GAP = 10;
/** Narrowest the year is drawn: on a phone it is pushed sideways, px. */
export const LEAST_WIDTH = 860;

/** Which of a few families work belongs to: it has its own hatching of colour, besides its word. */
const FAMILY: Readonly<Record<DueWhat, 'cut' | 'bud' | 'soft' | 'tie'>> = {
  ...{ prune: 'cut', open: 'cut', 'summer-cut': 'cut', ends: 'cut', left: 'cut', wound: 'cut' },
  ...{ read: 'bud', 'bud-plan': 'bud', notch: 'bud', graft: 'bud', budding: 'bud' },
  ...{
    'blossom-off': 'soft',
    'fruit-off': 'soft',
    disbud: 'soft',
    pinch: 'soft',
    tip: 'soft',
    uprights: 'soft',
  },
  ...{ peg: 'tie', spread: 'tie', release: 'tie', 'stake-off': 'tie', off: 'tie', tight: 'tie', look: 'tie' },
  shade: 'soft',
};

const time = (isoDate: string): Date => new Date(`${isoDate}T00:00:00Z`);

/** What the year is drawn from. */
export interface YearPicture {
  sites: readonly YearSite[];
  crowd: readonly { from: string; n: number }[];
  /** What the crowd counts, in words. */
  crowdWords: string;
  today: string;
  span: YearSpan;
  chosen: string | undefined;
}

/** Draws the year of a yard into an SVG: bars of work by kind, its stages, the weather under them, and how full each week is. */
export function drawYear(
  svg: SVGSVGElement,
  { sites, crowd, crowdWords, today, span, chosen }: YearPicture,
  widthPx: number,
  words: Words,
  choose: (key: string) => void,
): void {
  const width = Math.max(LEAST_WIDTH, widthPx);
  const isPushed = widthPx < LEAST_WIDTH;
  const { left, nameRow } = isPushed ? PUSHED : { left: LEFT, nameRow: 0 };
  const x = scaleUtc()
    .domain([time(daysAfter(today, -span.before)), time(daysAfter(today, span.after))])
    .range([left, width - RIGHT]);
  const root = select(svg);
  root.selectAll('*').remove();
  let y = TOP;
  const months = root.append('g').attr('class', 'months');
  for (const month of x.ticks(utcMonth)) {
    months
      .append('line')
      .attr('x1', x(month))
      .attr('x2', x(month))
      .attr('y1', TOP - 4)
      .attr('class', 'month');
  }
  root
    .append('g')
    .attr('class', 'axis')
    .attr('transform', `translate(0,${TOP - 6})`)
    .call(
      axisTop<Date>(x)
        .ticks(utcMonth)
        .tickSize(0)
        .tickFormat((month) => words.monthShort(month.toISOString().slice(0, 10))),
    )
    .selectAll('text')
    .attr('text-anchor', 'start')
    .attr('dx', 3);

  for (const one of sites) {
    text(root, one.site.name, 0, y + 14, 'site-name');
    y += 20;
    for (const kind of one.kinds) y = drawKind(root, kind, one, y);
    y = drawWeather(root, one, y + 4) + GAP;
  }
  y = drawCrowd(root, y);
  months.selectAll('line').attr('y2', y);
  const at = x(time(today));
  root
    .append('line')
    .attr('class', 'today')
    .attr('x1', at)
    .attr('x2', at)
    .attr('y1', TOP - 6)
    .attr('y2', y);
  text(root, words.say('year.today'), at + 3, y - 4, 'today-word');
  root
    .attr('viewBox', `0 0 ${width} ${y + 8}`)
    .attr('width', width)
    .attr('height', y + 8);

  function drawKind(on: typeof root, kind: YearKind, { site }: YearSite, nameAt: number): number {
    const name = words.say('year.kind', { kind: told(`kind.${kind.kind}`), n: kind.trees });
    text(on, name, 0, nameAt + (isPushed ? 16 : STAGES + 15), 'kind-name');
    const top = nameAt + nameRow;
    drawStages(on, kind, top);
    for (const one of kind.done)
      drawDone(on, one, `${site.id} ${kind.kind} ${one.key}`, top + STAGES + one.lane * DONE);
    const barsFrom = top + STAGES + kind.doneLanes * DONE;
    for (const bar of kind.bars)
      drawBar(on, bar, `${site.id} ${kind.kind} ${bar.key}`, barsFrom + bar.lane * LANE);
    const low = barsFrom + kind.lanes * LANE + 4;
    on.append('line').attr('class', 'under').attr('x1', 0).attr('x2', width).attr('y1', low).attr('y2', low);
    return low + 2;
  }

  /** Words of stages that are close stand to either side of the two lines; a third is only a line. */
  function drawStages(on: typeof root, kind: YearKind, top: number): void {
    const shown = kind.stages
      .filter(({ stage }) => SHOWN_STAGES.has(stage))
      .sort((a, b) => (a.on < b.on ? -1 : 1));
    const at = shown.map(({ on: day }) => x(time(day)));
    let free = left;
    shown.forEach((stage, i) => {
      const here = at[i] as number;
      const isClose = (at[i + 1] ?? Infinity) - here < WORD_PX;
      const side = isClose && here - WORD_PX >= free ? 'end' : here >= free && !isClose ? 'start' : undefined;
      drawStage(on, stage, top, kind, side);
      free = side === 'start' ? here + WORD_PX : here;
    });
  }

  function drawStage(
    on: typeof root,
    { stage, on: day, sureDays, isSeen }: StageDay,
    top: number,
    kind: YearKind,
    side: 'start' | 'end' | undefined,
  ): void {
    const at = x(time(day));
    const g = on
      .append('g')
      .attr('class', 'stage')
      .attr('data-seen', isSeen ? '' : null);
    g.append('title').text(
      words.say('year.stage', {
        stage: told(`stage.${stage}`),
        on: { day },
        n: Math.round(sureDays),
        kind: told(`kind.${kind.kind}`),
      }),
    );
    g.append('line')
      .attr('x1', at)
      .attr('x2', at)
      .attr('y1', top + 3)
      .attr('y2', top + STAGES + kind.doneLanes * DONE + kind.lanes * LANE);
    if (!side) return;
    const wordAt = side === 'end' ? at - 3 : at + 3;
    text(g, words.say(`year-stage.${stage}`), wordAt, top + 13, `stage-word ${side}`);
  }

  function drawBar(on: typeof root, bar: YearBar, key: string, top: number): void {
    const edge = (isoDate: string): number => Math.max(left, Math.min(width - RIGHT, x(time(isoDate))));
    const [from, to] = [edge(bar.from), Math.max(edge(bar.from) + 4, edge(daysAfter(bar.to, 1)))];
    const [bestFrom, bestTo] = [edge(bar.bestFrom), edge(daysAfter(bar.bestTo, 1))];
    const many = bar.treeIds.length > 1 ? ` ${bar.treeIds.length}` : '';
    const visible = words.tell(barWord(bar)) + many;
    const label = words.say('year.bar', {
      what: visible,
      ...{ from: { day: bar.from }, to: { day: bar.to }, best: { day: bar.bestFrom } },
    });
    const g = button(on, key, label)
      .attr('class', 'bar')
      .attr('data-family', FAMILY[bar.what.what])
      .attr('data-pressing', bar.due.pressing);
    g.append('rect')
      .attr('class', 'touch')
      .attr('x', from)
      .attr('y', top)
      .attr('width', Math.max(44, to - from))
      .attr('height', LANE);
    g.append('rect')
      .attr('class', 'open')
      .attr('x', from)
      .attr('y', top + 4)
      .attr('width', to - from)
      .attr('height', LANE - 9);
    g.append('rect')
      .attr('class', 'best')
      .attr('x', bestFrom)
      .attr('y', top + LANE - 8)
      .attr('width', Math.max(3, bestTo - bestFrom))
      .attr('height', 4);
    text(g, visible, from + 4, top + LANE - 10, 'bar-word');
  }

  /** Something that is picked by touch or key. */
  function button(on: typeof root, key: string, label: string) {
    return on
      .append('g')
      .attr('data-bar', key)
      .attr('tabindex', 0)
      .attr('role', 'button')
      .attr('aria-pressed', String(chosen === key))
      .attr('aria-label', label)
      .on('click', () => choose(key))
      .on('keydown', (event: KeyboardEvent) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        choose(key);
      });
  }

  /** What was done: a mark on its day, with its word. */
  function drawDone(on: typeof root, { on: day, what, entries }: YearDone, key: string, top: number): void {
    const at = x(time(day));
    const trees = new Set(entries.map(({ treeId }) => treeId)).size;
    const visible = words.tell(what) + (trees > 1 ? ` ${trees}` : '');
    const label = words.say('year.done', { what: visible, on: { day } });
    const g = button(on, key, label).attr('class', 'done');
    g.append('rect')
      .attr('class', 'touch')
      .attr('x', at - 8)
      .attr('y', top)
      .attr('width', 54)
      .attr('height', DONE);
    g.append('path').attr('d', `M${at} ${top + 7}l5 5l-5 5l-5 -5z`);
    text(g, visible, at + 8, top + 16, 'bar-word');
  }

  function drawWeather(on: typeof root, { place }: YearSite, nameAt: number): number {
    const top = nameAt + nameRow;
    const { weather, climate } = place;
    const at = temperaturesOf(weather, () => ({ minC: 0, maxC: 0 }));
    const first = dayNumber(today) - span.before;
    const days = Array.from({ length: span.before + span.after + 1 }, (_, i) => {
      const mean = longRunMean(place, first + i);
      return { on: time(isoOf(first + i)), mean, half: climate.dailySwingC / 2, ...at(first + i) };
    });
    const known = days.filter(({ from }) => from !== 'normal');
    const lows = days.map(({ mean, half, minC, from }) =>
      from === 'normal' ? mean - half : Math.min(minC, mean - half),
    );
    const highs = days.map(({ mean, half, maxC, from }) =>
      from === 'normal' ? mean + half : Math.max(maxC, mean + half),
    );
    const scale = scaleLinear([Math.min(...lows), Math.max(...highs)], [top + WEATHER, top]);
    const g = on.append('g').attr('class', 'weather');
    text(g, words.say('year.weather'), 0, nameAt + 14, 'kind-name');
    const band = area<(typeof days)[number]>().x(({ on: day }) => x(day));
    g.append('path')
      .attr('class', 'normal')
      .attr(
        'd',
        band.y0(({ mean, half }) => scale(mean - half)).y1(({ mean, half }) => scale(mean + half))(days),
      );
    if (scale(0) < top + WEATHER) {
      g.append('line')
        .attr('class', 'freezes')
        .attr('x1', left)
        .attr('x2', width - RIGHT)
        .attr('y1', scale(0))
        .attr('y2', scale(0));
      text(g, words.arg({ celsius: 0 }), left - 4, scale(0) + 4, 'degree');
    }
    for (const isForetold of [false, true]) {
      const some = known.filter(({ from }) => (from === 'foretold') === isForetold);
      for (const edge of ['minC', 'maxC'] as const) {
        g.append('path')
          .attr('class', isForetold ? 'foretold' : 'measured')
          .attr(
            'd',
            line<(typeof days)[number]>()
              .x(({ on: day }) => x(day))
              .y((one) => scale(one[edge]))(some),
          );
      }
    }
    const rain = new Map(weather.days.map(({ day, rainMm = 0 }) => [day, rainMm]));
    for (const { on: day } of known) {
      const mm = rain.get(isoOf(day.getTime() / 86_400_000)) ?? 0;
      if (mm > 0.5)
        g.append('line')
          .attr('class', 'rain')
          .attr('x1', x(day))
          .attr('x2', x(day))
          .attr('y1', top + WEATHER)
          .attr('y2', top + WEATHER - Math.min(22, mm));
    }
    return top + WEATHER;
  }

  function drawCrowd(on: typeof root, top: number): number {
    const most = Math.max(4, max(crowd, ({ n }) => n) ?? 0);
    const scale = scaleLinear([0, most], [0, CROWD - 14]);
    text(on, crowdWords, left, top + 10, 'crowd-word');
    const g = on.append('g').attr('class', 'crowd');
    for (const { from, n } of crowd) {
      const [begins, ends] = [x(time(from)), x(time(daysAfter(from, 7)))];
      if (n === 0 || ends < left || begins > width - RIGHT) continue;
      g.append('rect')
        .attr('x', Math.max(left, begins) + 1)
        .attr('width', Math.max(1, ends - begins - 2))
        .attr('y', top + CROWD - scale(n))
        .attr('height', scale(n));
      if (n >= most * 0.5) text(g, String(n), begins + 3, top + CROWD - scale(n) - 3, 'crowd-n');
    }
    return top + CROWD;
  }
}

/** Room a stage's word takes, px. */
const WORD_PX = 38;
const SHOWN_STAGES: ReadonlySet<string> = new Set(['swell', 'break', 'bloom', 'shoots-stop', 'leaf-fall']);

/** The word on a bar: with the thing, where it is about something fixed. */
const barWord = ({ what: { what, thing } }: YearBar): Message =>
  thing ? told(`year-bar.${what}`, { what: told(`fixing.${thing}`) }) : told(`year-bar.${what}`);

interface Appends {
  append(name: 'text'): {
    attr(name: string, value: string | number): ReturnType<Appends['append']>;
    text(words: string): unknown;
  };
}

function text(on: unknown, words: string, x: number, y: number, className: string): void {
  (on as Appends).append('text').attr('x', x).attr('y', y).attr('class', className).text(words);
}
