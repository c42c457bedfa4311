import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { BookStore } from '../../book/book-store';
import { DayField } from '../../fields/day-field';
import { MeasureField } from '../../fields/measure-field';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { Gauge } from './gauge';

/** What becomes of the cells half typed: what is wrong in them, thrown away, brought back or entered as a visit. */
@Component({
  selector: 'eb-readings-foot',
  imports: [DayField, Gauge, MeasureField, Say, Told],
  templateUrl: './readings-foot.html',
  styleUrl: './readings-foot.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingsFoot {
  readonly keep = output();
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);

  readonly isDirty = computed(() => Object.keys(this.bench.rows()).length > 0);
  readonly canBringBack = computed(() =>
    this.book.thrown().some(({ treeId }) => treeId === this.bench.treeId()),
  );

  letGo(): void {
    void this.book.dropDraft(this.bench.treeId());
  }

  bringBack(): void {
    void this.book.bringBack();
  }
}
