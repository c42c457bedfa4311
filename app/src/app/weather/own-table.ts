import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { parse } from 'papaparse';
import {
  DAY_ORDERS,
  guessColumns,
  guessDayOrder,
  MUST_HAVE,
  readWeatherRows,
  WEATHER_COLUMNS,
  type ColumnMatch,
  type DayOrder,
  type WeatherColumn,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { Say, Told } from '../words/told';

/** Largest table that is read, bytes: sixty years of days are some three million. */
const MOST_BYTES = 10_000_000;
const TROUBLES_SHOWN = 8;
const SAMPLE_ROWS = 3;

/** The grower's own table of weather: its columns matched, what cannot be read told of row by row, and only then taken. */
@Component({
  selector: 'eb-own-table',
  imports: [Say, Told],
  templateUrl: './own-table.html',
  styleUrl: './own-table.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OwnTable {
  readonly siteId = input.required<string>();
  readonly taken = output();
  private readonly book = inject(BookStore);

  readonly columns = WEATHER_COLUMNS;
  readonly dayOrders = DAY_ORDERS;
  readonly mustHave = MUST_HAVE;

  readonly failure = signal<'too-large' | 'no-rows' | undefined>(undefined);
  private readonly table = signal<{ name: string; head: string[]; rows: string[][] } | undefined>(undefined);
  readonly match = signal<ColumnMatch>({});
  readonly dayOrder = signal<DayOrder>('ymd');
  readonly isFahrenheit = signal(false);

  readonly head = computed(() => this.table()?.head);
  readonly sample = computed(() => this.table()?.rows.slice(0, SAMPLE_ROWS) ?? []);
  readonly lacking = computed(() => MUST_HAVE.filter((column) => this.match()[column] === undefined));

  readonly read = computed(() => {
    const table = this.table();
    if (!table || this.lacking().length > 0) return undefined;
    const manner = { dayOrder: this.dayOrder(), isFahrenheit: this.isFahrenheit() };
    const { days, troubles } = readWeatherRows(table.rows, this.match(), manner);
    return {
      days,
      troubles: troubles.slice(0, TROUBLES_SHOWN),
      more: Math.max(0, troubles.length - TROUBLES_SHOWN),
    };
  });

  async choose(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    this.table.set(undefined);
    this.failure.set(file.size > MOST_BYTES ? 'too-large' : undefined);
    if (this.failure()) return;
    const { data } = parse<string[]>(await file.text(), { skipEmptyLines: 'greedy' });
    const [head, ...rows] = data;
    if (!head || rows.length === 0) {
      this.failure.set('no-rows');
      return;
    }
    const match = guessColumns(head);
    this.match.set(match);
    this.dayOrder.set(guessDayOrder(rows.map((row) => row[match.day ?? 0] ?? '')));
    this.table.set({ name: file.name, head, rows });
  }

  setColumn(column: WeatherColumn, text: string): void {
    this.match.update((match) => {
      const others = Object.fromEntries(Object.entries(match).filter(([name]) => name !== column));
      return text === '' ? others : { ...others, [column]: Number(text) };
    });
  }

  async take(): Promise<void> {
    const [table, read] = [this.table(), this.read()];
    if (!table || !read || read.days.length === 0) return;
    if (await this.book.takeOwn(this.siteId(), table.name, read.days)) {
      this.table.set(undefined);
      this.taken.emit();
    }
  }
}
