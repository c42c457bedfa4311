import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, RouterLink } from '@angular/router';
import {
  NgbDropdown,
  NgbDropdownItem,
  NgbDropdownMenu,
  NgbDropdownToggle,
} from '@ng-bootstrap/ng-bootstrap/dropdown';
import {
  FORM_IDS,
  formCalled,
  formOf,
  countedAs,
  type ActCount,
  MEASURES,
  measureCalled,
  mm,
  schoolCalled,
  told,
  isPassed,
  passedCap,
  type FormId,
} from '../../../../core';
import { IS_NARROW } from '../shell/narrow';
import { NoSuchTree } from '../tree/no-such-tree';
import { TreeStore } from '../tree/tree-store';
import { BookStore } from '../book/book-store';
import { JudgingStore } from '../judging/judging-store';
import { TreeWork } from '../tree/tree-work';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { BenchRooms } from './bench-rooms';
import { BenchWork } from './bench-work';
import { BenchStore, ROOMS } from './bench-store';
import { Elevation } from './elevation';
import { FollowFigure } from './follow-figure';
import { LimbInHand } from './hand/limb-in-hand';
import { PlanFromAbove } from './plan-from-above';
import { MarkKey } from './mark-key';
import { LastSummer } from './readings/last-summer';
import { MeasureFirst } from './readings/measure-first';
import { ReadingPad } from './readings/reading-pad';
import { ReadingsGrid } from './readings/readings-grid';
import { RunnersUp } from './runners-up';
import { SeasonStrip } from './season-strip';
import { StagesHere } from './stages-here';
import { ShootList } from './shoots/shoot-list';
import { ShootStore } from './shoots/shoot-store';
import { Weighing } from './weighing';
import { WhipAbove } from './whip-above';
import { WhipBuds } from './whip-buds';
import { WhipView } from './whip-view';
import { WhipWords } from './whip-words';
import { WhipWork } from './whip-work';
import { WorkDone } from './work-done';
import { WorkList } from './work-list';

/** How an address names the limb to take in hand; a room it names by itself. */
const LIMB = 'limb-';

/** Progress is shown for judging that takes longer than this, ms. */
const PATIENCE_MS = 500;

/** One tree: drawn, judged, measured and overruled. */
@Component({
  selector: 'eb-bench-page',
  imports: [
    RouterLink,
    Say,
    Told,
    NgbDropdown,
    NgbDropdownToggle,
    NgbDropdownMenu,
    NgbDropdownItem,
    BenchRooms,
    Elevation,
    PlanFromAbove,
    LimbInHand,
    MarkKey,
    LastSummer,
    MeasureFirst,
    ReadingsGrid,
    ReadingPad,
    RunnersUp,
    SeasonStrip,
    ShootList,
    StagesHere,
    WhipView,
    WhipAbove,
    WhipWords,
    WhipWork,
    WorkDone,
    WorkList,
    NoSuchTree,
  ],
  providers: [BenchStore, BenchWork, FollowFigure, ShootStore, TreeWork, Weighing, WhipBuds],
  templateUrl: './bench-page.html',
  styleUrl: './bench-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchPage {
  readonly treeId = inject(TreeStore).treeId;
  readonly bench = inject(BenchStore);
  readonly book = inject(BookStore);
  readonly judging = inject(JudgingStore);
  private readonly words = inject(Words);

  readonly forms = FORM_IDS.map((id) => ({ id, called: formCalled(id), isJudged: formOf(id) !== undefined }));
  readonly isSlow = signal(false);
  readonly isNarrow = inject(IS_NARROW);

  readonly title = computed(() => {
    const record = this.bench.state()?.record;
    if (!record) return undefined;
    return { name: record.name, what: this.words.treeOf(record) };
  });

  readonly form = computed(() => formCalled(this.bench.state()?.form ?? 'open-vase'));
  readonly school = computed(() => schoolCalled(this.bench.state()?.school.id ?? 'middle-way'));

  /** The plan in a line: what is done, and how much of the tree it takes. */
  readonly account = computed(() => {
    const plan = this.bench.judged()?.plan;
    if (!plan) return undefined;
    const count = (as: ActCount): number => plan.acts.filter((act) => countedAs(act) === as).length;
    const parts = [
      [count('take-out'), 'account.out'],
      [count('shorten'), 'account.shortened'],
      [count('bend'), 'account.bent'],
      [count('date'), 'account.dated'],
      [count('make'), 'account.made'],
      [count('stake'), 'account.staked'],
      [count('ties'), 'account.ties'],
    ] as const;
    const percentOf = (share: number): number => Math.round(share * 100);
    const which = this.bench.state()?.shapedBefore ? 'capRatio' : 'firstRatio';
    return {
      work: this.words.either(
        parts.flatMap(([n, code]) => (n > 0 ? [told(code, { n })] : [])),
        'account.nothing',
      ),
      shares: MEASURES.map((measure) => ({
        called: measureCalled(measure),
        percent: percentOf(plan.account[measure]),
        capPercent: percentOf(plan.caps[measure]),
        capKey: `${measure}.${which}`,
        isOver: isPassed(plan.account, plan.caps, measure),
      })),
      isOver: passedCap(plan.account, plan.caps) !== undefined,
      wounds: told('account.wounds', { cuts: plan.wounds, largest: mm(plan.largestWoundMm) }),
    };
  });

  readonly notJudged = computed(() => {
    const judged = this.bench.judgement()?.judged;
    if (judged?.kind !== 'not-judged') return undefined;
    return judged.why === 'no-readings'
      ? told('bench.no-readings')
      : told('bench.form-later', { form: this.form() });
  });

  constructor() {
    const fragment = toSignal(inject(ActivatedRoute).fragment);
    effect(() => {
      this.treeId();
      untracked(() => this.bench.lay());
    });
    effect(() => {
      this.treeId();
      const asked = fragment();
      untracked(() => this.follow(asked ?? ''));
    });
    effect((onCleanup) => {
      const since = this.bench.judgement()?.since;
      this.isSlow.set(false);
      if (since === undefined) return;
      const timer = setTimeout(() => this.isSlow.set(true), PATIENCE_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  /** Takes the limb in hand, or goes to the room, that the address names. */
  private follow(asked: string): void {
    if (asked.startsWith(LIMB)) this.bench.take(asked.slice(LIMB.length));
    const room = ROOMS.find((one) => one === asked);
    if (room) this.bench.go(room);
  }

  chooseForm(form: FormId): void {
    void this.bench.chooseForm(form);
  }
}
