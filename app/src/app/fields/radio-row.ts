import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { MessageCode } from '../../../../core';
import { Say } from '../words/told';

/** One of a few that may be chosen. */
export interface Choice<Id extends string = string> {
  id: Id;
  code: MessageCode;
  isOff?: boolean;
}

/** A few words in a row of which one is chosen. */
@Component({
  selector: 'eb-radio-row',
  imports: [Say],
  template: `
    <div class="choices" role="radiogroup" [attr.aria-label]="label() | say">
      @for (choice of choices(); track choice.id) {
        <label [class.chosen]="choice.id === chosen()">
          <input
            type="radio"
            [name]="name()"
            [value]="choice.id"
            [checked]="choice.id === chosen()"
            [disabled]="choice.isOff"
            (change)="choose.emit(choice.id)"
          />
          {{ choice.code | say }}
        </label>
      }
    </div>
  `,
  styleUrl: './radio-row.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RadioRow<Id extends string> {
  readonly name = input.required<string>();
  readonly label = input.required<MessageCode>();
  readonly choices = input.required<readonly Choice<Id>[]>();
  readonly chosen = input.required<Id | undefined>();
  readonly choose = output<Id>();
}
