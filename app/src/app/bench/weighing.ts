import { computed, inject, Injectable } from '@angular/core';
import { measureFirst } from '../../../../core';
import { Ponder } from '../judging/ponder';
import { BenchStore } from './bench-store';

/** How sure the verdicts of the tree on the bench are, and which readings are worth taking again before a cut. */
@Injectable()
export class Weighing {
  private readonly bench = inject(BenchStore);

  readonly question = inject(Ponder).about(
    'weigh',
    computed(() => {
      const state = this.bench.settled();
      return state && { state };
    }),
  );

  readonly first = computed(() => {
    const weighed = this.question.now();
    const tree = this.bench.settled()?.tree;
    return weighed.kind === 'answered' && tree ? measureFirst(tree, weighed.answer) : [];
  });
}
