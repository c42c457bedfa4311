import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NgbProgressbar } from '@ng-bootstrap/ng-bootstrap';
import type { Message } from '../../../../core';
import { Say, Told } from '../words/told';
import type { Pondering } from './ponder';

/** A question that takes its time: what is worked out and how far it is, with a way to let it be and to take it up again. */
@Component({
  selector: 'eb-pondering',
  imports: [NgbProgressbar, Say, Told],
  template: `
    @if (part(); as part) {
      <p class="quiet-words" role="status">
        {{ about() | told }}
        <button type="button" class="tool" (click)="question().stop()">
          {{ 'pondering.let-it-be' | say }}
        </button>
      </p>
      <ngb-progressbar
        type="ink"
        height="4px"
        [value]="part.done"
        [max]="part.of"
        [ariaLabel]="about() | told"
      />
    } @else if (isStopped()) {
      <p class="quiet-words">
        {{ 'pondering.let-be' | say }}
        <button type="button" class="tool" (click)="question().again()">{{ 'pondering.go-on' | say }}</button>
      </p>
    }
  `,
  styleUrl: './pondering.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PonderingTold {
  readonly question = input.required<Pondering<unknown>>();
  /** What is being worked out. */
  readonly about = input.required<Message>();

  readonly part = computed(() => {
    const now = this.question().now();
    return now.kind === 'waiting' ? now.part : undefined;
  });
  readonly isStopped = computed(() => this.question().now().kind === 'stopped');
}
