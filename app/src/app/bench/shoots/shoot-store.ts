import { computed, inject, Injectable } from '@angular/core';
import {
  shootsIn,
  shootVerdicts,
  withShoots,
  type PlainEvent,
  type Shoot,
  type ShootRead,
  type ShootVerdict,
  type Tree,
  type TreeState,
  type WindowAct,
  woodSeason,
} from '../../../../../core';
import { BookStore } from '../../book/book-store';
import { TreeStore } from '../../tree/tree-store';

const NO_EVENTS: readonly PlainEvent[] = [];

/** Shoots in leaf of the tree one stands at: as they were read this season, what is done with each, and reading them on. */
@Injectable()
export class ShootStore {
  private readonly book = inject(BookStore);
  private readonly tree = inject(TreeStore);

  readonly shoots = computed<readonly Shoot[]>(() => {
    const state = this.tree.state();
    const events = this.book.read().eventsOf.get(this.tree.treeId()) ?? NO_EVENTS;
    return state ? shootsIn(events, state.site, state.today) : [];
  });

  readonly verdicts = computed<readonly ShootVerdict[]>(() => {
    const state = this.tree.state();
    return state ? shootVerdicts(state, this.shoots(), this.book.placeOf()(state.site.id)) : [];
  });

  /** A tree with its shoots on it, to be drawn. */
  on({ tree, site, today }: TreeState): Tree {
    return withShoots(tree, this.shoots(), woodSeason(site, today));
  }

  /**
   * Writes down what was read of a shoot; what is not said stays as it was. What is read on one day by one device is one entry, which
   * grows: what another device read stands in its own. What adds to what was read is given as what makes it of that.
   */
  read(read: ShootRead | ((now: readonly Shoot[]) => ShootRead), on: string): Promise<boolean> {
    const treeId = this.tree.treeId();
    return this.book.record(() => {
      const shoot = typeof read === 'function' ? read(this.shoots()) : read;
      const events = this.book.read().eventsOf.get(treeId) ?? [];
      const begun = events.findLast(
        ({ kind, happenedOn, device }) =>
          kind === 'shoots-read' && happenedOn === on && device === this.book.device(),
      );
      if (begun?.kind !== 'shoots-read') return { kind: 'shoots-read', treeId, shoots: [shoot] };
      const isIt = (one: ShootRead): boolean => one.shoot === shoot.shoot;
      const shoots = begun.shoots.some(isIt)
        ? begun.shoots.map((one) => (isIt(one) ? { ...one, ...shoot } : one))
        : [...begun.shoots, shoot];
      return { kind: 'amend', target: begun.id, body: { kind: 'shoots-read', treeId, shoots } };
    }, on);
  }

  /** Writes down that something was done to a shoot. */
  done(shoot: string, act: WindowAct, on?: string): Promise<boolean> {
    return this.book.record(
      { kind: 'season-work', treeId: this.tree.treeId(), act, stemIds: [shoot], isDone: true },
      on,
    );
  }

  /** A name for a new shoot: the first number that none has. */
  freshName(): string {
    const taken = new Set(this.shoots().map(({ shoot }) => shoot));
    let n = 1;
    while (taken.has(`shoot-${n}`)) n++;
    return `shoot-${n}`;
  }
}
