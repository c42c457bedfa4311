import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NgbTooltip } from '@ng-bootstrap/ng-bootstrap';
import { day, told, waysOf } from '../../../../core';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { BookStore } from '../book/book-store';
import { BenchStore, type Moment } from './bench-store';

/** So many of the last entries are shown. */
const SHOWN = 6;

/** What the book has of this tree, in order, and the moment that is drawn: as it stands, or after the work. */
@Component({
  selector: 'eb-season-strip',
  template: `
    <div class="strip">
      <ol class="past" [attr.aria-label]="'season-strip.what-is-on-record' | say">
        @for (entry of past(); track $index) {
          <li [attr.data-kind]="entry.kind">
            <button
              type="button"
              [attr.aria-pressed]="bench.seenOn() === entry.when"
              [ngbTooltip]="'season-strip.see-on' | say: { day: entry.day }"
              container="body"
              (click)="bench.lookBack(entry.when)"
            >
              <span class="when">{{ words.month(entry.when) }}</span> {{ entry.words | told }}
            </button>
          </li>
        }
      </ol>
      <div class="moments" role="radiogroup" [attr.aria-label]="'season-strip.what-is-drawn' | say">
        @for (moment of moments; track moment.id) {
          <label [class.chosen]="isChosen(moment.id)">
            <input
              type="radio"
              name="moment"
              [value]="moment.id"
              [checked]="isChosen(moment.id)"
              [disabled]="moment.id === 'after' && !bench.judged()"
              (change)="bench.show(moment.id)"
            />
            {{ moment.code | say }}
          </label>
        }
      </div>
    </div>
  `,
  imports: [NgbTooltip, Say, Told],
  styleUrl: './season-strip.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeasonStrip {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  readonly words = inject(Words);
  readonly moments = [
    { id: 'stands', code: 'moment.stands' },
    { id: 'after', code: 'moment.after' },
  ] as const satisfies readonly { id: Moment; code: string }[];

  isChosen(moment: Moment): boolean {
    return this.bench.seenOn() === undefined && this.bench.moment() === moment;
  }

  readonly past = computed(() => {
    const record = this.bench.state()?.record;
    if (!record) return [];
    const events = this.book.read().eventsOf.get(record.id) ?? [];
    const entries = events.flatMap((event) => {
      const words = waysOf(event.kind).told?.(event);
      return words ? [{ when: event.happenedOn, kind: event.kind, words, day: day(event.happenedOn) }] : [];
    });
    const planted = {
      ...{ when: record.planted, kind: 'planted', words: told('book.planted') },
      day: day(record.planted),
    };
    return [planted, ...entries].slice(-SHOWN);
  });
}
