import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Say } from '../words/told';
import { BenchStore, type Room } from './bench-store';

/** What one is about at the bench: each has its room, and on a narrow page it is all that stands under the tree. */
@Component({
  selector: 'eb-bench-rooms',
  template: `
    <div class="rooms" role="radiogroup" [attr.aria-label]="'room.which' | say">
      @for (room of rooms; track room.id) {
        <label [class.chosen]="bench.room() === room.id" [class.only-narrow]="room.id === 'above'">
          <input
            type="radio"
            name="room"
            [value]="room.id"
            [checked]="bench.room() === room.id"
            [disabled]="room.id === 'work' && !hasWork()"
            (change)="bench.go(room.id)"
          />
          {{ room.code | say }}
        </label>
      }
    </div>
  `,
  imports: [Say],
  styleUrl: './bench-rooms.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchRooms {
  readonly bench = inject(BenchStore);
  readonly hasWork = computed(() => this.bench.judged() !== undefined);
  readonly rooms = [
    { id: 'read', code: 'room.read' },
    { id: 'decide', code: 'room.decide' },
    { id: 'above', code: 'room.above' },
    { id: 'work', code: 'room.work' },
  ] as const satisfies readonly { id: Room; code: string }[];
}
