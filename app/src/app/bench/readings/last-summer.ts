import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { cellsOfShoot, told, unmeasured, type Unmeasured } from '../../../../../core';
import { BookStore } from '../../book/book-store';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { shootPlace } from '../shoots/shoot-place';

/** Shoots that were read in leaf last summer and are not measured yet: each becomes a row with what is known of it, or is said to be gone. */
@Component({
  selector: 'eb-last-summer',
  template: `
    @if (shoots().length > 0) {
      <section class="last-summer" [attr.aria-label]="'last-summer.words' | say">
        <span>{{ 'last-summer.words' | say }}</span>
        @for (one of shoots(); track one.row) {
          <span class="shoot" [attr.data-shoot]="one.row">
            <button type="button" class="tool" (click)="take(one)">{{ one.words | told }}</button>
            <button
              type="button"
              class="tool"
              [attr.aria-label]="'last-summer.gone' | say: { tag: one.tag }"
              (click)="gone(one)"
            >
              <i class="bi bi-x-lg" aria-hidden="true"></i>
            </button>
          </span>
        }
      </section>
    }
  `,
  styleUrl: './last-summer.scss',
  imports: [Say, Told],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LastSummer {
  private readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);

  readonly shoots = computed(() => {
    const state = this.bench.state();
    if (!state) return [];
    const rows = this.bench.rows();
    return unmeasured(state, this.book.read().eventsOf.get(state.record.id) ?? [])
      .filter(({ row }) => !(row in rows))
      .map((found) => {
        const tag = found.shoot.tag ?? found.shoot.shoot;
        const place = shootPlace(found.shoot, state.tree.stems);
        return { ...found, tag, words: told('last-summer.one', { tag, place }) };
      });
  });

  /** Begins its row with what summer knows; its thickness, which nobody read, is next. */
  async take(found: Unmeasured): Promise<void> {
    const state = this.bench.state();
    if (!state) return;
    const cells = cellsOfShoot(state, found, this.book.units());
    await Promise.all(cells.map(([field, text]) => this.bench.type(found.row, field, text)));
    this.bench.readAgain({ row: found.row, field: 'diameter' });
  }

  gone({ row }: Unmeasured): void {
    const lost = { kind: 'lost' as const, treeId: this.bench.treeId(), stemId: row, how: 'broke' as const };
    void this.book.record(lost, this.bench.on());
  }
}
