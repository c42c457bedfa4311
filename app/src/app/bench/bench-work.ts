import { inject, Injectable } from '@angular/core';
import { doneOn, draftOf, type PlannedAct, type Stage, type UndoneWhy } from '../../../../core';
import { BookStore } from '../book/book-store';
import { BenchStore } from './bench-store';

/** What was done to the tree on the bench, and seen of its season, written down on the day that is set there. */
@Injectable()
export class BenchWork {
  private readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);

  /** Writes the planned acts down as done, with the reasons of today. */
  async workDone(): Promise<void> {
    const acts = this.bench.judged()?.plan.acts ?? [];
    await this.writeDone(acts.filter(({ kind }) => kind !== 'make-limb'));
  }

  /** Writes one act down as it was done. */
  actDone(act: PlannedAct, by?: string): Promise<boolean> {
    return this.writeDone([act], by);
  }

  /** Writes down that an act was not done, and why: it is asked about again. */
  actLeft(act: PlannedAct, why: UndoneWhy): Promise<boolean> {
    return this.book.record(
      {
        ...{ kind: 'left-undone', treeId: this.bench.treeId(), actId: act.id, why },
        ...('stemId' in act && { stemId: act.stemId }),
      },
      this.bench.on(),
    );
  }

  /** Writes down a stage the tree was seen at. */
  stageSeen(stage: Stage): Promise<boolean> {
    return this.book.record({ kind: 'stage-seen', treeId: this.bench.treeId(), stage }, this.bench.on());
  }

  private async writeDone(acts: readonly PlannedAct[], by?: string): Promise<boolean> {
    const [treeId, on] = [this.bench.treeId(), this.bench.on()];
    const { trees, eventsOf } = this.book.read();
    const record = trees.find((tree) => tree.record.id === treeId)?.record;
    if (!record) return false;
    const before = (eventsOf.get(treeId) ?? []).filter(({ happenedOn }) => happenedOn <= on);
    const done = doneOn(treeId, draftOf(record, before), acts);
    if (!(await this.book.record({ ...done, ...(by && { by }) }, on))) return false;
    this.bench.show('stands');
    return true;
  }
}
