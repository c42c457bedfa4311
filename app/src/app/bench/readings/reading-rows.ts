import { computed, inject, Injectable } from '@angular/core';
import { FIRST_STEM, type StemId } from '../../../../../core';
import { BenchStore } from '../bench-store';
import { inRowOrder } from './reading-cells';

/** The rows of a tree's readings: its stems, those half typed, and one still to be begun; the trunk first on a tree not yet read. */
@Injectable()
export class ReadingRows {
  private readonly bench = inject(BenchStore);
  private blank = this.bench.freshRow();

  readonly ids = computed<readonly StemId[]>(
    () => {
      const stems = this.bench.state()?.tree.stems;
      if (!stems) return [];
      const known = inRowOrder(stems).map(({ id }) => id);
      const fresh = Object.keys(this.bench.rows()).filter((id) => !known.includes(id));
      if (fresh.includes(this.blank)) this.blank = this.bench.freshRow();
      const needsTrunk = known.length === 0 && !fresh.includes(FIRST_STEM);
      return [...known, ...fresh, needsTrunk ? FIRST_STEM : this.blank];
    },
    { equal: (a, b) => a.length === b.length && a.every((id, i) => id === b[i]) },
  );
}
