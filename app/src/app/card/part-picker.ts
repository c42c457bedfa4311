import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Say, Told } from '../words/told';
import type { YardPart } from './yard-parts';

/** The part of the yard something is for: all of it, a site, or a row. */
@Component({
  selector: 'eb-part-picker',
  imports: [Say, Told],
  template: `
    <label>
      {{ 'cards.for' | say }}
      <select #part (change)="chosen.emit(part.value)">
        <option value="" [selected]="!of()">{{ 'cards.the-whole-yard' | say }}</option>
        @for (place of parts(); track place.id) {
          <option [value]="place.id" [selected]="place.id === of()">{{ place.name | told }}</option>
        }
      </select>
    </label>
  `,
  styleUrl: './part-picker.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartPicker {
  readonly parts = input.required<readonly YardPart[]>();
  /** The part that is chosen, by its id; the whole yard where there is none. */
  readonly of = input.required<string | undefined>();
  /** The id of a part, or nothing for the whole yard. */
  readonly chosen = output<string>();
}
