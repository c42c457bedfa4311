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
  deg,
  formOf,
  heldByTold,
  heldTold,
  runDegOf,
  tiesToOf,
  told,
  tryBend,
  type BendTrial,
  type Message,
  type Stem,
} from '../../../../../core';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { HandStore } from './hand-store';

type Point = readonly [x: number, y: number];

/** How much of what its wood bears a piece of the limb is asked: told by the width of the mark beside it. */
const GRADES = [0.25, 0.5, 0.75] as const;
const MARGIN_CM = 12;

/** How far the limb in hand bends: an angle is tried, and its wood, the pull and the tie are seen. Nothing is written down. */
@Component({
  selector: 'eb-limb-bend',
  imports: [Say, Told],
  templateUrl: './limb-bend.html',
  styleUrl: './limb-bend.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbBend {
  readonly stem = input.required<Stem>();
  private readonly bench = inject(BenchStore);
  private readonly hand = inject(HandStore);

  readonly isOpen = signal(false);

  private readonly run = computed(() => {
    const scene = this.hand.scene();
    return scene && this.isOpen() ? Math.round(runDegOf(scene, this.stem())) : 0;
  });

  /** The angle tried: as it lies, until it is moved. */
  readonly toDeg = linkedSignal({
    source: () => [this.stem().id, this.run()],
    computation: () => this.run(),
  });

  readonly trial = computed((): BendTrial | undefined => {
    const [scene, state] = [this.hand.scene(), this.bench.state()];
    if (!scene || !state || !this.isOpen()) return undefined;
    const form = formOf(state.form);
    return tryBend(scene, this.stem(), this.toDeg(), form && tiesToOf(form));
  });

  readonly lines = computed((): Message[] => {
    const trial = this.trial();
    if (!trial) return [told('bend-try.as-it-lies')];
    const now = told('bend-try.now', { now: deg(trial.nowDeg) });
    if (this.stem().mended) return [told('bend-try.mended')];
    if (trial.held) return [told('bend-try.held', { held: heldByTold(trial.held) }), ...heldTold(trial.held)];
    const n = Math.round(trial.chance * 100);
    const args = { n, at: cm(trial.worstCm), wood: told(`wood-state.${trial.wood}`) };
    return [told('bend-try.cracks', args), now];
  });

  /** The picture: a box round both courses, the ground where it is near, and the pieces by what is asked of them. */
  readonly picture = computed(() => {
    const trial = this.trial();
    if (!trial) return undefined;
    const flip = ([x, y]: Point): Point => [x, -y];
    const [before, after] = [trial.before.map(flip), trial.after.map(flip)];
    const all = [...before, ...after];
    const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)];
    const [left, right] = [Math.min(0, ...xs) - MARGIN_CM, Math.max(...xs) + MARGIN_CM];
    const tie = flip(tiedAt(trial, this.stem().length.value));
    const to = madeFastTo(trial, tie);
    const [top, low] = [Math.min(0, ...ys, to?.[1] ?? 0) - MARGIN_CM, Math.max(0, ...ys) + 2 * MARGIN_CM];
    const path = (points: readonly Point[]): string =>
      points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
    return {
      box: `${left} ${top} ${right - left} ${low - top}`,
      unit: (right - left) / 280,
      ...{ before: path(before), after: path(after), top, low },
      ...{ tie, to, means: trial.held?.by },
      pieces: trial.asked.map((share, i) => ({
        path: path([after[i] as Point, after[i + 1] as Point]),
        grade: GRADES.filter((grade) => share > grade).length,
      })),
    };
  });

  move(event: Event): void {
    this.toDeg.set(Number((event.target as HTMLInputElement).value));
  }
}

/** Where what holds it sits on its course as it would lie; where a cord would, for a limb that would crack. */
function tiedAt({ held, after, tieAt }: BendTrial, lengthCm: number): Point {
  if (!held) return tieAt;
  const at = Math.round((held.tieCm / lengthCm) * (after.length - 1));
  return after[Math.min(after.length - 1, at)] as Point;
}

/** How far down a cord is drawn, cm: the ground is mostly off the picture. */
const CORD_CM = 60;

/** The other end of what holds it, y down: straight down, at the foot of the trunk, or as far above the join as the stick is out. */
function madeFastTo({ held }: BendTrial, [x, y]: Point): Point | undefined {
  if (held?.by === 'ground-peg' || held?.by === 'weight') return [x, y + CORD_CM];
  if (held?.by === 'trunk') return [0, y + CORD_CM];
  return held?.by === 'spreader' ? [0, -held.tieCm] : undefined;
}
