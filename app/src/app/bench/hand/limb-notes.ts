import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { day } from '../../../../../core';
import { BookStore } from '../../book/book-store';
import { Say } from '../../words/told';
import { BenchStore } from '../bench-store';
import { HandStore } from './hand-store';

/** What was noted of the limb in hand, the last first, and the way to write more. */
@Component({
  selector: 'eb-limb-notes',
  imports: [RouterLink, Say],
  template: `
    @for (note of notes(); track note.id) {
      <p class="quiet-words">{{ 'hand.noted' | say: { day: note.on, text: note.text } }}</p>
    }
    @if (hand.isRecorded()) {
      <a
        class="more"
        [routerLink]="['/tree', bench.treeId(), 'book']"
        [queryParams]="{ limb: hand.stem()?.id }"
        >{{ 'hand.note' | say }}</a
      >
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbNotes {
  readonly bench = inject(BenchStore);
  readonly hand = inject(HandStore);
  private readonly book = inject(BookStore);

  readonly notes = computed(() => {
    const stemId = this.hand.stem()?.id;
    const events = this.book.read().eventsOf.get(this.bench.treeId()) ?? [];
    return events
      .flatMap((event) =>
        event.kind === 'note' && event.stemId !== undefined && event.stemId === stemId
          ? [{ id: event.id, on: day(event.happenedOn), text: event.text }]
          : [],
      )
      .reverse();
  });
}
