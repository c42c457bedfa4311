import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { kitFor, kitTogether, sceneOf, type Arg } from '../../../../core';
import { BookStore } from '../book/book-store';
import { PartPicker } from '../card/part-picker';
import { yardWork } from '../card/yard-work';
import { download } from '../shell/download';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { csvOf, kitLines } from './kit-table';

/** What to carry for the planned work of a yard or a part of it, and which trees it is for; printed, or taken along as a table. */
@Component({
  selector: 'eb-kit-page',
  imports: [PartPicker, RouterLink, Say, Told],
  templateUrl: './kit-page.html',
  styleUrl: './kit-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KitPage {
  /** Which part of the yard, as the address says it; the whole yard when it says nothing. */
  readonly of = input<string>();
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);
  private readonly router = inject(Router);
  private readonly work = yardWork(() => undefined, this.of);

  readonly parts = this.work.parts;
  readonly waiting = this.work.waiting;
  readonly trees = computed(() => this.work.planned().map(({ state }) => state.record.name));

  readonly lines = computed(() => {
    const kits = this.work.planned().map(({ state, judged }) => kitFor(sceneOf(state), judged.plan.acts));
    return kits.length === 0 ? [] : kitLines(kitTogether(kits)).map((line, row) => ({ ...line, row }));
  });

  told(arg: Arg | undefined): string {
    return arg === undefined ? '' : this.words.arg(arg);
  }

  choose(part: string): void {
    void this.router.navigate(['/kit'], { queryParams: part === '' ? {} : { of: part } });
  }

  print(): void {
    window.print();
  }

  save(): void {
    const head = (['what', 'size', 'many'] as const).map((name) => this.words.say(`kit-page.${name}`));
    const rows = this.lines().map(({ what, size, many }) => [
      this.words.tell(what),
      this.told(size),
      this.told(many),
    ]);
    download(`kit-${this.book.today()}.csv`, csvOf([head, ...rows]), 'text/csv');
  }
}
