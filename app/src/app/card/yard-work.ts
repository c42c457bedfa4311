import { computed, inject, type Signal } from '@angular/core';
import { walkingOrder, type Judgement, type TreeState } from '../../../../core';
import { BookStore } from '../book/book-store';
import { JudgingStore } from '../judging/judging-store';
import { partsOf, type YardPart } from './yard-parts';

/** A tree with its plan. */
export interface Planned {
  state: TreeState;
  judged: Judgement;
}

/** The work of a tree, of a part of the yard or of all of it. */
export interface YardWork {
  parts: Signal<YardPart[]>;
  /** Trees whose judging is not done yet. */
  waiting: Signal<number>;
  /** Trees with work, site by site in walking order; one that is asked for by itself has its place without any. */
  planned: Signal<Planned[]>;
}

/** @param treeId the one tree asked for @param of the part of the yard; the whole yard where neither is said */
export function yardWork(treeId: () => string | undefined, of: () => string | undefined): YardWork {
  const [book, judging] = [inject(BookStore), inject(JudgingStore)];
  const parts = computed(() => partsOf([...book.states().values()]));
  const all = computed<TreeState[]>(() => {
    const [wanted, part] = [treeId(), parts().find(({ id }) => id === of())];
    return [...book.states().values()].filter(
      ({ record }) =>
        (wanted === undefined || record.id === wanted) && (!part || part.treeIds.includes(record.id)),
    );
  });
  const waiting = computed(
    () =>
      all().filter(({ record }) => {
        const judgement = judging.trees()[record.id];
        return judgement === undefined || judgement.since !== undefined;
      }).length,
  );
  const planned = computed<Planned[]>(() => {
    const found = all().flatMap((state): Planned[] => {
      const judged = judging.trees()[state.record.id]?.judged;
      const isWanted = judged?.kind === 'judged' && (judged.plan.acts.length > 0 || treeId() !== undefined);
      return isWanted ? [{ state, judged }] : [];
    });
    const sites = [...new Set(found.map(({ state }) => state.site.id))];
    return sites.flatMap((site) => {
      const here = found.filter(({ state }) => state.site.id === site);
      return walkingOrder(here.map(({ state }) => state.record.place)).map((i) => here[i] as Planned);
    });
  });
  return { parts, waiting, planned };
}
