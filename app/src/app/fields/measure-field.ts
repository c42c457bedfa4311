import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import {
  cm,
  formatValue,
  parseReading,
  told,
  whyUnread,
  type Dimension,
  type Message,
  type MessageCode,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { Say, Told } from '../words/told';

let fields = 0;

/** A length or a bearing, typed as a grower types it, in whichever unit. What cannot be read stays as typed and says why. */
@Component({
  selector: 'eb-measure-field',
  imports: [Say, Told],
  template: `
    <label [attr.for]="id">{{ label() | say }}</label>
    <input
      #box
      [id]="id"
      [value]="text()"
      maxlength="40"
      autocomplete="off"
      [attr.inputmode]="dimension() === 'bearing' ? 'text' : 'decimal'"
      [attr.placeholder]="isOptional() ? ('form-chooser.not-said' | say) : null"
      [attr.aria-invalid]="trouble() !== undefined"
      [attr.aria-describedby]="trouble() ? id + '-trouble' : null"
      (change)="read(box.value)"
    />
    @if (trouble(); as trouble) {
      <small class="cell-trouble" role="alert" [id]="id + '-trouble'">{{ trouble | told }}</small>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeasureField {
  readonly label = input.required<MessageCode>();
  readonly dimension = input.required<Dimension>();
  /** cm or deg; undefined where nothing is said. */
  readonly value = input<number | undefined>();
  readonly isOptional = input(false);
  readonly least = input(0);
  readonly most = input(Infinity);
  /** What was given, undefined where it is said no longer. */
  readonly given = output<number | undefined>();

  private readonly book = inject(BookStore);
  readonly id = `measure-${++fields}`;
  /** What was typed and could not be taken, and why. */
  private readonly refused = signal<{ typed: string; why: Message } | undefined>(undefined);
  readonly trouble = computed(() => this.refused()?.why);
  readonly text = computed(() => {
    const value = this.value();
    const refused = this.refused();
    if (refused) return refused.typed;
    return value === undefined ? '' : formatValue(value, this.dimension(), this.book.units());
  });

  read(typed: string): void {
    if (typed.trim() === '' && this.isOptional()) return this.take(undefined);
    const read = parseReading(typed, this.dimension(), this.book.units());
    if (!read.ok) return this.refused.set({ typed, why: whyUnread(read) });
    const { value } = read.reading;
    if (value < this.least() || value > this.most()) {
      const why = told('field.between', { least: cm(this.least()), most: cm(this.most()) });
      return this.refused.set({ typed, why });
    }
    this.take(value);
  }

  private take(value: number | undefined): void {
    this.refused.set(undefined);
    if (value !== this.value()) this.given.emit(value);
  }
}
