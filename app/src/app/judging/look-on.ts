import { computed, effect, inject, Injectable, untracked } from '@angular/core';
import { LOOK_ON_LOOKS } from '../../../../core';
import { BookStore } from '../book/book-store';
import { JudgingStore } from './judging-store';
import { Ponder } from './ponder';

/**
 * Looks on for a better set of limbs, on the tree one stands at, where the first answer is not proven best: a tree of very
 * many limbs. What is found takes the place of the first answer.
 */
@Injectable()
export class LookOn {
  private readonly book = inject(BookStore);
  private readonly judging = inject(JudgingStore);

  private readonly asked = computed(() => {
    const treeId = this.judging.foremost();
    const now = treeId === undefined ? undefined : this.judging.judgingOf(treeId);
    const state = treeId === undefined ? undefined : this.book.states().get(treeId);
    const isFirst =
      now?.judged?.kind === 'judged' && !now.judged.proven && now.judged.mostLooks < LOOK_ON_LOOKS;
    return state && isFirst && now.since === undefined ? { treeId, state } : undefined;
  });

  readonly question = inject(Ponder).about(
    'look-on',
    computed(() => {
      const asked = this.asked();
      return asked && { state: asked.state };
    }),
  );

  constructor() {
    effect(() => {
      const found = this.question.now();
      const asked = untracked(this.asked);
      if (found.kind !== 'answered' || asked?.treeId === undefined) return;
      untracked(() => this.judging.better(asked.treeId as string, asked.state, found.answer));
    });
  }
}
