import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { shootActCalled, type ShootVerdict, type Stem } from '../../../../../core';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { ShootInHand } from './shoot-in-hand';
import { shootPlace } from './shoot-place';
import { ShootStore } from './shoot-store';

/** A new shoot is entered so long, and so far out, until it is read, cm. */
const NEW_CM = 10;

/** Shoots in leaf, read in a few taps each, with what is done to each and why. */
@Component({
  selector: 'eb-shoot-list',
  imports: [Say, ShootInHand, Told],
  templateUrl: './shoot-list.html',
  styleUrl: './shoot-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShootList {
  readonly bench = inject(BenchStore);
  private readonly store = inject(ShootStore);

  readonly lines = computed(() =>
    this.store.verdicts().map((verdict) => ({
      verdict,
      id: verdict.shoot.shoot,
      tag: this.tagOf(verdict),
      where: shootPlace(verdict.shoot, this.stems()),
      does: shootActCalled(verdict.act),
      isWork: verdict.ticked !== undefined || verdict.act === 'takes-over',
    })),
  );

  readonly stems = computed<readonly Stem[]>(() => this.bench.state()?.tree.stems ?? []);
  /** Stems of the book that are not read in leaf yet. */
  readonly unread = computed(() => {
    const read = new Set(this.store.shoots().map(({ shoot }) => shoot));
    return this.stems().filter(({ id }) => !read.has(id));
  });

  /** Enters a new shoot on a stem: it is read by taps from there on. */
  async add(onStem: string): Promise<void> {
    const shoot = this.store.freshName();
    const stem = this.stems().find(({ id }) => id === onStem);
    const tag = shoot.replace('shoot-', 's');
    const atCm = Math.round((stem?.length.value ?? 0) / 2);
    if (await this.store.read({ shoot, tag, onStem, atCm, lengthCm: NEW_CM }, this.bench.on()))
      this.bench.take(shoot);
  }

  /** Reads a stem of the book in leaf. */
  async readStem(stemId: string): Promise<void> {
    const stem = this.stems().find(({ id }) => id === stemId);
    if (!stem) return;
    const lengthCm = Math.round(stem.length.value);
    if (await this.store.read({ shoot: stemId, lengthCm }, this.bench.on())) this.bench.take(stemId);
  }

  private tagOf({ shoot }: ShootVerdict): string {
    return shoot.tag ?? this.stems().find(({ id }) => id === shoot.shoot)?.tag ?? shoot.shoot;
  }
}
