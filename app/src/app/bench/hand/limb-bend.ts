import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import {
  cm,
  day,
  deg,
  formOf,
  heldByTold,
  heldTold,
  holdAt,
  meansFor,
  runDegOf,
  safetyTold,
  share,
  stiffFrom,
  tiesToOf,
  told,
  tryBend,
  woodBears,
  type BendTrial,
  type Held,
  type Means,
  type Message,
  type Stem,
  type TreeScene,
  type WoodState,
} from '../../../../../core';
import { BentLimb, type HeldAt } from '../../drawing/bent-limb';
import { keptFor } from '../../shell/kept-for';
import { Say, Told } from '../../words/told';
import { Words } from '../../words/words';
import { BenchStore } from '../bench-store';
import { HandStore } from './hand-store';

type Point = readonly [x: number, y: number];

/** Time after which a limb that is drawn no further has stopped, ms. */
const STOPS_MS = 250;

/** How far the limb in hand bends: an angle is tried, and its wood, the pull and the tie are seen, here and on the tree. Nothing is written down. */
@Component({
  selector: 'eb-limb-bend',
  imports: [BentLimb, Say, Told],
  templateUrl: './limb-bend.html',
  styleUrl: './limb-bend.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbBend {
  readonly stem = input.required<Stem>();
  private readonly bench = inject(BenchStore);
  private readonly hand = inject(HandStore);
  private readonly words = inject(Words);

  readonly isOpen = signal(false);
  readonly isMoreOpen = signal(false);
  readonly label = computed(() => this.words.say('bend-try.picture'));

  private readonly run = computed(() => {
    const scene = this.hand.scene();
    return scene && this.isOpen() ? Math.round(runDegOf(scene, this.stem())) : 0;
  });

  /** The angle tried, here or on the tree: as it lies, until it is moved; while a finger draws it on the tree, as it was before. */
  readonly toDeg = linkedSignal<{ deg: number; isMoving: boolean }, number>({
    source: () => {
      const bending = this.bench.bending();
      const deg = bending?.stemId === this.stem().id ? bending.toDeg : this.run();
      return { deg, isMoving: this.bench.moving() };
    },
    computation: ({ deg, isMoving }, before) => (isMoving && before ? before.value : deg),
  }).asReadonly();
  /** The angle one has stopped at: what takes longer to find out is found for it. */
  readonly restDeg = keptFor(
    () => this.stem().id,
    (): number | undefined => undefined,
  );
  /** The means it is to be held with, where the grower chose one. */
  readonly wish = keptFor(
    () => this.stem().id,
    (): Means | undefined => undefined,
  );

  private readonly tiesTo = computed(() => {
    const state = this.bench.state();
    const form = state && formOf(state.form);
    return form && tiesToOf(form);
  });

  readonly trial = computed((): BendTrial | undefined => {
    const scene = this.hand.scene();
    return scene && this.isOpen() ? tryBend(scene, this.stem(), this.toDeg()) : undefined;
  });

  /** The angle one has stopped at, where it is bent there: how it is held takes longer to find than a finger waits. */
  private readonly stoppedAt = computed((): { scene: TreeScene; at: number } | undefined => {
    const [scene, at] = [this.hand.scene(), this.restDeg()];
    return scene && at !== undefined && at === this.toDeg() && this.trial() ? { scene, at } : undefined;
  });

  /** How it is held there; undefined while it moves, and where it would crack. */
  readonly held = computed((): Held | undefined => {
    const stopped = this.stoppedAt();
    return stopped && holdAt(stopped.scene, this.stem(), stopped.at, this.tiesTo(), this.wish());
  });

  /** Every means there is here for the angle one has stopped at. */
  readonly here = computed(() => {
    const stopped = this.stoppedAt();
    return stopped ? meansFor(stopped.scene, this.stem(), stopped.at, this.tiesTo()) : [];
  });

  /** How long it may be let run up and still bends so far; undefined where that is not near enough to tell. */
  readonly stiff = computed<Message | undefined>(() => {
    const stopped = this.stoppedAt();
    if (!stopped || !this.held()) return undefined;
    const from = stiffFrom(stopped.scene, this.stem(), stopped.at);
    return from === undefined ? undefined : told('bend-try.stiff', { day: day(from) });
  });

  readonly lines = computed((): Message[] => {
    const trial = this.trial();
    if (!trial) return [told('bend-try.as-it-lies')];
    const { how, nowDeg, stages, chance, chanceFrom, chanceTo, lookOn } = trial;
    const now = told('bend-try.now', { now: deg(nowDeg) });
    if (this.stem().mended) return [told('bend-try.mended')];
    const held = this.held();
    if (held) return [told('bend-try.held', { held: heldByTold(held) }), ...heldTold(held).main];
    if (how !== 'never') return [safetyTold({ how, stages, chance, chanceFrom, chanceTo, lookOn }), now];
    const n = Math.round(chance * 100);
    const args = { n, at: cm(trial.worstCm), wood: told(`wood-state.${trial.wood}`) };
    return [told('bend-try.cracks', args), now];
  });

  /** What else there is to know of how it is held. */
  readonly more = computed((): Message[] => {
    const [trial, held] = [this.trial(), this.held()];
    if (!trial || !held || !this.isMoreOpen()) return [];
    const stiff = this.stiff();
    const rolled = told('bend-try.rolled', { n: Math.round(trial.rolledChance * 100) });
    return [...heldTold(held).more, rolled, ...this.learnt(trial.wood), ...(stiff ? [stiff] : [])];
  });

  /** What holds it, where that is drawn. */
  readonly heldAt = computed<HeldAt | undefined>(() => {
    const trial = this.trial();
    if (!trial) return undefined;
    const held = this.held();
    const tie = tiedAt(trial, held, this.stem().length.value);
    return { tie, to: madeFastTo(trial, held, tie), means: held?.by };
  });

  constructor() {
    effect((onCleanup) => {
      const at = this.toDeg();
      const stops = setTimeout(() => this.restDeg.set(at), STOPS_MS);
      onCleanup(() => clearTimeout(stops));
    });
  }

  /** What the yard's own bends have made of what a wood bears. */
  private learnt(wood: WoodState): Message[] {
    const scene = this.hand.scene();
    const factor = scene ? woodBears(scene, wood).factor : 1;
    return factor === 1 ? [] : [told('bend-try.learnt', { share: share(factor) })];
  }

  open(isOpen: boolean): void {
    this.isOpen.set(isOpen);
    if (isOpen) {
      this.bench.seeSideOn(this.stem().shape.runBearing.value);
      this.bench.bendTo(this.stem().id, this.run());
    } else this.bench.unbend();
  }

  move(event: Event): void {
    this.bench.bendTo(this.stem().id, Number((event.target as HTMLInputElement).value));
  }
}

/** Where what holds it sits on its course as it would lie; where a cord would, while that is not known. */
function tiedAt({ after, tieAt }: BendTrial, held: Held | undefined, lengthCm: number): Point {
  if (!held) return tieAt;
  const at = Math.round((held.tieCm / lengthCm) * (after.length - 1));
  return after[Math.min(after.length - 1, at)] as Point;
}

/** How far a jug hangs down, cm, and how far up the trunk a cord is made fast. */
const HANGS_CM = 25;
const TRUNK_CM = 25;

/** The other end of what holds it, cm from its join, y up: on the ground, at the foot of the trunk, above the join as far as it is out. */
function madeFastTo({ joinCm }: BendTrial, held: Held | undefined, [x, y]: Point): Point | undefined {
  switch (held?.by) {
    case 'ground-peg':
    case 'prop':
      return [x, -joinCm];
    case 'weight':
      return [x, y - HANGS_CM];
    case 'trunk':
      return [0, TRUNK_CM - joinCm];
    case 'spreader':
      return [0, held.tieCm];
    case 'above':
      return [0, Math.abs(x)];
    case 'clip':
    case 'wire':
    case 'cane':
    case 'aside':
    case 'neighbour':
    case undefined:
      return undefined;
  }
}
