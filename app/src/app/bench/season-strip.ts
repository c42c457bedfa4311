import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NgbTooltip } from '@ng-bootstrap/ng-bootstrap';
import { day, told, waysOf } from '../../../../core';
import { RadioRow, type Choice } from '../fields/radio-row';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { BookStore } from '../book/book-store';
import { BenchStore, type Moment } from './bench-store';
import { SeasonTimeline } from './season-timeline';

/** So many of the last entries are shown. */
const SHOWN = 6;

/** What the book has of this tree, in order, and the moment that is drawn: as it stands, or after the work. */
@Component({
  selector: 'eb-season-strip',
  template: `
    <eb-season-timeline />
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
      <eb-radio-row
        class="moments"
        name="moment"
        [label]="'season-strip.what-is-drawn'"
        [choices]="moments()"
        [chosen]="bench.seenOn() === undefined ? bench.moment() : undefined"
        (choose)="bench.show($event)"
      />
    </div>
  `,
  imports: [NgbTooltip, RadioRow, Say, SeasonTimeline, Told],
  styleUrl: './season-strip.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeasonStrip {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  readonly words = inject(Words);
  readonly moments = computed<readonly Choice<Moment>[]>(() => [
    { id: 'stands', code: 'moment.stands' },
    { id: 'after', code: 'moment.after', isOff: !this.bench.judged() },
  ]);

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
