import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RadioRow, type Choice } from '../fields/radio-row';
import { IS_NARROW } from '../shell/narrow';
import { BenchStore, type Room } from './bench-store';

/** What one is about at the bench: each has its room, and on a narrow page it is all that stands under the tree. */
@Component({
  selector: 'eb-bench-rooms',
  imports: [RadioRow],
  template: `<eb-radio-row
    name="room"
    [label]="'room.which'"
    [choices]="rooms()"
    [chosen]="bench.room()"
    (choose)="bench.go($event)"
  />`,
  styleUrl: './bench-rooms.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchRooms {
  readonly bench = inject(BenchStore);
  private readonly isNarrow = inject(IS_NARROW);
  readonly rooms = computed<readonly Choice<Room>[]>(() => [
    { id: 'read', code: 'room.read' },
    { id: 'decide', code: 'room.decide' },
    // Beside the others where there is room.
    ...(this.isNarrow() ? [{ id: 'above', code: 'room.above' } as const] : []),
    ...(this.bench.scene()?.when.inLeaf ? [{ id: 'shoots', code: 'room.shoots' } as const] : []),
    { id: 'work', code: 'room.work', isOff: this.bench.judged() === undefined && !this.bench.whip() },
  ]);
}
