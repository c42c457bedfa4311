import { computed, inject, Injectable } from '@angular/core';
import type { Judgement } from '../../../../core';
import { BookStore } from '../book/book-store';
import { LookOn } from './look-on';
import { JudgingStore } from './judging-store';
import { Ponder } from './ponder';

/**
 * What deciding otherwise would cost, and other ways to make the cuts: worked out for the tree one stands at, after its
 * verdicts are there. It takes many times as long as they do, and is dropped when the tree changes.
 */
@Injectable()
export class Prices {
  private readonly book = inject(BookStore);
  private readonly judging = inject(JudgingStore);
  private readonly lookOn = inject(LookOn);

  private readonly asked = computed(() => {
    const treeId = this.judging.foremost();
    const judging = treeId === undefined ? undefined : this.judging.judgingOf(treeId);
    const state = treeId === undefined ? undefined : this.book.states().get(treeId);
    const isSettled = judging?.since === undefined && judging?.judged?.kind === 'judged';
    const looksOn = this.lookOn.question.now().kind === 'waiting';
    return state && isSettled && !looksOn ? { state } : undefined;
  });

  readonly question = inject(Ponder).about('price', this.asked);

  /** The judgement of a tree with its prices, once they are there. */
  of(treeId: string): Judgement | undefined {
    const answer = this.question.now();
    if (answer.kind !== 'answered' || answer.answer.kind !== 'judged') return undefined;
    return this.judging.foremost() === treeId ? answer.answer : undefined;
  }
}
