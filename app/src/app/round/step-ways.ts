import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  quickWays,
  told,
  UNDONE_WHY,
  type Message,
  type Quick,
  type Step,
  type TreeState,
  type UndoneWhy,
} from '../../../../core';
import { doubtTold } from '../judging/doubt-told';
import { Ponder } from '../judging/ponder';
import { PonderingTold } from '../judging/pondering';
import { ReasonTold } from '../words/reason-told';
import { Say, Told } from '../words/told';
import { RoundStore } from './round-store';
import { letsGo, stemsOf } from './round-words';

/** What may be open under an act. */
export type WaysOpen = 'otherwise' | 'left' | 'unsure';

/** Under an act of the round: another way it was done, why it was left, the doubt about it. One more touch writes it down. */
@Component({
  selector: 'eb-step-ways',
  imports: [PonderingTold, ReasonTold, Say, Told],
  templateUrl: './step-ways.html',
  styleUrl: './step-ways.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StepWays {
  readonly step = input.required<Step>();
  readonly state = input.required<TreeState>();
  readonly open = input.required<WaysOpen>();
  readonly closed = output();
  private readonly round = inject(RoundStore);

  readonly letsGo = letsGo;
  readonly whys = UNDONE_WHY.filter((why) => why !== 'unsure');
  readonly weighingTold = told('doubt.weighing');

  readonly act = computed(() => {
    const step = this.step();
    return step.kind === 'act' ? step.act : undefined;
  });
  /** Ways it may have been done otherwise, by what differs. */
  readonly quick = computed(() => {
    const act = this.act();
    const all = act ? quickWays(act, this.state().tree) : [];
    return (['toLengthCm', 'toDeg', 'stemId'] as const)
      .map((what) => ({ what, ways: all.filter((one) => one.what === what) }))
      .filter(({ ways }) => ways.length > 0);
  });
  /** The limb that may have broken off. */
  readonly stemId = computed(() => stemsOf(this.step())[0]);
  readonly canBreak = computed(
    () => this.state().tree.stems.find(({ id }) => id === this.stemId())?.parent.kind === 'stem',
  );

  readonly weighing = inject(Ponder).about(
    'weigh',
    computed(() => {
      const [of, state] = [this.stemId(), this.state()];
      return this.open() === 'unsure' && of !== undefined ? { state, of } : undefined;
    }),
  );
  readonly doubt = computed(() => {
    const [now, id] = [this.weighing.now(), this.stemId()];
    return now.kind === 'answered' && id !== undefined
      ? doubtTold(now.answer[id], id, this.state().tree)
      : undefined;
  });
  /** Whether leaving it spares a limb that was to go, or only puts it off. */
  readonly left = computed<Message>(() =>
    this.act()?.kind === 'take-out' ? told('round.year.limb') : told('round.year.act'),
  );

  to(quick: Quick): Message {
    return told('round.to', { to: quick.to });
  }

  otherwise({ otherwise }: Quick): void {
    void this.round.done(this.step(), otherwise);
  }

  tiedAgain(): void {
    void this.round.tiedAgain(this.step());
  }

  broke(): void {
    const id = this.stemId();
    if (id !== undefined) void this.round.broke(this.step(), id);
  }

  leave(why: UndoneWhy): void {
    void this.round.leave(this.step(), why);
  }

  leaveAYear(): void {
    void this.round.leaveAYear(this.step());
  }
}
