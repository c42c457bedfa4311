import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import {
  CONDITIONS,
  decisionShort,
  READING_FIELDS,
  tagOfRow,
  type DraftField,
  type ReadingField,
  type StemId,
} from '../../../../../core';
import { BookStore } from '../../book/book-store';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { cellsOf, isTrunkRow } from './reading-cells';
import { ReadingRows } from './reading-rows';
import { ReadingsFoot } from './readings-foot';

/** What the keys put down. */
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '~', '0', '.'] as const;

/** Readings for one hand: a limb at a time, the field named large, a pad of numbers, and one key that goes on. */
@Component({
  selector: 'eb-reading-pad',
  imports: [ReadingsFoot, Say, Told],
  templateUrl: './reading-pad.html',
  styleUrl: './reading-pad.scss',
  providers: [ReadingRows],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingPad {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  readonly keys = KEYS;
  readonly conditions = CONDITIONS;

  readonly rowIds = inject(ReadingRows).ids;

  /** The limb that is read, and the reading that is next. */
  private readonly chosen = signal<StemId | undefined>(undefined);
  readonly field = signal<ReadingField>('origin');
  readonly rowId = computed<StemId>(() => {
    const [chosen, rows] = [this.chosen(), this.rowIds()];
    return (chosen !== undefined && rows.includes(chosen) ? chosen : rows.at(-1)) as StemId;
  });
  readonly at = computed(() => this.rowIds().indexOf(this.rowId()));

  private readonly stem = computed(() =>
    this.bench.state()?.tree.stems.find(({ id }) => id === this.rowId()),
  );
  private readonly isTrunk = computed(() => isTrunkRow(this.rowId(), this.stem()));
  readonly fields = computed<readonly ReadingField[]>(() =>
    this.isTrunk() ? READING_FIELDS.filter((field) => field !== 'origin') : READING_FIELDS,
  );
  readonly now = computed<ReadingField>(() =>
    this.fields().includes(this.field()) ? this.field() : (this.fields()[0] as ReadingField),
  );
  readonly tag = computed(() => {
    const tree = this.bench.state()?.tree;
    return tree ? tagOfRow(tree, this.bench.rows(), this.rowId()) : '';
  });
  readonly decision = computed(() => {
    const verdict = this.bench.judged()?.verdicts[this.rowId()];
    return verdict && decisionShort(verdict);
  });
  private readonly cells = computed(() => {
    const tree = this.bench.state()?.tree;
    if (!tree) return [];
    const drafted = this.bench.drafted()?.tree.stems.find(({ id }) => id === this.rowId());
    return cellsOf({
      ...{ id: this.rowId(), stem: this.stem(), drafted, tree },
      ...{ typed: this.bench.rows(), troubles: this.bench.troubles(), units: this.book.units() },
    });
  });
  readonly read = computed(() =>
    this.fields().map((field) => {
      const cell = this.cells().find((one) => one.field === field);
      return { field, text: cell?.text ?? '', guess: cell?.guess ?? '', trouble: cell?.trouble };
    }),
  );
  readonly shown = computed(() => this.read().find(({ field }) => field === this.now()));
  readonly condition = computed(
    () => this.cells().find(({ field }) => field === 'condition')?.text || 'sound',
  );
  /** A reading on record is replaced by the first key, one being typed is gone on with. */
  private readonly isFresh = signal(true);

  constructor() {
    // Who asks for a reading, here or from another room, finds its limb and field ready.
    effect(() => {
      const asked = this.bench.filling();
      if (!asked) return;
      this.chosen.set(asked.row);
      const field = READING_FIELDS.find((one) => one === asked.field);
      if (field) this.field.set(field);
    });
    // A limb touched on the drawing is the one that is read.
    effect(() => {
      const inHand = this.bench.inHand();
      if (inHand !== undefined) this.chosen.set(inHand);
    });
  }

  choose(field: ReadingField): void {
    this.field.set(field);
    this.isFresh.set(true);
    this.bench.fill({ row: this.rowId(), field });
  }

  press(key: string): void {
    const before = this.isFresh() ? '' : (this.shown()?.text ?? '');
    this.isFresh.set(false);
    this.type(this.now(), before + key);
  }

  rub(): void {
    this.type(this.now(), this.isFresh() ? '' : (this.shown()?.text ?? '').slice(0, -1));
    this.isFresh.set(false);
  }

  /** Goes through the readings of a limb, then to the first of the next. */
  next(): void {
    const fields = this.fields();
    const next = fields[fields.indexOf(this.now()) + 1];
    if (next) this.choose(next);
    else this.go(1);
  }

  go(step: 1 | -1): void {
    const rows = this.rowIds();
    const to = rows[this.at() + step];
    if (to === undefined) return;
    this.chosen.set(to);
    this.choose('origin');
    const isRecorded = this.bench.state()?.tree.stems.some(({ id }) => id === to) ?? false;
    if (isRecorded) this.bench.take(to);
  }

  type(field: DraftField, text: string): void {
    const row = this.rowId();
    this.chosen.set(row);
    void this.bench.typeIn(row, field, text);
  }

  async keep(): Promise<void> {
    const trouble = this.bench.troubles()[0];
    if (!trouble) {
      await this.bench.keepReadings();
      return;
    }
    this.chosen.set(trouble.row);
    const field = READING_FIELDS.find((one) => one === trouble.field);
    if (field) this.choose(field);
  }
}
