import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute } from '@angular/router';
import { map } from 'rxjs';
import { layOut, type Judgement, type StemId, type TreeState } from '../../../../core';
import { BookStore } from '../book/book-store';
import { extentOf } from '../drawing/frame';
import { drawnSeason } from '../drawing/small-drawing';
import { JudgingStore } from '../judging/judging-store';
import { Prices } from '../judging/prices';

/** The tree that the address names, as the book has it and as it is judged: one for all pages under it. */
@Injectable()
export class TreeStore {
  private readonly book = inject(BookStore);
  private readonly judging = inject(JudgingStore);
  private readonly prices = inject(Prices);

  readonly treeId = toSignal(
    inject(ActivatedRoute).paramMap.pipe(map((params) => params.get('treeId') ?? '')),
    {
      requireSync: true,
    },
  );

  readonly state = computed<TreeState | undefined>(() => this.book.states().get(this.treeId()));

  readonly judgement = computed(() => this.judging.judgingOf(this.treeId()));

  /** The last answer, where the tree is judged by its limbs. */
  readonly judged = computed<Judgement | undefined>(() => {
    const answer = this.judgement()?.judged;
    return answer?.kind === 'judged' ? answer : undefined;
  });

  /** The last answer, where it is a whip and judged by its buds. */
  readonly whip = computed(() => {
    const answer = this.judgement()?.judged;
    return answer?.kind === 'whip' ? answer.whip : undefined;
  });

  /** The same with the price of deciding otherwise, once that is worked out. */
  readonly priced = computed(() => (this.judged() ? this.prices.of(this.treeId()) : undefined));

  /** The season its wood is drawn in, and the room its drawing needs, cm. */
  readonly season = computed(() => drawnSeason(this.state(), this.book.today()));
  readonly extent = computed(() => {
    const state = this.state();
    return state && extentOf(layOut(state.tree));
  });

  private readonly tags = computed(
    () => new Map(this.state()?.tree.stems.map(({ id, tag }) => [id, tag] as const)),
  );

  /** The name on a stem's tag, or its id where it is not there. */
  tagOf(stemId: StemId): string {
    return this.tags().get(stemId) ?? stemId;
  }
}
