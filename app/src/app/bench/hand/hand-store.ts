import { computed, inject, Injectable } from '@angular/core';
import { BenchStore } from '../bench-store';

/** The limb in hand: the stem with what is half typed of it, and what is decided of it. */
@Injectable()
export class HandStore {
  private readonly bench = inject(BenchStore);

  readonly stem = computed(() => {
    const id = this.bench.inHand();
    return this.bench.drafted()?.tree.stems.find((stem) => stem.id === id);
  });

  readonly verdict = computed(() => {
    const id = this.stem()?.id;
    return id === undefined ? undefined : this.bench.judged()?.verdicts[id];
  });

  /** Whether it is in the book, or only half typed. */
  readonly isRecorded = computed(() => {
    const id = this.bench.inHand();
    return this.bench.state()?.tree.stems.some((stem) => stem.id === id) ?? false;
  });

  readonly scene = this.bench.scene;

  /** The tree as judged, once the judging of what is in the book is done. */
  readonly settled = this.bench.settled;
}
