import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { day, mindedOf, sceneOf, told, workLines, type Message, type PlannedAct } from '../../../../core';
import { saidOnce } from '../card/said-once';
import { ReasonTold } from '../words/reason-told';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { BookStore } from '../book/book-store';
import { ActTick } from './act-tick';
import { BenchStore } from './bench-store';

/** The planned work in the order it is done; a touched line takes its limb in hand. */
@Component({
  selector: 'eb-work-list',
  imports: [ActTick, ReasonTold, RouterLink, Say, Told],
  templateUrl: './work-list.html',
  styleUrl: './work-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkList {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);

  /** When and why an act of today's plan was left undone; undefined where it was not. */
  private leftOf(act: PlannedAct): Message | undefined {
    const events = this.book.read().eventsOf.get(this.bench.treeId()) ?? [];
    const left = events.findLast((event) => event.kind === 'left-undone' && event.actId === act.id);
    return left?.kind === 'left-undone'
      ? told('act-tick.left', { on: day(left.happenedOn), why: told(`undone.${left.why}`) })
      : undefined;
  }

  /** Why most of it waits today, where it does; what it passes, and what it leaves bare. */
  readonly minded = computed(() => {
    const plan = this.bench.judged()?.plan;
    return plan ? mindedOf(plan) : [];
  });

  readonly lines = computed(() => {
    const [state, judged] = [this.bench.state(), this.bench.judged()];
    if (!state || !judged) return [];
    return saidOnce(workLines(sceneOf(state), judged), this.words).map(({ line, caution, holds }) => ({
      ...{ line, caution, holds },
      tool: line.tool && told(`tool.${line.tool}`),
      stemId: 'stemId' in line.act ? line.act.stemId : undefined,
      act: line.act as PlannedAct,
      left: this.leftOf(line.act as PlannedAct),
      // A limb that is only wanted is touched nowhere, and its act is open for all to see.
      isTicked: !('stemId' in line.act) || line.act.stemId === this.bench.inHand(),
    }));
  });
}
