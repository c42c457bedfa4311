import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, viewChild } from '@angular/core';
import { scaleUtc, utcYear } from 'd3';
import {
  day,
  dayNumber,
  daysAfter,
  isoOf,
  kindFacts,
  kindSeason,
  plannedBy,
  seasonOf,
  told,
  waysOf,
  type Message,
  type Stage,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { DueStore } from '../due/due-store';
import { dueCalled } from '../due/due-words';
import { laidOut } from '../shell/laid-out';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { BenchStore } from './bench-store';

/** Height of the strip, where its line lies, and a lane of work, px. */
const HEIGHT = 58;
const LINE_Y = 34;
const LANES_Y = [41, 48] as const;
const LEAST_WIDTH = 300;
/** Shares of the width: the years gone by, the last twelve months, the next, and the years to come. */
const SHARES = [0.2, 0.58, 0.92, 1] as const;
/** Room at its left edge for the first mark, px. */
const EDGE = 7;
const YEAR_DAYS = 365;
const YEARS = 5;
/** How near to today a finger is on it, and room for the words of the day that is looked at, px. */
const AT_TODAY_PX = 6;
const WORDS_PX = 262;
/** Stages that are told on the strip. */
const SHOWN: readonly Stage[] = ['swell', 'bloom', 'shoots-stop', 'leaf-fall'];

const time = (isoDate: string): Date => new Date(`${isoDate}T00:00:00Z`);

/** A tree's years from planting to its fifth: what was done and read, its stages, what is due; drawn along, the tree is shown as it stood, or as planned work leaves it. */
@Component({
  selector: 'eb-season-timeline',
  imports: [Say, Told],
  templateUrl: './season-timeline.html',
  styleUrl: './season-timeline.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeasonTimeline {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  private readonly dues = inject(DueStore);
  private readonly words = inject(Words);
  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');

  private readonly size = laidOut(this.host);
  readonly width = computed(() => Math.max(LEAST_WIDTH, this.size()?.width ?? LEAST_WIDTH));
  readonly height = HEIGHT;
  readonly lineY = LINE_Y;

  private readonly span = computed(() => {
    const today = this.book.today();
    const planted = this.bench.state()?.record.planted ?? today;
    const fifth = daysAfter(planted, YEARS * YEAR_DAYS);
    const yearAgo = daysAfter(today, -YEAR_DAYS);
    const ahead = daysAfter(today, YEAR_DAYS * 0.9);
    return {
      ...{ planted, today, yearAgo: yearAgo > planted ? yearAgo : planted },
      ...{ ahead, end: fifth > daysAfter(ahead, 60) ? fifth : daysAfter(ahead, 60) },
    };
  });

  private readonly x = computed(() => {
    const { planted, yearAgo, today, ahead, end } = this.span();
    const from = planted < yearAgo ? planted : daysAfter(yearAgo, -30);
    const [past, now, next, all] = SHARES.map((share) => share * this.width()) as [
      number,
      number,
      number,
      number,
    ];
    return scaleUtc()
      .domain([from, yearAgo > from ? yearAgo : daysAfter(from, 1), today, ahead, end].map(time))
      .range([EDGE, planted < yearAgo ? past : past / 4, now, next, all]);
  });
  at(isoDate: string): number {
    return this.x()(time(isoDate));
  }

  readonly years = computed(() => {
    const scale = this.x();
    const [from, to] = [scale.domain()[0] as Date, scale.domain().at(-1) as Date];
    let free = -Infinity;
    return utcYear.range(utcYear.ceil(from), to).flatMap((year) => {
      const at = scale(year);
      const word = at >= free ? String(year.getUTCFullYear()) : '';
      if (word) free = at + 34;
      return [{ at, word }];
    });
  });
  readonly now = computed(() => this.at(this.book.today()));

  /** What is on record, each where it happened. */
  readonly past = computed(() => {
    const record = this.bench.state()?.record;
    if (!record) return [];
    const events = this.book.read().eventsOf.get(record.id) ?? [];
    return events.flatMap((event, i) => {
      const words = waysOf(event.kind).told?.(event);
      return words
        ? [
            {
              i,
              at: this.at(event.happenedOn),
              kind: event.kind,
              words: this.words.say('timeline.event', { on: day(event.happenedOn), what: words }),
            },
          ]
        : [];
    });
  });

  readonly stages = computed(() => {
    const state = this.bench.state();
    if (!state) return [];
    const place = this.book.placeOf()(state.site.id);
    const season = seasonOf(state.site, this.book.today());
    const { yearAgo, ahead } = this.span();
    let free = -Infinity;
    return [season - 1, season, season + 1]
      .flatMap((of) =>
        Object.values(kindSeason(place, kindFacts(state.record.kind).id, of, state.record.variety).stages),
      )
      .filter(({ stage, on }) => SHOWN.includes(stage) && on >= yearAgo && on <= ahead)
      .sort((a, b) => (a.on < b.on ? -1 : 1))
      .map(({ stage, on, sureDays }) => {
        const at = this.at(on);
        const word = at >= free ? this.words.say(`year-stage.${stage}`) : '';
        if (word) free = at + 30;
        const full = this.words.say('timeline.stage', {
          stage: told(`stage.${stage}`),
          on: day(on),
          n: Math.round(sureDays),
        });
        return { at, word, full, key: `${stage} ${on}` };
      });
  });

  /** Work of the year ahead, in two lanes. */
  readonly work = computed(() => {
    const due = this.dues.byTree().get(this.bench.treeId()) ?? [];
    const free = LANES_Y.map(() => -Infinity);
    return [...due]
      .sort((a, b) => (a.from < b.from ? -1 : 1))
      .map(({ id, what, thing, pressing, from, to, bestFrom, bestTo, on }) => {
        const [left, right] = [this.at(from), Math.max(this.at(to), this.at(from) + 3)];
        const lane = free.findIndex((until) => until <= left);
        const used = lane < 0 ? free.length - 1 : lane;
        free[used] = right + 1;
        const best = [this.at(bestFrom), Math.max(this.at(bestFrom) + 2, this.at(bestTo))] as const;
        const words = this.words.say('timeline.work', {
          what: dueCalled({ what, ...(thing && { thing }) }),
          from: day(from),
          to: day(to),
          on: day(on),
        });
        return {
          id,
          words,
          pressing,
          left,
          width: right - left,
          y: LANES_Y[used] as number,
          best,
          bestWidth: best[1] - best[0],
        };
      });
  });

  /** The last day that is looked at: that by which all planned work is done, or today. */
  private readonly lastDay = computed(() => {
    const [today, ...later] = [this.book.today(), ...this.planned().map(({ on }) => on)];
    return later.reduce((last, on) => (on > last ? on : last), today);
  });
  /** What is due and stands in the plan. */
  private readonly planned = computed(() =>
    (this.dues.byTree().get(this.bench.treeId()) ?? []).filter(({ acts }) => acts > 0),
  );
  private readonly acts = computed(() => this.bench.judged()?.plan.acts ?? []);

  /** The day that is looked at, days since planting; the last on which planned work is done, or today, at the end. */
  readonly most = computed(() => dayNumber(this.lastDay()) - dayNumber(this.span().planted));
  readonly seen = computed(() =>
    Math.max(0, dayNumber(this.bench.seenOn() ?? this.book.today()) - dayNumber(this.span().planted)),
  );
  readonly seenAt = computed(() => this.at(this.bench.seenOn() ?? this.book.today()));
  readonly seenTold = computed<Message>(() => {
    const [on, doneBy] = [this.bench.seenOn(), this.bench.doneBy()];
    if (on === undefined) return told('timeline.now', { on: day(this.book.today()) });
    if (!doneBy) return told('timeline.then', { on: day(on) });
    return told('timeline.ahead', { on: day(on), n: doneBy.length, of: this.acts().length });
  });
  /** Where those words stand: right of the day, or left of it, or, on a narrow strip, wherever there is room. */
  readonly wordsAt = computed(() => {
    const [at, width] = [this.seenAt(), this.width()];
    if (at + WORDS_PX <= width) return { x: at + 10, anchor: 'start' };
    if (at - WORDS_PX >= 0) return { x: at - 10, anchor: 'end' };
    return { x: Math.max(4, width - WORDS_PX), anchor: 'start' };
  });

  /** Looks at the tree so many days after planting: as it stood, as it stands, or as planned work leaves it. */
  look(days: number): void {
    const on = isoOf(dayNumber(this.span().planted) + Math.min(days, this.most()));
    const today = this.book.today();
    if (on < today) this.bench.lookBack(on);
    else if (on === today) this.bench.show('stands');
    else this.bench.lookAhead(on, plannedBy(this.acts(), this.planned(), on));
  }

  drag(event: PointerEvent): void {
    if (event.type === 'pointerdown') (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
    if (event.buttons === 0) return;
    const { left } = this.host().nativeElement.getBoundingClientRect();
    const at = event.clientX - left;
    // Today is a mark one comes to rest on.
    if (Math.abs(at - this.now()) < AT_TODAY_PX) {
      this.bench.show('stands');
      return;
    }
    const on = this.x().invert(at).toISOString().slice(0, 10);
    this.look(Math.max(0, dayNumber(on) - dayNumber(this.span().planted)));
  }
}
