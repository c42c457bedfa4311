import {
  afterNextRender,
  ChangeDetectionStrategy,
  ChangeDetectorRef,
  Component,
  effect,
  ElementRef,
  inject,
} from '@angular/core';
import { READING_FIELDS, type DraftField, type StemId } from '../../../../../core';
import { Say } from '../../words/told';
import { BenchStore } from '../bench-store';
import { isTrunkRow } from './reading-cells';
import { ReadingRow } from './reading-row';
import { MeasureFirst, type ReadingPlace } from './measure-first';
import { ReadingRows } from './reading-rows';
import { ReadingsFoot } from './readings-foot';

/** Readings, a row for each limb: five numbers, Enter moves on, and a new row is always waiting at the foot. */
@Component({
  selector: 'eb-readings-grid',
  imports: [MeasureFirst, Say, ReadingRow, ReadingsFoot],
  templateUrl: './readings-grid.html',
  styleUrl: './readings-grid.scss',
  providers: [ReadingRows],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(keydown)': 'onKey($event)' },
})
export class ReadingsGrid {
  private readonly bench = inject(BenchStore);
  private readonly changes = inject(ChangeDetectorRef);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);

  constructor() {
    // Who asks for a reading from another room finds its cell ready.
    const asked = this.bench.filling();
    if (asked) afterNextRender(() => this.go(asked));
    // A limb drawn on the elevation has its row below the others: it comes into sight.
    effect(() => {
      const row = this.bench.filling()?.row;
      this.rowIds();
      if (row !== undefined) setTimeout(() => this.rowOf(row)?.scrollIntoView({ block: 'nearest' }));
    });
  }

  private rowOf(id: StemId): HTMLElement | null {
    return this.element.nativeElement.querySelector(`[data-row="${CSS.escape(id)}"]`);
  }

  go({ row, field }: ReadingPlace): void {
    this.focus(this.rowIds().indexOf(row), field);
  }

  readonly heads = READING_FIELDS.map((field) => `field.${field}` as const);

  readonly rowIds = inject(ReadingRows).ids;

  leave(event: FocusEvent): void {
    const to = event.relatedTarget;
    const stays =
      to instanceof HTMLElement && (to.closest('.angle-handle') || this.element.nativeElement.contains(to));
    if (!stays && to !== null) this.bench.fill(undefined);
  }

  /** Keys of any cell: Enter goes on, Ctrl and Enter enters the visit, the arrows go to the row above or below. */
  onKey(event: KeyboardEvent): void {
    const cell = event.target;
    if (!(cell instanceof HTMLInputElement)) return;
    const field = cell.dataset['field'] as DraftField;
    const id = cell.closest<HTMLElement>('[data-row]')?.dataset['row'];
    const row = this.rowIds().findIndex((known) => known === id);
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (event.key !== 'Enter' && step === undefined) return;
    event.preventDefault();
    if (step !== undefined) this.focus(row + step, field);
    else if (event.ctrlKey || event.metaKey) void this.keep();
    else this.moveOn(row, field);
  }

  async keep(): Promise<void> {
    const trouble = this.bench.troubles()[0];
    if (trouble) this.focus(this.rowIds().indexOf(trouble.row), trouble.field);
    else await this.bench.keepReadings();
  }

  /** Enter goes through the five readings, then to the first reading of the next row. */
  private moveOn(row: number, field: DraftField): void {
    const at = READING_FIELDS.indexOf(field as (typeof READING_FIELDS)[number]);
    const next = READING_FIELDS[at + 1];
    if (next && at >= 0) return this.focus(row, next);
    this.focus(at < 0 ? row : row + 1, 'origin');
  }

  private focus(row: number, field: DraftField): void {
    const id = this.rowIds()[row];
    if (id === undefined) return;
    const stem = this.bench.state()?.tree.stems.find((known) => known.id === id);
    const wanted = isTrunkRow(id, stem) && field === 'origin' ? 'bearing' : field;
    const cell = (): HTMLInputElement | null =>
      this.rowOf(id)?.querySelector<HTMLInputElement>(`[data-field="${wanted}"]`) ?? null;
    // A row that has only just come to be is drawn at once: the next key must not go to the old cell, nor be lost.
    if (!cell()) this.changes.detectChanges();
    cell()?.focus();
  }
}
