import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { formCalled, layOut, woodSeason, type TreeState, type Verdict } from '../../../../core';
import { extentOf } from '../drawing/frame';
import { DueStore } from '../due/due-store';
import { dueCalled } from '../due/due-words';
import { JudgingStore } from '../judging/judging-store';
import { Told } from '../words/told';
import { Words } from '../words/words';
import { DrawnInTurn } from './drawn-in-turn';
import { nextThing } from './next-thing';
import { TreeSilhouette } from './tree-silhouette';

/** Pixels for each cm of tree, one scale for the whole yard; the least width lets a plate be read. */
export const PX_PER_CM = 0.56;
const LEAST_WIDTH_PX = 120;
const NO_VERDICTS: Readonly<Record<string, Verdict>> = {};

/** One tree of the yard, drawn where it stands, with what it is and what is next to do: it wakes for its own answer alone. */
@Component({
  selector: 'eb-standing-tree',
  imports: [RouterLink, Told, TreeSilhouette],
  template: `
    <a class="standing-tree" [routerLink]="['/tree', state().record.id]" [attr.data-tree]="state().record.id">
      @if (isDrawn()) {
        <eb-tree-silhouette
          class="fills"
          [tree]="state().tree"
          [season]="season()"
          [verdicts]="verdicts()"
          [heightPx]="heightPx()"
          [fullCm]="fullCm()"
          [halfWidthCm]="widthPx() / 2 / pxPerCm"
        />
      } @else {
        <span class="unseen"></span>
      }
      <span class="plate">
        <b>{{ state().record.name }}</b>
        <span>{{ what() }}</span>
        <span>{{ form() | told }}</span>
        @if (due(); as due) {
          <span class="due" [attr.data-pressing]="due.pressing">{{ called(due) | told }}</span>
        }
        <span class="next" [attr.data-next]="next().kind">{{ todo() }}</span>
      </span>
    </a>
  `,
  styleUrl: './standing-tree.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[style.--tree-width.px]': 'widthPx()', '[style.--tree-height.px]': 'heightPx()' },
})
export class StandingTree {
  readonly state = input.required<TreeState>();
  /** Height of the drawing, and of the tree that would fill it. */
  readonly heightPx = input.required<number>();
  readonly fullCm = input.required<number>();
  private readonly judging = inject(JudgingStore);
  private readonly dues = inject(DueStore);
  private readonly words = inject(Words);
  readonly pxPerCm = PX_PER_CM;
  readonly isDrawn = signal(false);

  private readonly judgement = computed(() => this.judging.judgingOf(this.state().record.id));

  readonly widthPx = computed(() => {
    const { radiusCm } = extentOf(layOut(this.state().tree));
    return Math.max(LEAST_WIDTH_PX, (radiusCm + 4) * 2 * PX_PER_CM);
  });
  readonly season = computed(() => woodSeason(this.state().site, this.state().today));
  readonly what = computed(() => this.words.treeOf(this.state().record));
  readonly form = computed(() => formCalled(this.state().form));
  readonly verdicts = computed(() => {
    const answer = this.judgement()?.judged;
    return answer?.kind === 'judged' ? answer.verdicts : NO_VERDICTS;
  });
  /** What is due on it first, where that is now. */
  readonly due = computed(() =>
    this.dues
      .byTree()
      .get(this.state().record.id)
      ?.find(({ pressing }) => pressing === 'overdue' || pressing === 'now'),
  );
  readonly called = dueCalled;
  readonly next = computed(() => nextThing(this.judgement()));
  readonly todo = computed(() => this.words.arg({ list: this.next().words }));

  constructor() {
    const place = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    inject(DestroyRef).onDestroy(inject(DrawnInTurn).wait(place, () => this.isDrawn.set(true)));
  }
}
