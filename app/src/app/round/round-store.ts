import { computed, inject } from '@angular/core';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import {
  changedBy,
  reallyDone,
  sceneOf,
  stepsOf,
  walkingOrder,
  workLines,
  type Changed,
  type Due,
  type Judgement,
  type Otherwise,
  type PlainEvent,
  type PlannedLine,
  type RoundSpan,
  type Step,
  type TreeState,
  type UndoneWhy,
  type WoundLook,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { DueStore } from '../due/due-store';
import { JudgingStore } from '../judging/judging-store';
import { Newer } from '../shell/newer';
import { TreeWork } from '../tree/tree-work';
import { letsGo } from './round-words';

/** A tree of a round with its steps. */
export interface TreeOfRound {
  state: TreeState;
  steps: readonly Step[];
}

/** What was settled last, and the plan of its tree before. */
interface Settled {
  treeId: string;
  step: Step;
  how: 'done' | 'left';
  before: readonly PlannedLine[];
  /** The entries it was written down with. */
  eventIds: readonly string[];
}

interface RoundState {
  last: Settled | undefined;
}

const NO_EVENTS: readonly PlainEvent[] = [];
const NO_DUE: readonly Due[] = [];

/** The round: its trees in walking order, the tree one stands at, its steps, and settling them one by one. What is done is in the book alone. */
export const RoundStore = signalStore(
  withState<RoundState>({ last: undefined }),
  withComputed((store, book = inject(BookStore), judging = inject(JudgingStore), due = inject(DueStore)) => {
    const cache = new Map<string, { key: readonly unknown[]; steps: readonly Step[] }>();

    const judgedOf = (treeId: string): Judgement | undefined => {
      const { judged } = judging.judgingOf(treeId);
      return judged?.kind === 'judged' ? judged : undefined;
    };

    /** Steps at a tree; worked out anew only where something about it has changed. */
    function stepsAt(state: TreeState, span: RoundSpan): readonly Step[] {
      const { id } = state.record;
      const events = book.read().eventsOf.get(id) ?? NO_EVENTS;
      const [judged, itsDue] = [judgedOf(id), due.byTree().get(id) ?? NO_DUE];
      const key = [state, judged, itsDue, span, ...events];
      const known = cache.get(id);
      if (known?.key.length === key.length && key.every((one, i) => one === known.key[i])) return known.steps;
      const steps = stepsOf({ state, events, judged }, itsDue, span);
      cache.set(id, { key, steps });
      return steps;
    }

    const trees = computed<readonly TreeOfRound[]>(() => {
      const round = book.round();
      if (!round) return [];
      return round.treeIds.flatMap((id) => {
        const state = book.states().get(id);
        return state ? [{ state, steps: stepsAt(state, round.span) }] : [];
      });
    });
    const at = computed(
      () => trees().find(({ state }) => state.record.id === book.round()?.at) ?? trees()[0],
    );
    const step = computed(() => {
      const steps = at()?.steps ?? [];
      return steps.find(({ id }) => id === book.round()?.step) ?? steps[0];
    });
    const judged = computed(() => {
      const id = at()?.state.record.id;
      return id === undefined ? undefined : judgedOf(id);
    });
    /** Whether the plan of the tree one stands at is being worked out. */
    const weighing = computed(() => {
      const state = at()?.state;
      return state !== undefined && !judging.isAnswered(state.record.id, state);
    });
    /** The next tree in walking order with something to do; none where all is done. */
    const next = computed<TreeOfRound | undefined>(() => {
      const all = trees();
      const here = all.findIndex((tree) => tree === at());
      return [...all.slice(here + 1), ...all.slice(0, Math.max(0, here))].find(
        ({ steps }) => steps.length > 0,
      );
    });
    /** What the last thing settled changed of the rest of its tree's plan, once that is weighed. */
    const changed = computed<Changed | undefined>(() => {
      const [last, now] = [store.last(), judged()];
      if (!last || last.step.kind !== 'act' || weighing() || !now) return undefined;
      const state = at()?.state;
      if (!state || state.record.id !== last.treeId) return undefined;
      return changedBy(last.before, planned(state, now), [last.step.id]);
    });
    return {
      trees,
      at,
      step,
      next,
      judged,
      weighing,
      changed,
      place: computed(() => {
        const tree = at();
        return { n: tree ? trees().indexOf(tree) + 1 : 0, of: trees().length };
      }),
      stepsAt: () => stepsAt,
    };
  }),
  withMethods((store, book = inject(BookStore), work = inject(TreeWork), newer = inject(Newer)) => {
    let isSettling = false;

    /** Writes what settles a step; after it the step that came next is shown, the first where none did. */
    async function settle(step: Step, how: Settled['how'], write: () => Promise<boolean>): Promise<boolean> {
      const tree = store.at();
      // A second touch, while the first is being written, settles nothing more.
      if (!tree || isSettling) return false;
      const judged = store.judged();
      const before = judged ? planned(tree.state, judged) : [];
      const after = tree.steps[tree.steps.findIndex(({ id }) => id === step.id) + 1];
      const known = book.events().length;
      isSettling = true;
      const isKept = await write().finally(() => (isSettling = false));
      if (!isKept) return false;
      const eventIds = book
        .events()
        .slice(known)
        .flatMap(({ id, device }) => (device === book.device() ? [id] : []));
      const last = { treeId: tree.state.record.id, step, how, before, eventIds };
      patchState(store, { last });
      await showStep(after?.id);
      return true;
    }

    async function showStep(step: string | undefined): Promise<void> {
      const round = book.round();
      if (round && round.step !== step) await book.keepRound({ ...round, step });
    }

    const here = (): string => store.at()?.state.record.id ?? '';

    const left = (step: Step, why: UndoneWhy): Promise<boolean> =>
      step.kind === 'act' ? work.left(here(), step.act, { why }) : work.leftDue(step.due, why);

    return {
      /** Trees of some with steps, site by site in walking order. */
      treesFor(states: readonly TreeState[], span: RoundSpan): TreeOfRound[] {
        const found = states
          .map((state) => ({ state, steps: store.stepsAt()(state, span) }))
          .filter(({ steps }) => steps.length > 0);
        const sites = [...new Set(found.map(({ state }) => state.site.id))];
        return sites.flatMap((site) => {
          const onSite = found.filter(({ state }) => state.site.id === site);
          return walkingOrder(onSite.map(({ state }) => state.record.place)).flatMap((i) => onSite[i] ?? []);
        });
      },
      async begin(treeIds: readonly string[], span: RoundSpan): Promise<void> {
        const [at] = treeIds;
        if (at === undefined) return;
        patchState(store, { last: undefined });
        await book.keepRound({ began: book.today(), span, treeIds, at });
        newer.settingOut();
      },
      async finish(): Promise<void> {
        patchState(store, { last: undefined });
        await book.keepRound(undefined);
        newer.roundOver();
      },
      async goTo(treeId: string): Promise<void> {
        const round = book.round();
        patchState(store, { last: undefined });
        if (round) await book.keepRound({ ...round, at: treeId, step: undefined });
      },
      /** What was settled last has been looked at. */
      seen: (): void => patchState(store, { last: undefined }),
      async show(stepId: string): Promise<void> {
        patchState(store, { last: undefined });
        await showStep(stepId);
      },
      /** Writes a step down as it was done, as planned or otherwise. */
      done(step: Step, otherwise: Otherwise = {}): Promise<boolean> {
        return settle(step, 'done', () => {
          if (step.kind === 'act') return work.done(here(), [reallyDone(step.act, otherwise)]);
          return work.ticked(step.due);
        });
      },
      /** Writes down how the wound that a step is about looks. */
      woundSeen(step: Step, looks: WoundLook): Promise<boolean> {
        const limbId = step.due?.limbId;
        if (limbId === undefined) return Promise.resolve(false);
        return settle(step, 'done', () => work.woundSeen(here(), limbId, looks));
      },
      /** Writes down that a step was not done, and why: it is asked about again. */
      leave: (step: Step, why: UndoneWhy): Promise<boolean> => settle(step, 'left', () => left(step, why)),
      /** Leaves what one is not sure of for a year. */
      leaveAYear: (step: Step): Promise<boolean> =>
        settle(step, 'left', () =>
          step.kind === 'act' ? work.leftAYear(here(), step.act) : left(step, 'unsure'),
        ),
      /** What held a limb was let go, the limb came back too far, and it was tied again. */
      async tiedAgain(step: Step): Promise<boolean> {
        const off = letsGo(step);
        if (!off) return false;
        return settle(step, 'done', () => work.fixing({ ...off, treeId: here() }, { staysOff: false }));
      },
      /** The limb of a step broke off. */
      broke(step: Step, stemId: string): Promise<boolean> {
        return settle(step, 'left', () =>
          book.record({ kind: 'lost', treeId: here(), stemId, how: 'broke' }),
        );
      },
      note: (text: string, stemId?: string): Promise<boolean> =>
        book.record({ kind: 'note', treeId: here(), text, ...(stemId !== undefined && { stemId }) }),
      photographed: (jpeg: string, stemId?: string): Promise<boolean> =>
        book.photographed(here(), jpeg, stemId),
      /** Takes back what was settled last, and shows its step again. */
      async takeBack(): Promise<void> {
        const last = store.last();
        if (!last) return;
        const bodies = last.eventIds.map((target) => ({ kind: 'withdraw' as const, target }));
        if (!(await book.recordAll(bodies))) return;
        patchState(store, { last: undefined });
        await showStep(last.step.id);
      },
    };
  }),
);

const planned = (state: TreeState, judged: Judgement): PlannedLine[] => {
  const lines = workLines(sceneOf(state), judged);
  return judged.plan.acts.flatMap((act, i) => {
    const line = lines[i];
    return line ? [{ act, line }] : [];
  });
};
