import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { mindedOf, sceneOf, told, workLines } from '../../../../core';
import { saidOnce } from '../card/said-once';
import { ReasonTold } from '../words/reason-told';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { BenchStore } from './bench-store';

/** The planned work in the order it is done; a touched line takes its limb in hand. */
@Component({
  selector: 'eb-work-list',
  imports: [ReasonTold, Say, Told],
  templateUrl: './work-list.html',
  styleUrl: './work-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkList {
  readonly bench = inject(BenchStore);
  private readonly words = inject(Words);

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
    }));
  });
}
