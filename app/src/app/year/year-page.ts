import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { day, frostOnBlossom, kindSeason, seasonOf, told, type Message } from '../../../../core';
import { BookStore } from '../book/book-store';
import { DueStore } from '../due/due-store';
import { dueCalled, whenTold } from '../due/due-words';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { drawYear } from './year-drawing';
import { crowdOf, yearOf } from './year-model';

/** The windows of all trees of the yard on one page, their stages, the weather under them, and how full the weeks are. */
@Component({
  selector: 'eb-year-page',
  imports: [RouterLink, Say, Told],
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
  private readonly width = signal(0);
  private readonly chosenKey = signal<string | undefined>(undefined);

  readonly sites = computed(() =>
    yearOf(
      this.book.read().sites,
      this.book.states(),
      this.store.all(),
      this.book.placeOf(),
      this.book.today(),
    ),
  );
  readonly crowd = computed(() => crowdOf(this.store.all(), this.book.today()));
  readonly fullest = computed(() =>
    this.crowd().reduce((most, one) => (one.n > most.n ? one : most), { from: '', n: 0 }),
  );

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
          ...(chill.isShort
            ? [told('year.short-of-chill', { kind: named, had: chill.had, asked: chill.asked })]
            : []),
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
      kinds
        .filter(({ chill }) => chill.asked > 0 && chill.had > 0)
        .map(({ kind, chill }) =>
          told('year.sums', { kind: told(`kind.${kind}`), had: chill.had, asked: chill.asked }),
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
      const [sites, crowd, today] = [this.sites(), this.crowd(), this.book.today()];
      const picture = { sites, crowd, today, chosen: this.chosenKey() };
      drawYear(svg, picture, this.width() || sheet.clientWidth, this.words, (key) => this.chosenKey.set(key));
    });
    const watch = new ResizeObserver(
      ([entry]) => entry && this.width.set(Math.floor(entry.contentRect.width)),
    );
    afterRenderEffect(() => {
      const sheet = this.sheet()?.nativeElement;
      if (sheet) watch.observe(sheet);
    });
    inject(DestroyRef).onDestroy(() => watch.disconnect());
  }

  print(): void {
    window.print();
  }
}
