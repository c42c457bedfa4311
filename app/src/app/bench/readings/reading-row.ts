import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { NgbTooltip } from '@ng-bootstrap/ng-bootstrap';
import {
  CONDITIONS,
  decisionShort,
  MOST_CELL,
  tagOfRow,
  type DraftField,
  type StemId,
} from '../../../../../core';
import { BookStore } from '../../book/book-store';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { cellsOf, isTrunkRow, type Cell } from './reading-cells';

/** One limb's readings, with its verdict: drawn again for its own cells alone. */
@Component({
  selector: 'tr[eb-reading-row]',
  imports: [NgbTooltip, Say, Told],
  templateUrl: './reading-row.html',
  styleUrl: './reading-row.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    '[attr.data-row]': 'rowId()',
    '[class.in-hand]': 'rowId() === bench.inHand()',
  },
})
export class ReadingRow {
  readonly rowId = input.required<StemId>();
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);

  readonly conditions = CONDITIONS;
  readonly mostLetters = MOST_CELL;

  private readonly stem = computed(() =>
    this.bench.state()?.tree.stems.find(({ id }) => id === this.rowId()),
  );
  private readonly drafted = computed(() =>
    this.bench.drafted()?.tree.stems.find(({ id }) => id === this.rowId()),
  );
  readonly isNew = computed(() => !this.stem());
  readonly isTyped = computed(() => this.bench.rows()[this.rowId()] !== undefined);
  readonly isTrunk = computed(() => isTrunkRow(this.rowId(), this.stem()));
  readonly tag = computed(() => {
    const tree = this.bench.state()?.tree;
    return tree ? tagOfRow(tree, this.bench.rows(), this.rowId()) : '';
  });
  readonly cells = computed<readonly Cell[]>(
    () => {
      const tree = this.bench.state()?.tree;
      if (!tree) return [];
      return cellsOf({
        ...{ id: this.rowId(), stem: this.stem(), drafted: this.drafted(), tree },
        ...{ typed: this.bench.rows(), troubles: this.bench.troubles(), units: this.book.units() },
      });
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  readonly verdict = computed(() => this.bench.judged()?.verdicts[this.rowId()]);
  readonly decision = computed(() => {
    const verdict = this.verdict();
    return verdict && decisionShort(verdict);
  });

  type(field: DraftField, text: string): void {
    void this.bench.typeIn(this.rowId(), field, text);
  }

  /** A focused cell says which limb is in hand, and which reading pointing on the drawings would fill. */
  enter(field: DraftField, cell?: HTMLInputElement): void {
    cell?.select();
    this.bench.fill({ row: this.rowId(), field });
    if (!this.isNew()) this.bench.take(this.rowId());
    const stem = this.drafted();
    if (field === 'angle' && stem) this.bench.seeSideOn(stem.bearing.value);
  }

  remove(): void {
    void this.bench.enteredWrong(this.rowId());
  }
}
