import { inject, Injectable } from '@angular/core';
import {
  doneOn,
  draftOf,
  leftAs,
  leftUndone,
  SEASON_WORK,
  type Due,
  type EventBody,
  type FixingKind,
  type PlannedAct,
  type TreeRecord,
  type UndoneWhy,
  type WoundLook,
} from '../../../../core';
import { BookStore } from '../book/book-store';

/** What is written down beside an act: its day, ISO, today where none is said; and who did it. */
export interface Beside {
  on?: string;
  by?: string;
}

/** Work on any tree of the book, written down as it was done or left: the tree follows from it. */
@Injectable()
export class TreeWork {
  private readonly book = inject(BookStore);

  /** Writes acts of a plan down as done, with the tree as they leave it. */
  async done(treeId: string, acts: readonly PlannedAct[], { on, by }: Beside = {}): Promise<boolean> {
    const day = on ?? this.book.today();
    if (!this.recordOf(treeId)) return false;
    // What an act leaves is reckoned from the tree as all that was ticked before left it.
    return this.book.record(() => {
      const record = this.recordOf(treeId);
      if (!record) return undefined;
      const events = this.book.read().eventsOf.get(treeId) ?? [];
      const before = events.filter(({ happenedOn }) => happenedOn <= day);
      return { ...doneOn(treeId, draftOf(record, before), acts), ...(by && { by }) };
    }, day);
  }

  /** Writes down that an act was not done, and why: it is asked about again; or that what it is about is there no more. */
  left(treeId: string, act: PlannedAct, { why, on }: { why: UndoneWhy; on?: string }): Promise<boolean> {
    const tree = this.book.states().get(treeId)?.tree;
    return this.book.record(tree ? leftAs(tree, act, why) : leftUndone(treeId, act, why), on);
  }

  /** Leaves an act for a year: a limb that was to go is spared, and the rest of the tree is weighed with it. */
  leftAYear(treeId: string, act: PlannedAct): Promise<boolean> {
    const spared = act.kind === 'take-out' ? [act.stemId] : [];
    return this.book.recordAll([
      leftUndone(treeId, act, 'unsure'),
      ...spared.map((stemId) => ({ kind: 'overruled' as const, treeId, stemId, ruling: 'wait' as const })),
    ]);
  }

  /** Writes down that work of the season was done on a tree, or was left and why. */
  season(
    { treeId, what, stemIds }: Pick<Due, 'treeId' | 'what' | 'stemIds'>,
    { isDone, why }: { isDone: boolean; why?: UndoneWhy | undefined },
  ): Promise<boolean> {
    const act = SEASON_WORK.find((one) => one === what);
    if (!act) return Promise.resolve(false);
    const stems = stemIds.length > 0 ? { stemIds } : {};
    return this.book.record({ kind: 'season-work', treeId, act, isDone, ...stems, ...(why && { why }) });
  }

  /** Writes down how the wound of a limb that was taken off looks, today where no day is said. */
  woundSeen(treeId: string, limbId: string, looks: WoundLook, on?: string): Promise<boolean> {
    return this.book.record({ kind: 'wound-seen', treeId, limbId, looks }, on);
  }

  /** Writes down that what was due to be looked at was looked at today, and was well. */
  looked({ treeId, thing, stemIds }: Pick<Due, 'treeId' | 'thing' | 'stemIds'>): Promise<boolean> {
    const [stemId] = stemIds;
    return thing && stemId !== undefined ? this.lookedAt(treeId, stemId, thing) : Promise.resolve(false);
  }

  /** Writes down that what is fixed to a stem was looked at today, and was well. */
  lookedAt(treeId: string, stemId: string, what: FixingKind): Promise<boolean> {
    const stem = this.book
      .states()
      .get(treeId)
      ?.tree.stems.find(({ id }) => id === stemId);
    const seen = (stem?.fixings ?? []).flatMap(({ what: its, atCm }): EventBody[] =>
      its === what
        ? [{ ...{ kind: 'looked-at', treeId, stemId, what }, ...(atCm !== undefined && { atCm }) }]
        : [],
    );
    return seen.length > 0 ? this.book.recordAll(seen) : Promise.resolve(false);
  }

  private recordOf(treeId: string): TreeRecord | undefined {
    return this.book.read().trees.find(({ record }) => record.id === treeId)?.record;
  }
}
