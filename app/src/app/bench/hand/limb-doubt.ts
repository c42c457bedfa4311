import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Told } from '../../words/told';
import { LimbDoubts } from './limb-doubts';

/** The doubt about the verdict on the limb in hand, in words. */
@Component({
  selector: 'eb-limb-doubt',
  imports: [Told],
  template: `
    @if (doubts.doubt(); as doubt) {
      <p class="doubt" [attr.data-level]="doubt.level">{{ doubt.words | told }}</p>
    }
    @if (doubts.toKeep(); as words) {
      <p class="to-keep">{{ words | told }}</p>
    }
    @if (doubts.price(); as words) {
      <p class="price">{{ words | told }}</p>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbDoubt {
  readonly doubts = inject(LimbDoubts);
}
