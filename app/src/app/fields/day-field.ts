import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { isDay, isInYears, told, type MessageCode } from '../../../../core';
import { BookStore } from '../book/book-store';
import { Say, Told } from '../words/told';
import { WholeDay } from './whole-day';

/** The day something was done or read on: today unless it is said otherwise, and never later. */
@Component({
  selector: 'eb-day-field',
  imports: [Say, Told, WholeDay],
  template: `
    <label
      >{{ label() | say }}
      <input
        [value]="refused() ?? day()"
        [max]="book.today()"
        [attr.aria-invalid]="trouble() !== undefined"
        (ebWholeDay)="take($event)"
      />
    </label>
    @if (trouble(); as trouble) {
      <small class="cell-trouble" role="alert">{{ trouble | told }}</small>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 2px 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DayField {
  readonly label = input.required<MessageCode>();
  /** ISO date. */
  readonly day = input.required<string>();
  readonly given = output<string>();
  readonly book = inject(BookStore);

  /** What was given and is no day that has been. */
  readonly refused = signal<string | undefined>(undefined);
  readonly trouble = computed(() => {
    const refused = this.refused();
    if (refused === undefined) return undefined;
    if (isDay(refused)) return told('day.later');
    return told(/^\d{4}-/.test(refused) && !isInYears(refused) ? 'day.years' : 'day.none');
  });
  take(day: string): void {
    const isGood = isDay(day) && day <= this.book.today();
    this.refused.set(isGood ? undefined : day);
    if (isGood && day !== this.day()) this.given.emit(day);
  }
}
