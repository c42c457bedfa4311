import { inject, Injectable } from '@angular/core';
import {
  isAwaited,
  type BudStep,
  type PlannedAct,
  type Stage,
  type UndoneWhy,
  type WhipPlan,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { TreeWork } from '../tree/tree-work';
import { BenchStore } from './bench-store';

/** What was done to the tree on the bench, and seen of its season, written down on the day that is set there. */
@Injectable()
export class BenchWork {
  private readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  private readonly work = inject(TreeWork);

  /** Writes the planned acts down as done, with the reasons of today. */
  async workDone(): Promise<void> {
    const acts = this.bench.judged()?.plan.acts ?? [];
    await this.writeDone(acts.filter((act) => !isAwaited(act)));
  }

  /** Writes one act down as it was done. */
  actDone(act: PlannedAct, by?: string): Promise<boolean> {
    return this.writeDone([act], by);
  }

  /** Writes steps of a whip's bud plan down as done. */
  budsDone(plan: WhipPlan, steps: readonly BudStep[]): Promise<boolean> {
    return this.work.budsDone(this.bench.treeId(), plan, steps, { on: this.bench.on() });
  }

  /** Writes down that an act was not done, and why: it is asked about again. */
  actLeft(act: PlannedAct, why: UndoneWhy): Promise<boolean> {
    return this.work.left(this.bench.treeId(), act, { why, on: this.bench.on() });
  }

  /** Writes down a stage the tree was seen at. */
  stageSeen(stage: Stage): Promise<boolean> {
    return this.book.record({ kind: 'stage-seen', treeId: this.bench.treeId(), stage }, this.bench.on());
  }

  private async writeDone(acts: readonly PlannedAct[], by?: string): Promise<boolean> {
    const isKept = await this.work.done(this.bench.treeId(), acts, {
      on: this.bench.on(),
      ...(by && { by }),
    });
    if (isKept) this.bench.show('stands');
    return isKept;
  }
}
