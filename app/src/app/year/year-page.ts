import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { day, frostOnBlossom, kindSeason, seasonOf, told, type KindId, type Message } from '../../../../core';
import { BookStore } from '../book/book-store';
import { DueStore } from '../due/due-store';
import { dueCalled, whenTold } from '../due/due-words';
import { RadioRow, type Choice } from '../fields/radio-row';
import { laidOut } from '../shell/laid-out';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { drawYear } from './year-drawing';
import { crowdOf, YEAR_SPANS, yearOf, type YearChill, type YearView } from './year-model';

/** The windows of all trees of the yard on one page, their stages, the weather under them, and how full the weeks are. */
@Component({
  selector: 'eb-year-page',
  imports: [RadioRow, RouterLink, Say, Told],
  templateUrl: './year-page.html',
  styleUrl: './year-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class YearPage {
  readonly book = inject(BookStore);
  readonly store = inject(DueStore);
  private readonly words = inject(Words);
  private readonly svg = viewChild<ElementRef<SVGSVGElement>>('svg');
  private readonly sheet = viewChild<ElementRef<HTMLElement>>('sheet');
  private readonly size = laidOut(this.sheet);
  private readonly chosenKey = signal<string | undefined>(undefined);

  readonly view = signal<YearView>('ahead');
  readonly views: readonly Choice<YearView>[] = (['ahead', 'back'] as const).map((id) => ({
    ...{ id, code: `year.view.${id}` },
  }));
  private readonly span = computed(() => ({ ...YEAR_SPANS[this.view()], today: this.book.today() }));

  readonly sites = computed(() =>
    yearOf(this.book.read(), this.book.states(), this.store.all(), this.book.placeOf(), this.span()),
  );
  /** How full the weeks are: of what is to do, or, looking back, of what was done. */
  readonly crowd = computed(() => {
    if (this.view() === 'ahead') return crowdOf(this.store.all(), this.span());
    const done = this.sites().flatMap(({ kinds }) => kinds.flatMap((kind) => kind.done));
    return crowdOf(
      done.flatMap(({ on, entries }) => entries.map(() => ({ on }))),
      this.span(),
    );
  });
  readonly fullest = computed(() =>
    this.crowd().reduce((most, one) => (one.n > most.n ? one : most), { from: '', n: 0 }),
  );

  /** The work done that is picked, with what the book says of it tree by tree. */
  readonly chosenDone = computed(() => {
    const key = this.chosenKey();
    for (const { site, kinds } of this.sites())
      for (const { kind, done } of kinds) {
        const one = done.find((some) => `${site.id} ${kind} ${some.key}` === key);
        if (!one) continue;
        const entries = one.entries.flatMap(({ treeId, words }) => {
          const record = this.book.states().get(treeId)?.record;
          return record ? [{ record, words }] : [];
        });
        return { ...one, entries };
      }
    return undefined;
  });

  /** The bar that is picked, and its trees. */
  readonly chosen = computed(() => {
    const key = this.chosenKey();
    for (const { site, kinds } of this.sites())
      for (const { kind, bars } of kinds) {
        const bar = bars.find((one) => `${site.id} ${kind} ${one.key}` === key);
        if (!bar) continue;
        const trees = bar.treeIds.flatMap((id) => this.book.states().get(id)?.record ?? []);
        return { bar, trees };
      }
    return undefined;
  });

  /** What is to be told of the season beside the drawing: chill, frost. */
  readonly notes = computed<Message[]>(() =>
    this.sites().flatMap(({ place, kinds, site }) =>
      kinds.flatMap(({ kind, chill }) => {
        const named = told(`kind.${kind}`);
        const season = kindSeason(place, kind, seasonOf(site, this.book.today()));
        return [
          ...chill
            .filter(({ isShort }) => isShort)
            .map((one) =>
              told('year.short-of-chill', { kind: calledIn(kind, one), had: one.had, asked: one.asked }),
            ),
          ...frostOnBlossom(season, place.weather).flatMap(({ why }) => [
            told('year.frost', { kind: named }),
            why,
          ]),
        ];
      }),
    ),
  );
  readonly sums = computed<Message[]>(() =>
    this.sites().flatMap(({ kinds }) =>
      kinds.flatMap(({ kind, chill }) =>
        chill
          .filter(({ asked, had }) => asked > 0 && had > 0)
          .map((one) => told('year.sums', { kind: calledIn(kind, one), had: one.had, asked: one.asked })),
      ),
    ),
  );

  readonly called = dueCalled;
  readonly when = whenTold;
  readonly day = day;

  constructor() {
    afterRenderEffect(() => {
      const [svg, sheet] = [this.svg()?.nativeElement, this.sheet()?.nativeElement];
      if (!svg || !sheet) return;
      const [sites, crowd, span] = [this.sites(), this.crowd(), this.span()];
      const crowdWords = this.words.say(this.view() === 'ahead' ? 'year.crowd' : 'year.crowd-done');
      const { today } = span;
      const picture = { sites, crowd, crowdWords, today, span, chosen: this.chosenKey() };
      drawYear(svg, picture, Math.floor(this.size()?.width ?? sheet.clientWidth), this.words, (key) =>
        this.chosenKey.set(key),
      );
    });
    // Looking back, one begins at today: on a phone it lies beyond the edge.
    afterRenderEffect(() => {
      const sheet = this.sheet()?.nativeElement;
      const isBack = this.view() === 'back';
      if (sheet) untracked(() => (sheet.scrollLeft = isBack ? sheet.scrollWidth : 0));
    });
  }

  print(): void {
    window.print();
  }
}

/** A kind, with its variety where others of it ask for other chill. */
const calledIn = (kind: KindId, { variety }: YearChill): Message =>
  variety === undefined
    ? told(`kind.${kind}`)
    : told('year.variety', { kind: told(`kind.${kind}`), variety });
