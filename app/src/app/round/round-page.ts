import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { BookStore } from '../book/book-store';
import { AtTree } from './at-tree';
import { RoundDone } from './round-done';
import { RoundStore } from './round-store';
import { SettingOut } from './setting-out';

/** The round: setting out with the kit, tree after tree, and what came of it. */
@Component({
  selector: 'eb-round-page',
  imports: [AtTree, RoundDone, SettingOut],
  template: `
    @switch (stands()) {
      @case ('setting-out') {
        <eb-setting-out [of]="of()" [span]="span()" />
      }
      @case ('at-tree') {
        <eb-at-tree />
      }
      @case ('done') {
        <eb-round-done />
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoundPage {
  /** The part of the yard and how much is taken along, as the address says it. */
  readonly of = input<string>();
  readonly span = input<string>();
  private readonly book = inject(BookStore);
  private readonly round = inject(RoundStore);

  readonly stands = computed(() => {
    if (!this.book.round() || this.round.trees().length === 0) return 'setting-out';
    const isOver = this.round.at()?.steps.length === 0 && !this.round.next() && !this.round.weighing();
    // What the last act changed is looked at first.
    return isOver && !this.round.last() ? 'done' : 'at-tree';
  });
}
