import { inject, Injectable } from '@angular/core';
import {
  budSteps,
  budWorkOf,
  doneOn,
  draftOf,
  fixingDone,
  headAct,
  leftAs,
  leftDueFor,
  leftFor,
  SEASON_WORK,
  type BudStep,
  type Due,
  type EventBody,
  type PlannedAct,
  type TreeRecord,
  type UndoneWhy,
  type WhipPlan,
  type WoundLook,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { JudgingStore } from '../judging/judging-store';

/** What is written down beside an act: its day, ISO, today where none is said; and who did it. */
export interface Beside {
  on?: string;
  by?: string;
}

/** Work on any tree of the book, written down as it was done or left: the tree follows from it. */
@Injectable()
export class TreeWork {
  private readonly book = inject(BookStore);
  private readonly judging = inject(JudgingStore);

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
    return this.book.record(tree ? leftAs(tree, act, why) : leftFor(treeId, act, why), on);
  }

  /** Leaves an act for a year: a limb that was to go stays until then, and nothing else changes for it. */
  leftAYear(treeId: string, act: PlannedAct): Promise<boolean> {
    const spared = act.kind === 'take-out' ? [act.stemId] : [];
    return this.book.recordAll([
      leftFor(treeId, act, 'unsure'),
      ...spared.map((stemId) => this.waitFor(treeId, stemId)),
    ]);
  }

  /** Writes down that something due that no plan tells of was left, and why: it is asked about again on its day. */
  leftDue(due: Due, why: UndoneWhy): Promise<boolean> {
    const [stemId] = due.stemIds;
    if (SEASON_WORK.some((one) => one === due.what)) return this.season(due, { isDone: false, why });
    if (due.what === 'ends' && why === 'unsure' && stemId !== undefined)
      return this.book.record(this.waitFor(due.treeId, stemId));
    return this.book.record(leftDueFor(due, why));
  }

  /** A limb left in doubt for a year, with what speaks against it today. */
  waitFor(treeId: string, stemId: string): EventBody {
    const { judged } = this.judging.judgingOf(treeId);
    const verdict = judged?.kind === 'judged' ? judged.verdicts[stemId] : undefined;
    const doubt = verdict?.reasons.find(({ code }) => !code.startsWith('stay.'));
    return { kind: 'overruled', treeId, stemId, ruling: 'wait', ...(doubt && { doubt }) };
  }

  /** Writes steps of a whip's bud plan down as done, with the plan they follow; a heading cuts the stem. */
  budsDone(
    treeId: string,
    plan: WhipPlan,
    steps: readonly BudStep[],
    { on, by }: Beside = {},
  ): Promise<boolean> {
    const day = on ?? this.book.today();
    return this.book.recordAll(() => {
      const [record, state] = [this.recordOf(treeId), this.book.states().get(treeId)];
      if (!record || !state || steps.length === 0) return [];
      const whose = by ? { by } : {};
      const done = { kind: 'bud-work' as const, treeId, ...budWorkOf(state.form, plan, steps), ...whose };
      const head = steps.some(({ kind }) => kind === 'head') ? headAct(state, plan) : undefined;
      if (!head) return [done];
      const before = (this.book.read().eventsOf.get(treeId) ?? []).filter(
        ({ happenedOn }) => happenedOn <= day,
      );
      return [done, { ...doneOn(treeId, draftOf(record, before), [head]), ...whose }];
    }, day);
  }

  /** Writes down that work of the season was done on a tree, or was left and why. */
  season(
    { treeId, what, stemIds }: Pick<Due, 'treeId' | 'what' | 'stemIds'>,
    { isDone, why }: { isDone: boolean; why?: UndoneWhy | undefined },
  ): Promise<boolean> {
    const whip = this.judging.judgingOf(treeId).judged;
    if (what === 'bud-plan' && isDone && whip?.kind === 'whip') {
      const open = budSteps(whip.whip).filter((step) => !step.isDone);
      if (open.length > 0) return this.budsDone(treeId, whip.whip, open);
    }
    const act = SEASON_WORK.find((one) => one === what);
    if (!act) return Promise.resolve(false);
    const stems = stemIds.length > 0 ? { stemIds } : {};
    return this.book.record({ kind: 'season-work', treeId, act, isDone, ...stems, ...(why && { why }) });
  }

  /** Writes down how the wound of a limb that was taken off looks, today where no day is said. */
  woundSeen(treeId: string, limbId: string, looks: WoundLook, on?: string): Promise<boolean> {
    return this.book.record({ kind: 'wound-seen', treeId, limbId, looks }, on);
  }

  /** Writes down that something fixed that was due was dealt with today: looked at, its loop made wider, off, or tied again. */
  fixing(
    due: Pick<Due, 'treeId' | 'what' | 'thing' | 'atCm' | 'stemIds'>,
    { staysOff = true } = {},
  ): Promise<boolean> {
    const state = this.book.states().get(due.treeId);
    const done = state && fixingDone(state, due, staysOff);
    return done ? this.book.record(done) : Promise.resolve(false);
  }

  /** Writes down what was due as done, as far as that is a matter of one touch: work of the season, what is fixed, a limb that stays. */
  ticked(due: Due): Promise<boolean> {
    const [stemId] = due.stemIds;
    if (due.what === 'look' || due.what === 'tight' || due.what === 'off') return this.fixing(due);
    if (due.what === 'ends' && stemId !== undefined)
      return this.book.record({ kind: 'overruled', treeId: due.treeId, stemId, ruling: 'keep' });
    return this.season(due, { isDone: true });
  }

  private recordOf(treeId: string): TreeRecord | undefined {
    return this.book.read().trees.find(({ record }) => record.id === treeId)?.record;
  }
}
