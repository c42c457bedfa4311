import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  formatValue,
  GAUGED,
  list,
  settled,
  told,
  type DraftField,
  type Gauged,
  type GaugeRead,
  type Message,
  type Stem,
} from '../../../../../core';
import { BookStore } from '../../book/book-store';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { GAUGE } from './gauge-port';

/** A thing is read so often, and the middle reading is taken. */
const TIMES = 3;

/** A gauge that feeds the reading in hand: read three times over, the middle one is taken, and one that stands apart is told. */
@Component({
  selector: 'eb-gauge',
  imports: [Say, Told],
  template: `
    <label>
      <input type="checkbox" [checked]="isOn()" (change)="isOn.set(!isOn())" />
      {{ 'gauge.use' | say }}
    </label>
    @if (isOn()) {
      @if (what(); as what) {
        <button type="button" class="btn btn-line" [disabled]="isReading()" (click)="read()">
          {{ $any('gauge.read.' + what) | say }}
        </button>
      } @else {
        <span class="quiet-words">{{ 'gauge.reads' | say }}</span>
      }
      @if (said(); as said) {
        <span class="quiet-words" role="status">{{ said | told }}</span>
      }
    }
  `,
  styleUrl: './gauge.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Gauge {
  private readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  private readonly port = inject(GAUGE);

  readonly isOn = signal(false);
  readonly isReading = signal(false);
  readonly said = signal<Message | undefined>(undefined);
  private taken = 0;

  /** What of the reading in hand a gauge can read. */
  readonly what = computed<Gauged | undefined>(() => {
    const field = this.bench.filling()?.field;
    return GAUGED.find((one) => one === (field satisfies DraftField | undefined));
  });

  async read(): Promise<void> {
    const [what, filling] = [this.what(), this.bench.filling()];
    const stem = this.bench.drafted()?.tree.stems.find(({ id }) => id === filling?.row);
    if (!what || !filling) return;
    this.isReading.set(true);
    const reads: GaugeRead[] = [];
    for (let i = 0; i < TIMES; i++) reads.push(await this.port(what, aboutOf(what, stem), this.taken++));
    this.isReading.set(false);
    const values = reads.flatMap((one) => (one.kind === 'read' ? [one.value] : []));
    const found = settled(what, values);
    const words = (value: number): string => formatValue(value, what, this.book.units());
    const args = { lost: TIMES - values.length, all: list(values.map(words)) };
    if (!found) return this.said.set(told('gauge.unsettled', args));
    await this.bench.type(filling.row, filling.field, `${words(found.value)} gauge`);
    const apart = { ...args, is: words(found.value), apart: list(found.apart.map(words)) };
    this.said.set(told(found.apart.length > 0 ? 'gauge.apart' : 'gauge.taken', apart));
  }
}

/** What the stand-in finds there: a limb as it is on record, or a middling one. */
function aboutOf(what: Gauged, stem: Stem | undefined): number {
  switch (what) {
    case 'diameter':
      return stem?.diameter.value ?? 14;
    case 'angle':
      return stem?.shape.departure.value ?? 45;
    case 'bearing':
      return stem?.bearing.value ?? 90;
  }
}
