import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  NgbDropdown,
  NgbDropdownItem,
  NgbDropdownMenu,
  NgbDropdownToggle,
} from '@ng-bootstrap/ng-bootstrap/dropdown';
import {
  FORM_IDS,
  FORM_NAMES,
  formOf,
  formatValue,
  countedAs,
  kindFacts,
  type ActCount,
  MEASURES,
  MEASURE_WORDS,
  overCap,
  type FormId,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { JudgingStore } from '../judging/judging-store';
import { BenchStore } from './bench-store';
import { Elevation } from './elevation';
import { FollowFigure } from './follow-figure';
import { LimbInHand } from './limb-in-hand';
import { PlanFromAbove } from './plan-from-above';
import { ReadingsGrid } from './readings-grid';
import { RunnersUp } from './runners-up';
import { SeasonStrip } from './season-strip';
import { WhipAbove } from './whip-above';
import { WhipBuds } from './whip-buds';
import { WhipView } from './whip-view';
import { WhipWords } from './whip-words';

/** Progress is shown for judging that takes longer than this, ms. */
const PATIENCE_MS = 500;

/** One tree: drawn, judged, measured and overruled. */
@Component({
  selector: 'eb-bench-page',
  imports: [
    RouterLink,
    NgbDropdown,
    NgbDropdownToggle,
    NgbDropdownMenu,
    NgbDropdownItem,
    Elevation,
    PlanFromAbove,
    LimbInHand,
    ReadingsGrid,
    RunnersUp,
    SeasonStrip,
    WhipView,
    WhipAbove,
    WhipWords,
  ],
  providers: [BenchStore, FollowFigure, WhipBuds],
  templateUrl: './bench-page.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchPage {
  readonly treeId = input.required<string>();
  readonly bench = inject(BenchStore);
  readonly book = inject(BookStore);
  readonly judging = inject(JudgingStore);

  readonly forms = FORM_IDS.map((id) => ({ id, name: FORM_NAMES[id], isJudged: formOf(id) !== undefined }));
  readonly isSlow = signal(false);

  readonly title = computed(() => {
    const record = this.bench.state()?.record;
    if (!record) return undefined;
    const kind = kindFacts(record.kind).name;
    return {
      name: record.name,
      words: [kind, record.variety].filter(Boolean).join(' ‘') + (record.variety ? '’' : ''),
    };
  });

  readonly formName = computed(() => FORM_NAMES[this.bench.state()?.form ?? 'open-vase']);

  /** The plan in a line: what is done, and how much of the tree it takes. */
  readonly account = computed(() => {
    const plan = this.bench.judged()?.plan;
    if (!plan) return undefined;
    const count = (as: ActCount): number => plan.acts.filter((act) => countedAs(act) === as).length;
    const parts = [
      [count('take-out'), 'out'],
      [count('shorten'), 'shortened'],
      [count('bend'), 'bent'],
      [count('date'), 'dated'],
      [count('make'), 'to be made'],
    ] as const;
    const percentOf = (share: number): number => Math.round(share * 100);
    const which = this.bench.state()?.shapedBefore ? 'capRatio' : 'firstRatio';
    return {
      work: parts.flatMap(([n, word]) => (n > 0 ? [`${n} ${word}`] : [])).join(', ') || 'nothing to do',
      shares: MEASURES.map((measure) => ({
        words: MEASURE_WORDS[measure],
        percent: percentOf(plan.account[measure]),
        capPercent: percentOf(plan.caps[measure]),
        capKey: `${measure}.${which}`,
        isOver: plan.account[measure] > plan.caps[measure] + 1e-9,
      })),
      isOver: overCap(plan.account, plan.caps) !== undefined,
      wounds: `${plan.wounds} ${plan.wounds === 1 ? 'cut' : 'cuts'}, the largest ${formatValue(plan.largestWoundMm, 'diameter', this.book.units())}`,
    };
  });

  readonly notJudged = computed(() => {
    const judged = this.bench.judgement()?.judged;
    if (judged?.kind !== 'not-judged') return undefined;
    return {
      'form-comes-later': `Not judged yet: the ${this.formName()} is drawn and kept, but the program cannot judge it. Its readings are safe.`,
      'no-readings': 'Nothing is read of this tree. Begin with the trunk, then a row for each limb.',
    }[judged.why];
  });

  constructor() {
    effect(() => this.bench.lay(this.treeId()));
    effect((onCleanup) => {
      const since = this.bench.judgement()?.since;
      this.isSlow.set(false);
      if (since === undefined) return;
      const timer = setTimeout(() => this.isSlow.set(true), PATIENCE_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  chooseForm(form: FormId): void {
    void this.bench.chooseForm(form);
  }
}
