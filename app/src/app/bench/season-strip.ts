import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { format, parseISO } from 'date-fns';
import { BookStore } from '../book/book-store';
import { BenchStore, type Moment } from './bench-store';

/** What the book has of this tree, in order, and the moment that is drawn: as it stands, or after the work. */
@Component({
  selector: 'eb-season-strip',
  template: `
    <div class="strip">
      <ol class="past" aria-label="What is on record">
        @for (entry of past(); track $index) {
          <li [attr.data-kind]="entry.kind">
            <span class="when">{{ entry.when }}</span> {{ entry.words }}
          </li>
        }
      </ol>
      <div class="moments" role="radiogroup" aria-label="What is drawn">
        @for (moment of moments; track moment.id) {
          <label [class.chosen]="bench.moment() === moment.id">
            <input
              type="radio"
              name="moment"
              [value]="moment.id"
              [checked]="bench.moment() === moment.id"
              [disabled]="moment.id === 'after' && !bench.judged()"
              (change)="bench.show(moment.id)"
            />
            {{ moment.words }}
          </label>
        }
      </div>
      @if (bench.moment() === 'after' && bench.judged()) {
        <button type="button" class="btn btn-act" (click)="bench.workDone()">
          Write it down as done today
        </button>
      }
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeasonStrip {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  readonly moments: readonly { id: Moment; words: string }[] = [
    { id: 'stands', words: 'as it stands' },
    { id: 'after', words: 'after the work' },
  ];

  readonly past = computed(() => {
    const record = this.bench.state()?.record;
    if (!record) return [];
    const when = (iso: string): string => format(parseISO(iso), 'MMM yy');
    const events = this.book.read().eventsOf.get(record.id) ?? [];
    const told = events.flatMap((event) => {
      const at = { when: when(event.happenedOn), kind: event.kind };
      switch (event.kind) {
        case 'visit':
          return [{ ...at, words: 'measured' }];
        case 'acts-done':
          return [
            {
              ...at,
              words: `${event.acts.length} ${event.acts.length === 1 ? 'cut or tie' : 'cuts and ties'}`,
            },
          ];
        case 'lost':
          return [{ ...at, words: 'a limb lost' }];
        default:
          return [];
      }
    });
    return [{ when: when(record.planted), kind: 'planted', words: 'planted' }, ...told].slice(-6);
  });
}
