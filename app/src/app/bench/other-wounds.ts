import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  cm,
  kindFacts,
  list,
  mm,
  share,
  tagOf,
  told,
  woundsOf,
  yearsToClose,
  type Arg,
  type Message,
  type WoundChoice,
} from '../../../../core';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { BookStore } from '../book/book-store';
import { Prices } from '../judging/prices';
import { sceneWithCallus } from '../tree/callus-of';
import { drawnSeason, smallExtent } from '../drawing/small-drawing';
import { TreeSilhouette } from '../yard/tree-silhouette';

/** Other ways to the same frame with fewer or smaller wounds: each drawn as it leaves the tree, told against the plan. */
@Component({
  selector: 'eb-other-wounds',
  imports: [Say, Told, TreeSilhouette],
  template: `
    @if (ways().length > 0) {
      <h2>{{ 'other-wounds.the-same-frame-other' | say }}</h2>
      <ol class="runners other-wounds">
        @for (way of ways(); track way.choice.stemId) {
          <li [attr.data-way]="way.choice.stemId">
            <button type="button" class="try-on" (click)="take(way.choice)">
              <eb-tree-silhouette
                [tree]="way.choice.after"
                [season]="season()"
                [marked]="way.choice.stemId"
                [standingDeg]="standingDeg()"
                [heightPx]="96"
                [fullCm]="extent().fullCm"
                [halfWidthCm]="extent().halfWidthCm"
              />
              <b>{{ way.does | told }}</b>
              <span class="change">{{ words.line(way.against) }}</span>
            </button>
          </li>
        }
      </ol>
    }
    @for (set of setLengths(); track set.stemId) {
      <p class="quiet-words own-length">
        {{ set.words | told }}
        <button type="button" class="btn btn-line" (click)="letProgram(set.stemId)">
          {{ 'ruling.undecided' | say }}
        </button>
      </p>
    }
  `,
  styleUrls: ['./sets-to-try.scss', './other-wounds.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OtherWounds {
  readonly treeId = input.required<string>();
  readonly standingDeg = input(180);
  /** Only ways that concern this stem; all of them when not given. */
  readonly stemId = input<string>();
  private readonly book = inject(BookStore);
  readonly words = inject(Words);
  private readonly prices = inject(Prices);

  private readonly state = computed(() => this.book.states().get(this.treeId()));
  private readonly judged = computed(() => this.prices.of(this.treeId()));
  readonly season = computed(() => drawnSeason(this.state(), this.book.today()));
  readonly extent = computed(() => smallExtent(this.state()));

  readonly ways = computed(() => {
    const only = this.stemId();
    return (this.judged()?.woundChoices ?? [])
      .filter(({ stemId, together }) => only === undefined || stemId === only || together.includes(only))
      .map((choice) => ({ choice, does: this.does(choice), against: this.against(choice) }));
  });

  /** Limbs whose length the grower set, so that it can be given back; on a limb's own page it is said there. */
  readonly setLengths = computed(() =>
    this.stemId() !== undefined
      ? []
      : Object.entries(this.state()?.cuts ?? {}).map(([stemId, toCm]) => ({
          stemId,
          words: told('wounds.set', { limb: this.tag(stemId), length: cm(toCm) }),
        })),
  );

  letProgram(stemId: string): void {
    void this.book.record({ kind: 'cut-set', treeId: this.treeId(), stemId });
  }

  take({ stemId, toLengthCm }: WoundChoice): void {
    const length = Math.round(toLengthCm * 10) / 10;
    void this.book.record({ kind: 'cut-set', treeId: this.treeId(), stemId, toLengthCm: length });
  }

  private does({ stemId, toLengthCm, together, shorterCm }: WoundChoice): Message {
    return told(shorterCm > 0 ? 'wounds.cut' : 'wounds.leave', {
      limb: this.tag(stemId),
      length: cm(toLengthCm),
      others: list(together.map((id) => this.tag(id))),
    });
  }

  private against({ wounds, largestMm, areaCm2, shorterCm, woodShare, isOver }: WoundChoice): Message[] {
    const [judged, state] = [this.judged(), this.state()];
    if (!judged || !state) return [];
    const { plan } = judged;
    const seasons = yearsToClose(
      kindFacts(state.record.kind),
      largestMm,
      sceneWithCallus(this.book.read(), state).callus,
    );
    const tenth = (area: number): number => Math.round(area * 10) / 10;
    return [
      told('runners.cuts', { cuts: wounds, planned: plan.wounds }),
      told('wounds.widest', { wide: mm(largestMm), was: mm(plan.largestWoundMm), seasons }),
      told('wounds.area', { area: tenth(areaCm2), was: tenth(woundsOf(plan.acts).areaCm2) }),
      told(isOver ? 'wounds.wood.over' : 'wounds.wood', {
        wood: share(woodShare),
        was: share(plan.woodShare),
      }),
      ...(shorterCm > 0 ? [told('wounds.shorter', { by: cm(shorterCm) })] : []),
    ];
  }

  private readonly tag = (stemId: string): Arg => tagOf(this.state()?.tree ?? { stems: [] }, stemId);
}
