import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  isFilledIn,
  originOf,
  readingText,
  type Dimension,
  type Reading,
  type Stem,
} from '../../../../../core';
import { BookStore } from '../../book/book-store';
import { Say } from '../../words/told';

const LINES = {
  origin: 'field.origin',
  bearing: 'field.bearing',
  angle: 'field.angle',
  run: 'field.run',
  length: 'field.length',
  diameter: 'field.diameter',
} as const;

/** A limb's five readings as they were typed, and its run's angle where it was read apart; what was not measured says so. */
@Component({
  selector: 'eb-limb-readings',
  imports: [Say],
  template: `
    <dl class="five">
      @for (line of lines(); track line.name) {
        <div [class.guess]="line.origin !== 'measured'" [attr.data-origin]="line.origin">
          <dt>{{ line.name | say }}</dt>
          <dd>
            {{ line.text }}
            @if (line.origin === 'guessed') {
              <small> {{ 'hand.guessed' | say }}</small>
            } @else if (line.origin === 'filled-in') {
              <small> {{ 'hand.filled-in' | say }}</small>
            }
          </dd>
        </div>
      }
    </dl>
  `,
  styleUrl: './limb-readings.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbReadings {
  readonly stem = input.required<Stem>();
  private readonly book = inject(BookStore);

  readonly lines = computed(() => {
    const stem = this.stem();
    const units = this.book.units();
    const line = (field: keyof typeof LINES, reading: Reading, dimension: Dimension) => ({
      ...{ name: LINES[field], text: readingText(reading, dimension, units), origin: originOf(reading) },
    });
    return [
      ...(stem.parent.kind === 'ground' ? [] : [line('origin', stem.origin, 'length')]),
      line('bearing', stem.bearing, 'bearing'),
      line('angle', stem.shape.departure, 'angle'),
      ...(isFilledIn(stem.shape.run) ? [] : [line('run', stem.shape.run, 'angle')]),
      line('length', stem.length, 'length'),
      line('diameter', stem.diameter, 'diameter'),
    ];
  });
}
