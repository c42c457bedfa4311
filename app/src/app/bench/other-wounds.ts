import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { formatValue, kindFacts, woundsOf, yearsToClose, type WoundChoice } from '../../../../core';
import { BookStore } from '../book/book-store';
import { Prices } from '../judging/prices';
import { drawnSeason, smallExtent } from '../drawing/small-drawing';
import { TreeSilhouette } from '../yard/tree-silhouette';

/** Other ways to the same frame with fewer or smaller wounds: each drawn as it leaves the tree, told against the plan. */
@Component({
  selector: 'eb-other-wounds',
  imports: [TreeSilhouette],
  template: `
    @if (ways().length > 0) {
      <h2>The same frame, other wounds</h2>
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
              <b>{{ way.does }}</b>
              <span class="change">{{ way.against }}</span>
            </button>
          </li>
        }
      </ol>
    }
    @for (set of setLengths(); track set.stemId) {
      <p class="quiet-words own-length">
        You set {{ set.tag }} to {{ set.length }}.
        <button type="button" class="btn btn-line" (click)="letProgram(set.stemId)">
          Let the program decide
        </button>
      </p>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OtherWounds {
  readonly treeId = input.required<string>();
  readonly standingDeg = input(180);
  /** Only ways that concern this stem; all of them when not given. */
  readonly stemId = input<string>();
  private readonly book = inject(BookStore);
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
      : Object.entries(this.state()?.cuts ?? {}).map(([stemId, cm]) => ({
          ...{ stemId, tag: this.tag(stemId), length: this.length(cm) },
        })),
  );

  letProgram(stemId: string): void {
    void this.book.record({ kind: 'cut-set', treeId: this.treeId(), stemId });
  }

  take({ stemId, toLengthCm }: WoundChoice): void {
    const length = Math.round(toLengthCm * 10) / 10;
    void this.book.record({ kind: 'cut-set', treeId: this.treeId(), stemId, toLengthCm: length });
  }

  private does({ stemId, toLengthCm, together, shorterCm }: WoundChoice): string {
    const names = together.map((id) => this.tag(id)).join(', ');
    return shorterCm > 0
      ? `Cut ${this.tag(stemId)} to ${this.length(toLengthCm)}: ${names} go with its end`
      : `Leave ${this.tag(stemId)} at ${this.length(toLengthCm)}, cut ${names} singly`;
  }

  private against({ wounds, largestMm, areaCm2, shorterCm, woodShare, isOver }: WoundChoice): string {
    const [judged, state] = [this.judged(), this.state()];
    if (!judged || !state) return '';
    const { plan } = judged;
    const closes = yearsToClose(kindFacts(state.record.kind), largestMm).toFixed(1);
    const percent = (share: number): number => Math.round(share * 100);
    return [
      `${wounds} ${wounds === 1 ? 'cut' : 'cuts'} instead of ${plan.wounds}`,
      `the widest ${this.diameter(largestMm)} instead of ${this.diameter(plan.largestWoundMm)}, closed in ${closes} seasons`,
      `${areaCm2.toFixed(1)} cm² of wounds instead of ${woundsOf(plan.acts).areaCm2.toFixed(1)}`,
      `${percent(woodShare)} % of the wood instead of ${percent(plan.woodShare)}${isOver ? ', over a cap' : ''}`,
      ...(shorterCm > 0 ? [`${this.length(shorterCm)} shorter`] : []),
    ].join('; ');
  }

  private tag(stemId: string): string {
    return this.state()?.tree.stems.find(({ id }) => id === stemId)?.tag ?? stemId;
  }

  private length(cm: number): string {
    return formatValue(cm, 'length', this.book.units());
  }

  private diameter(mm: number): string {
    return formatValue(mm, 'diameter', this.book.units());
  }
}
