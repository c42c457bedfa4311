import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { tagOf, told, type DraftField, type StemId } from '../../../../../core';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { Weighing } from '../weighing';

/** A reading that is worth taking again. */
export interface ReadingPlace {
  row: StemId;
  field: DraftField;
}

/** What is worth measuring again before a cut, by limb and reading; nothing while something is half typed. */
@Component({
  selector: 'eb-measure-first',
  template: `
    @if (first().length > 0) {
      <p class="first">
        {{ 'measure-first.words' | say }}
        @for (one of first(); track one.row + one.field) {
          <button type="button" class="tool" (click)="asked.emit(one)">{{ one.words | told }}</button>
        }
      </p>
    }
  `,
  styleUrl: './measure-first.scss',
  imports: [Say, Told],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeasureFirst {
  private readonly bench = inject(BenchStore);
  private readonly weighing = inject(Weighing);
  readonly asked = output<ReadingPlace>();

  readonly first = computed(() => {
    const tree = this.bench.state()?.tree;
    if (!tree || Object.keys(this.bench.rows()).length > 0) return [];
    return this.weighing.first().map(({ stemId, field, turns }) => ({
      ...{ row: stemId, field: field === 'run' ? ('angle' as const) : field },
      words: told('measure-first.one', {
        ...{ limb: tagOf(tree, stemId), reading: told(`reading.${field}`), verdicts: turns },
      }),
    }));
  });
}
