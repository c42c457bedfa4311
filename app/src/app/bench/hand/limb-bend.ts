import {
  ChangeDetectionStrategy,
  Component,
  computed,
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
  meansFor,
  runDegOf,
  share,
  stiffFrom,
  tiesToOf,
  told,
  tryBend,
  woodBears,
  type BendTrial,
  type Means,
  type Message,
  type Stem,
  type WoodState,
} from '../../../../../core';
import { BentLimb, type HeldAt } from '../../drawing/bent-limb';
import { Say, Told } from '../../words/told';
import { Words } from '../../words/words';
import { BenchStore } from '../bench-store';
import { HandStore } from './hand-store';

type Point = readonly [x: number, y: number];

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
  readonly label = computed(() => this.words.say('bend-try.picture'));

  private readonly run = computed(() => {
    const scene = this.hand.scene();
    return scene && this.isOpen() ? Math.round(runDegOf(scene, this.stem())) : 0;
  });

  /** The angle tried, here or on the tree: as it lies, until it is moved. */
  readonly toDeg = computed(() => {
    const bending = this.bench.bending();
    return bending?.stemId === this.stem().id ? bending.toDeg : this.run();
  });
  /** The angle one has stopped at: what takes longer to find out is found for it. */
  readonly restDeg = linkedSignal<string, number | undefined>({
    source: () => this.stem().id,
    computation: () => undefined,
  });
  /** The means it is to be held with, where the grower chose one. */
  readonly wish = linkedSignal<string, Means | undefined>({
    source: () => this.stem().id,
    computation: () => undefined,
  });

  private readonly tiesTo = computed(() => {
    const state = this.bench.state();
    const form = state && formOf(state.form);
    return form && tiesToOf(form);
  });

  readonly trial = computed((): BendTrial | undefined => {
    const scene = this.hand.scene();
    if (!scene || !this.isOpen()) return undefined;
    return tryBend(scene, this.stem(), this.toDeg(), this.tiesTo(), this.wish());
  });

  /** Every means there is here for the angle one has stopped at. */
  readonly here = computed(() => {
    const [scene, at] = [this.hand.scene(), this.restDeg()];
    if (!scene || at === undefined || !this.isOpen() || at !== this.toDeg() || !this.trial()?.held) return [];
    return meansFor(scene, this.stem(), at, this.tiesTo());
  });

  /** How long it may be let run up and still bends so far; undefined where that is not near enough to tell. */
  readonly stiff = computed<Message | undefined>(() => {
    const [scene, at] = [this.hand.scene(), this.restDeg()];
    if (!scene || at === undefined || at !== this.toDeg() || !this.trial()?.held) return undefined;
    const from = stiffFrom(scene, this.stem(), at);
    return from === undefined ? undefined : told('bend-try.stiff', { day: day(from) });
  });

  readonly lines = computed((): Message[] => {
    const trial = this.trial();
    if (!trial) return [told('bend-try.as-it-lies')];
    const now = told('bend-try.now', { now: deg(trial.nowDeg) });
    if (this.stem().mended) return [told('bend-try.mended')];
    if (trial.held) {
      const rolled = told('bend-try.rolled', { n: Math.round(trial.rolledChance * 100) });
      const held = told('bend-try.held', { held: heldByTold(trial.held) });
      return [held, ...heldTold(trial.held), rolled, ...this.learnt(trial.wood)];
    }
    const n = Math.round(trial.chance * 100);
    const args = { n, at: cm(trial.worstCm), wood: told(`wood-state.${trial.wood}`) };
    return [told('bend-try.cracks', args), now];
  });

  /** What holds it, where that is drawn. */
  readonly heldAt = computed<HeldAt | undefined>(() => {
    const trial = this.trial();
    if (!trial) return undefined;
    const tie = tiedAt(trial, this.stem().length.value);
    return { tie, to: madeFastTo(trial, tie), means: trial.held?.by };
  });

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

/** Where what holds it sits on its course as it would lie; where a cord would, for a limb that would crack. */
function tiedAt({ held, after, tieAt }: BendTrial, lengthCm: number): Point {
  if (!held) return tieAt;
  const at = Math.round((held.tieCm / lengthCm) * (after.length - 1));
  return after[Math.min(after.length - 1, at)] as Point;
}

/** How far a jug hangs down, cm, and how far up the trunk a cord is made fast. */
const HANGS_CM = 25;
const TRUNK_CM = 25;

/** The other end of what holds it, cm from its join, y up: on the ground, at the foot of the trunk, above the join as far as it is out. */
function madeFastTo({ held, joinCm }: BendTrial, [x, y]: Point): Point | undefined {
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
    case undefined:
      return undefined;
  }
}
