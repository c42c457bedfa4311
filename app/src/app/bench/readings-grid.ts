import { ChangeDetectionStrategy, Component, computed, ElementRef, inject } from '@angular/core';
import {
  CONDITIONS,
  decisionShort,
  FIELD_DIMENSION,
  fieldReading,
  formatValue,
  FIRST_STEM,
  READING_FIELDS,
  recordedText,
  tagOfRow,
  type Decision,
  type DraftField,
  type Stem,
  type StemId,
  type Message,
  type Tree,
  MOST_CELL,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { BOOK_WORLD } from '../book/book-world';
import { Say, Told } from '../words/told';
import { BenchStore } from './bench-store';

interface Cell {
  field: DraftField;
  text: string;
  guess: string;
  trouble: Message | undefined;
}

interface Row {
  id: StemId;
  tag: string;
  isNew: boolean;
  isTrunk: boolean;
  cells: readonly Cell[];
  verdict: Decision | undefined;
  decision: Message | undefined;
}

const FIELDS: readonly DraftField[] = ['tag', 'on', ...READING_FIELDS, 'condition'];

/** Readings, a row for each limb: five numbers, Enter moves on, and a new row is always waiting at the foot. */
@Component({
  selector: 'eb-readings-grid',
  imports: [Say, Told],
  templateUrl: './readings-grid.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingsGrid {
  readonly mostLetters = MOST_CELL;
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  private readonly world = inject(BOOK_WORLD);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private blank = this.freshRow();

  readonly conditions = CONDITIONS;
  readonly heads = READING_FIELDS.map((field) => `field.${field}` as const);
  readonly isDirty = computed(() => Object.keys(this.bench.rows()).length > 0);
  readonly canBringBack = computed(() =>
    this.book.thrown().some(({ treeId }) => treeId === this.bench.treeId()),
  );
  readonly troubles = computed(() => this.bench.draft()?.troubles ?? []);

  readonly rows = computed<Row[]>(() => {
    const state = this.bench.state();
    if (!state) return [];
    const { tree } = state;
    const typed = this.bench.rows();
    const known = [...tree.stems].sort(
      (a, b) =>
        Number(b.parent.kind === 'ground') - Number(a.parent.kind === 'ground') || byTag(a.tag, b.tag),
    );
    const fresh = Object.keys(typed).filter((id) => !known.some((stem) => stem.id === id));
    if (fresh.includes(this.blank)) this.blank = this.freshRow();
    const needsTrunk = known.length === 0 && !fresh.includes(FIRST_STEM);
    return [
      ...known.map((stem) => this.row(stem.id, stem, tree)),
      ...fresh.map((id) => this.row(id, undefined, tree)),
      this.row(needsTrunk ? FIRST_STEM : this.blank, undefined, tree),
    ];
  });

  type(row: StemId, field: DraftField, text: string): void {
    void this.bench.type(row, field, text);
  }

  /** A focused cell says which limb is in hand, and which reading pointing on the drawings would fill. */
  enter(row: Row, field: DraftField, cell?: HTMLInputElement): void {
    cell?.select();
    this.bench.fill({ row: row.id, field });
    if (!row.isNew) this.bench.take(row.id);
    const stem = this.bench.drafted()?.tree.stems.find(({ id }) => id === row.id);
    if (field === 'angle' && stem) this.bench.seeSideOn(stem.bearing.value);
  }

  leave(event: FocusEvent): void {
    const to = event.relatedTarget;
    const stays =
      to instanceof HTMLElement && (to.closest('.angle-handle') || this.element.nativeElement.contains(to));
    if (!stays && to !== null) this.bench.fill(undefined);
  }

  onKey(event: KeyboardEvent, rowIndex: number, field: DraftField): void {
    if (event.key === 'Enter') {
      event.preventDefault();
      if (event.ctrlKey || event.metaKey) void this.keep();
      else this.moveOn(rowIndex, field);
    }
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step !== undefined && !(event.target instanceof HTMLSelectElement)) {
      event.preventDefault();
      this.focus(rowIndex + step, field);
    }
  }

  async keep(): Promise<void> {
    const trouble = this.troubles()[0];
    if (trouble) {
      this.focus(
        this.rows().findIndex(({ id }) => id === trouble.row),
        trouble.field,
      );
      return;
    }
    await this.bench.keepReadings();
  }

  remove(id: StemId): void {
    void this.bench.enteredWrong(id);
  }

  letGo(): void {
    void this.book.dropDraft(this.bench.treeId());
  }

  bringBack(): void {
    void this.book.bringBack();
  }

  /** Enter goes through the five readings, then to the first reading of the next row. */
  private moveOn(rowIndex: number, field: DraftField): void {
    const at = READING_FIELDS.indexOf(field as (typeof READING_FIELDS)[number]);
    const next = READING_FIELDS[at + 1];
    if (next && at >= 0) return this.focus(rowIndex, next);
    if (at < 0 && field !== 'condition') return this.focus(rowIndex, 'origin');
    this.focus(rowIndex + 1, 'origin');
  }

  private focus(rowIndex: number, field: DraftField): void {
    const row = this.rows()[rowIndex];
    if (!row) return;
    const wanted = row.isTrunk && field === 'origin' ? 'bearing' : field;
    const cell = (): HTMLInputElement | null =>
      this.element.nativeElement.querySelector(`[data-row="${CSS.escape(row.id)}"] [data-field="${wanted}"]`);
    const there = cell();
    // A row that has only just come to be is drawn a moment later; the next key must not go to the old cell meanwhile.
    if (there) there.focus();
    else setTimeout(() => cell()?.focus());
  }

  private row(id: StemId, stem: Stem | undefined, tree: Tree): Row {
    const typed = this.bench.rows()[id] ?? {};
    const units = this.book.units();
    const drafted = this.bench.drafted()?.tree.stems.find((known) => known.id === id);
    const troubles = this.troubles().filter(({ row }) => row === id);
    const isTrunk = stem ? stem.parent.kind === 'ground' : id === FIRST_STEM;
    const cells = FIELDS.map((field) => {
      const recorded = stem ? recordedText(stem, field, tree, units) : '';
      const guess =
        field === 'tag'
          ? tagOfRow(tree, this.bench.rows(), id)
          : drafted && field !== 'condition' && field !== 'on'
            ? guessText(drafted, field, units)
            : '';
      return {
        field,
        text: typed[field] ?? recorded,
        guess,
        trouble: troubles.find((trouble) => trouble.field === field)?.message,
      };
    });
    const verdict = this.bench.judged()?.verdicts[id];
    const tag = tagOfRow(tree, this.bench.rows(), id);
    return {
      id,
      tag,
      isNew: !stem,
      isTrunk,
      cells,
      verdict: verdict?.decision,
      decision: verdict && decisionShort(verdict),
    };
  }

  /** Ids of new rows sort by when they were begun, so that they stand in that order after a reload too. */
  private freshRow(): StemId {
    return `s-${this.world.now().getTime().toString(36)}-${this.world.newId().slice(0, 8)}`;
  }
}

function guessText(
  stem: Stem,
  field: 'origin' | 'bearing' | 'angle' | 'length' | 'diameter',
  units: 'metric' | 'imperial',
): string {
  const reading = fieldReading(stem, field);
  return `~${formatValue(reading.value, FIELD_DIMENSION[field], units)}`;
}

function byTag(a: string, b: string): number {
  return a.localeCompare(b, 'en', { numeric: true });
}
