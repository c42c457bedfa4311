import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { isUnchanged, told, type Message, type PlannedLine } from '../../../../core';
import { Say, Told } from '../words/told';
import { RoundStore } from './round-store';
import { stepTold, tagTold } from './round-words';

/** What was settled last, what it changed of the rest of the plan, and taking it back. */
@Component({
  selector: 'eb-changed-told',
  imports: [Say, Told],
  template: `
    @if (done(); as done) {
      <p class="last">
        <i class="bi" [class]="done.isDone ? 'bi-check2' : 'bi-skip-forward'" aria-hidden="true"></i>
        <span>{{ done.words | told }}</span>
        <button type="button" class="tool" (click)="round.takeBack()">{{ 'shell.undo' | say }}</button>
      </p>
      @for (line of lines(); track $index) {
        <p class="changed">{{ line | told }}</p>
      }
    }
  `,
  styleUrl: './changed-told.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChangedTold {
  readonly round = inject(RoundStore);

  readonly done = computed(() => {
    const [last, state] = [this.round.last(), this.round.at()?.state];
    if (!last || !state) return undefined;
    const { step, how } = last;
    const tag = tagTold(step, state);
    const words = stepTold(step);
    const isDone = how === 'done';
    const code = isDone ? 'round.was-done' : 'round.was-left';
    return {
      isDone,
      words: told(code, { what: tag === undefined ? words : told('round.on', { tag, words }) }),
    };
  });

  readonly lines = computed<Message[]>(() => {
    const changed = this.round.changed();
    if (!changed) return [];
    if (isUnchanged(changed)) return [told('round.rest-stands')];
    return [
      ...changed.now.map(lineTold('round.changed.now')),
      ...changed.noLonger.map(lineTold('round.changed.no-longer')),
      ...changed.otherwise.map(lineTold('round.changed.otherwise')),
    ];
  });
}

const lineTold =
  (code: 'round.changed.now' | 'round.changed.no-longer' | 'round.changed.otherwise') =>
  ({ line }: PlannedLine): Message =>
    told(code, {
      what: line.tag === undefined ? line.words : told('round.on', { tag: line.tag, words: line.words }),
    });
