import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  bearingOf,
  compassCalled,
  far,
  formOf,
  layOut,
  metres,
  oldWounds,
  share,
  told,
  wallBearing,
  WOUND_LOOKS,
  type Message,
  type PlannedAct,
  type Step,
} from '../../../../core';
import { bare } from '../bench/pictures';
import { BookStore } from '../book/book-store';
import { widestFrom } from '../drawing/card-drawing';
import type { TreePicture } from '../drawing/tree-picture';
import { holdsBend, isTickedHere, tickCalled } from '../due/due-words';
import { JudgingStore } from '../judging/judging-store';
import { Say, Told } from '../words/told';
import { ChangedTold } from './changed-told';
import { RoundPicture } from './round-picture';
import { RoundStore } from './round-store';
import { mayWait, stemsOf, stepTold, tagTold, waysOf } from './round-words';
import { StepCloseUp } from './step-close-up';
import { StepNote } from './step-note';
import { StepWays, type WaysOpen } from './step-ways';

/** A second touch in the same place comes within this time, ms. */
const READY_MS = 500;

/** One tree of the round: one act, one picture, and what came of it. */
@Component({
  selector: 'eb-at-tree',
  imports: [ChangedTold, RoundPicture, RouterLink, Say, StepCloseUp, StepNote, StepWays, Told],
  templateUrl: './at-tree.html',
  styleUrl: './at-tree.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AtTree {
  readonly round = inject(RoundStore);
  private readonly book = inject(BookStore);
  private readonly router = inject(Router);
  private readonly judging = inject(JudgingStore);

  /** What is open under the act: another way it was done, why it was left, the doubt, a note. */
  readonly open = signal<WaysOpen | 'note' | undefined>(undefined);
  readonly isClose = signal(false);
  /** A touch that was meant for the step before does not settle the one that takes its place. */
  readonly isReady = signal(false);

  /** What is open about the step itself. */
  readonly ways = computed<WaysOpen | undefined>(() => {
    const open = this.open();
    return open === 'note' ? undefined : open;
  });

  readonly state = computed(() => this.round.at()?.state);
  readonly step = this.round.step;
  readonly steps = computed(() => this.round.at()?.steps ?? []);
  readonly n = computed(() => this.steps().findIndex(({ id }) => id === this.step()?.id) + 1);

  readonly told = computed(() => {
    const [step, state] = [this.step(), this.state()];
    if (!step || !state) return undefined;
    return {
      tag: tagTold(step, state),
      words: stepTold(step),
      ...(step.kind === 'act' ? actTold(step) : dueTold(step)),
      better: this.better(step),
      ways: waysOf(step),
      ...(step.kind === 'due' && step.due.what === 'wound' && { looks: WOUND_LOOKS }),
      tick: step.kind === 'act' ? ('due.done' as const) : tickCalled(step.due),
      isTicked: step.kind === 'act' || isTickedHere(step.due, this.book.today()),
    };
  });

  /** When it would be better done, where its best days are yet to come, and what holds it off: said at the first step of a tree. */
  private better(step: Step): Message[] {
    if (!step.due || this.n() !== 1 || this.round.last()) return [];
    return [mayWait(step), step.due.waits].flatMap((one) => one ?? []);
  }

  readonly inHand = computed(() => {
    const step = this.step();
    return step && stemsOf(step)[0];
  });

  readonly picture = computed<TreePicture | undefined>(() => {
    const [state, step] = [this.state(), this.step()];
    if (!state || state.tree.stems.length === 0) return undefined;
    const verdicts = this.round.judged()?.verdicts ?? {};
    const sought = this.sought();
    const stays = Object.values(verdicts).flatMap(({ stemId, decision }) =>
      decision === 'scaffold' || decision === 'leader' ? [stemId] : [],
    );
    return {
      ...bare(state, this.book.read(), state.tree),
      ...{ verdicts, acts: step?.kind === 'act' ? [step.act] : [] },
      // A tag would hide the wound that is to be found.
      named: new Set([...stays, ...(step && !this.wound() ? stemsOf(step) : [])]),
      ...(sought && { sought }),
    };
  });

  private readonly isFlat = computed(() => {
    const state = this.state();
    return state !== undefined && (formOf(state.form)?.needsWall ?? false);
  });

  /** The wound that a step is about. */
  private readonly wound = computed(() => {
    const [state, limbId] = [this.state(), this.step()?.due?.limbId];
    return state && oldWounds(this.book.read(), state.record.id).findLast((one) => one.limbId === limbId);
  });
  /** A wound on the side of what carries it: the end of a stem is seen from all round. */
  private readonly sidedWound = computed(() => {
    const wound = this.wound();
    return wound?.isEnd ? undefined : wound;
  });
  /** Where what a step is about is on the tree: a wound, or something fixed. */
  private readonly sought = computed(() => {
    const [wound, step] = [this.wound(), this.step()];
    if (wound) return { stemId: wound.on, atCm: wound.originCm };
    const fixed = step?.kind === 'act' ? fixingOf(step.act) : step?.due;
    const [stemId] = step ? stemsOf(step) : [];
    return stemId !== undefined && fixed?.atCm !== undefined ? { stemId, atCm: fixed.atCm } : undefined;
  });
  /** A flat tree has one side that it is seen from, and so has a wound. */
  readonly isOneSided = computed(() => this.isFlat() || this.sidedWound() !== undefined);

  /** A wound is seen from before it, a limb from beside it; a flat tree from before its wall; a whole tree from where it is widest. */
  readonly fromDeg = computed(() => {
    const [state, id] = [this.state(), this.inHand()];
    if (!state) return 180;
    if (this.isFlat()) return (wallBearing(state.site) + 90) % 360;
    const wound = this.sidedWound();
    if (wound) return wound.bearingDeg;
    const stem = state.tree.stems.find((one) => one.id === id);
    return stem && stem.parent.kind !== 'ground'
      ? (stem.shape.runBearing.value + 90) % 360
      : widestFrom(layOut(state.tree));
  });

  /** How much of the tree is off since this winter's work began. */
  readonly taken = computed(() => {
    const [state, judged] = [this.state(), this.round.judged()];
    const done = state?.round?.done.wood ?? 0;
    if (!state || !judged || done === 0) return undefined;
    return told('round.taken', { wood: share(done) });
  });

  /** Where the next tree is. */
  readonly next = computed(() => {
    const [here, next] = [this.state(), this.round.next()?.state];
    if (!here || !next) return undefined;
    const { name } = next.record;
    if (here.site.id !== next.site.id)
      return { state: next, words: told('round.next-site', { name, site: next.site.name }) };
    const away = far(here.record.place, next.record.place);
    if (away < 1) return { state: next, words: told('round.next', { name }) };
    const way = compassCalled(
      bearingOf([
        next.record.place.eastCm - here.record.place.eastCm,
        next.record.place.northCm - here.record.place.northCm,
        0,
      ]),
    );
    return { state: next, words: told('round.next-way', { name, far: metres(Math.round(away / 100)), way }) };
  });

  constructor() {
    // The tree one stands at is weighed before all others.
    effect(() => {
      const treeId = this.state()?.record.id;
      if (treeId !== undefined) untracked(() => this.judging.wantFirst(treeId));
    });
    const shown = computed(() => `${this.state()?.record.id} ${this.step()?.id}`);
    effect((onCleanup) => {
      shown();
      untracked(() => {
        // A note that is being written is not lost because something else was settled.
        this.open.update((open) => (open === 'note' ? open : undefined));
        this.isClose.set(false);
        this.isReady.set(false);
      });
      const ready = setTimeout(() => this.isReady.set(true), READY_MS);
      onCleanup(() => clearTimeout(ready));
    });
  }

  toggle(what: WaysOpen | 'note'): void {
    this.open.update((open) => (open === what ? undefined : what));
  }

  async done(step: Step): Promise<void> {
    this.isReady.set(false);
    await this.round.done(step);
    // Whether another step has come or this one stands again, as when it was taken back at once.
    setTimeout(() => this.isReady.set(true), READY_MS);
  }

  to(by: number): void {
    const step = this.steps()[this.n() - 1 + by];
    if (step) void this.round.show(step.id);
  }

  async goTo(treeId: string): Promise<void> {
    await this.round.goTo(treeId);
    scrollTo(0, 0);
  }

  async end(): Promise<void> {
    await this.round.finish();
    await this.router.navigate(['/round']);
  }
}

interface StepTold {
  where?: Message | undefined;
  why: readonly Message[];
  tool?: Message | undefined;
  holds: readonly Message[];
  cautions: readonly Message[];
  isNear: boolean;
}

function actTold({ line }: Extract<Step, { kind: 'act' }>): StepTold {
  return {
    where: line.where,
    why: line.why ? [line.why] : [],
    tool: line.tool && told(`tool.${line.tool}`),
    holds: line.holds,
    cautions: line.cautions,
    isNear: line.isNear,
  };
}

const dueTold = ({ due }: Extract<Step, { kind: 'due' }>): StepTold => ({
  ...{ why: [due.why, due.ifNot], holds: [], isNear: false },
  // A limb that is held springs back as it is let go.
  cautions: due.what === 'off' && holdsBend(due.thing) ? [told('caution.let-go')] : [],
});

/** An act about something fixed. */
const fixingOf = (act: PlannedAct) => (act.kind === 'let-go' || act.kind === 'loosen' ? act : undefined);
