import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  kitFor,
  kitTogether,
  minutesFor,
  ROUND_SPANS,
  sceneOf,
  type Arg,
  type RoundSpan,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { PartPicker } from '../card/part-picker';
import { partsOf } from '../card/yard-parts';
import { DueStore } from '../due/due-store';
import { RadioRow, type Choice } from '../fields/radio-row';
import { JudgingStore } from '../judging/judging-store';
import { kitLines } from '../kit/kit-table';
import { Say, Told } from '../words/told';
import { Lasting } from '../shell/lasting';
import { timeTold } from '../words/time-told';
import { Words } from '../words/words';
import { mayWait, plannedActs } from './round-words';
import { RoundStore } from './round-store';

/** Minutes for a thing that is due and is in no plan: to look, and to do it. Working value. */
const DUE_MINUTES = 3;

/** Before the round: which trees, how much is taken along, what to carry, and what to mind. */
@Component({
  selector: 'eb-setting-out',
  imports: [PartPicker, RadioRow, RouterLink, Say, Told],
  templateUrl: './setting-out.html',
  styleUrl: './setting-out.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SettingOut {
  readonly of = input<string>();
  readonly span = input<string>();
  readonly book = inject(BookStore);
  private readonly due = inject(DueStore);
  private readonly judging = inject(JudgingStore);
  private readonly round = inject(RoundStore);
  readonly lasting = inject(Lasting);
  private readonly router = inject(Router);
  private readonly words = inject(Words);

  readonly spans: readonly Choice<RoundSpan>[] = ROUND_SPANS.map((id) => ({ id, code: `round.span.${id}` }));
  readonly chosen = computed<RoundSpan>(() => (this.span() === 'may' ? 'may' : 'due'));
  readonly parts = computed(() => partsOf([...this.book.states().values()]));
  /** Whether it is for one tree alone, as when one comes from its work. */
  readonly isOneTree = computed(() => this.book.states().has(this.of() ?? ''));
  readonly isReckoning = computed(() => this.due.waiting() || this.judging.busy());

  private readonly states = computed(() => {
    const part = this.parts().find(({ id }) => id === this.of());
    return [...this.book.states().values()].filter(({ record }) => !part || part.treeIds.includes(record.id));
  });
  private readonly bySpan = computed(() => ({
    due: this.round.treesFor(this.states(), 'due'),
    may: this.round.treesFor(this.states(), 'may'),
  }));

  readonly trees = computed(() =>
    this.bySpan()[this.chosen()].map(({ state, steps }) => ({
      ...{ state, steps, what: this.words.treeOf(state.record) },
      better: steps.map(mayWait).find((words) => words !== undefined),
    })),
  );
  /** How many more trees may be worked on than have something due. */
  readonly mayBe = computed(() => this.bySpan().may.length);

  readonly kit = computed(() => {
    const kits = this.trees().map(({ state, steps }) => kitFor(sceneOf(state), plannedActs(steps)));
    return kits.length === 0 ? [] : kitLines(kitTogether(kits)).map((line, row) => ({ ...line, row }));
  });

  readonly time = computed(() => {
    const minutes = this.trees().reduce((sum, { state, steps }) => {
      const acts = plannedActs(steps);
      return sum + minutesFor(sceneOf(state), acts) + (steps.length - acts.length) * DUE_MINUTES;
    }, 0);
    return timeTold(minutes);
  });

  /** What holds work off today: weather, each once. */
  readonly waits = computed(() => {
    const all = this.trees().flatMap(({ steps }) => steps.flatMap(({ due }) => due?.waits ?? []));
    return [...new Map(all.map((one) => [this.words.tell(one), one])).keys()];
  });

  arg(arg: Arg): string {
    return this.words.arg(arg);
  }

  told(arg: Arg | undefined): string {
    return arg === undefined || arg === 1 ? '' : this.words.arg(arg);
  }

  choosePart(part: string): void {
    this.go({ of: part || undefined });
  }

  chooseSpan(span: RoundSpan): void {
    this.go({ span });
  }

  begin(): void {
    void this.lasting.ask();
    void this.round.begin(
      this.trees().map(({ state }) => state.record.id),
      this.chosen(),
    );
  }

  private go(queryParams: Record<string, string | undefined>): void {
    void this.router.navigate(['/round'], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }
}
