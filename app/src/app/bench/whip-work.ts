import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  budStepId,
  budSteps,
  cm,
  compassCalled,
  list,
  told,
  type BudStep,
  type Message,
} from '../../../../core';
import { DayField } from '../fields/day-field';
import { ReasonTold } from '../words/reason-told';
import { Say, Told } from '../words/told';
import { BenchStore } from './bench-store';
import { BenchWork } from './bench-work';
import { WhipBuds } from './whip-buds';

/** The work on a whip's buds, step by step: each is ticked by itself, and touched it takes its bud in hand. */
@Component({
  selector: 'eb-whip-work',
  imports: [DayField, ReasonTold, Say, Told],
  templateUrl: './whip-work.html',
  styleUrl: './work-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhipWork {
  readonly bench = inject(BenchStore);
  readonly buds = inject(WhipBuds);
  private readonly work = inject(BenchWork);

  readonly steps = computed(() => {
    const plan = this.bench.whip();
    return (plan ? budSteps(plan) : []).map((step, i) => ({
      ...{ step, number: i + 1, id: budStepId(step), words: this.wordsOf(step) },
      bud: step.kind === 'bud' ? step.bud : undefined,
      caution: cautionOf(step),
    }));
  });
  /** What is to be known before the steps: that they are begun, or why there are none. */
  readonly minded = computed(() => {
    const reasons = this.bench.whip()?.reasons ?? [];
    return this.steps().length === 0 ? reasons : reasons.filter(({ code }) => code === 'whip.begun');
  });
  readonly open = computed(() => this.steps().flatMap(({ step }) => (step.isDone ? [] : [step])));

  done(steps: readonly BudStep[]): void {
    const plan = this.bench.whip();
    if (plan) void this.work.budsDone(plan, steps);
  }

  take(bud: number): void {
    this.buds.inHand.set(bud);
  }

  private wordsOf(step: BudStep): Message {
    if (step.kind === 'head') return told('bud-step.head', { at: cm(step.atCm) });
    if (step.kind === 'rub-off') return told('bud-step.rub-off', { n: step.buds.length });
    const bud = this.bench.whip()?.buds.find((one) => one.bud === step.bud);
    const args = {
      ...{ bud: step.bud, at: cm(step.heightCm), toward: compassCalled(bud?.bearingDeg ?? 0) },
      spares: list(step.spares.map(String)),
    };
    const leave = told(step.spares.length > 0 ? 'bud-step.leave.spares' : 'bud-step.leave', args);
    return step.isNotched ? told('bud-step.notched', { leave }) : leave;
  }
}

function cautionOf(step: BudStep): Message | undefined {
  if (step.kind === 'head') return told('caution.whip');
  return step.kind === 'bud' && step.isNotched ? told('caution.notch') : undefined;
}
