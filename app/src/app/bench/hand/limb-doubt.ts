import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { told } from '../../../../../core';
import { PonderingTold } from '../../judging/pondering';
import { Told } from '../../words/told';
import { LimbDoubts } from './limb-doubts';

/** The doubt about the verdict on the limb in hand, in words. */
@Component({
  selector: 'eb-limb-doubt',
  imports: [PonderingTold, Told],
  template: `
    <eb-pondering [question]="doubts.weighing" [about]="weighing" />
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
  styleUrl: './limb-doubt.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbDoubt {
  readonly doubts = inject(LimbDoubts);
  readonly weighing = told('doubt.weighing');
}
