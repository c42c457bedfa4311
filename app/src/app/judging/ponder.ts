import { computed, effect, inject, Injectable, InjectionToken, signal, type Signal } from '@angular/core';
import type { QuestionKind, Questions } from './ponder-messages';
import { WorkerPool, type PonderWorker } from './worker-pool';

/** With the one that judges, no more than two workers on a phone, three where there are cores to spare. */
const MANY_CORES = 4;

export const PONDER_WORKER = new InjectionToken<() => PonderWorker>('makes a pondering worker', {
  providedIn: 'root',
  factory: () => () => new Worker(new URL('./ponder.worker', import.meta.url), { type: 'module' }),
});

/** Where one question stands. */
export type Pondered<T> =
  | { kind: 'none' }
  | { kind: 'waiting' }
  | { kind: 'answered'; answer: T }
  | { kind: 'failed'; message: string };

/**
 * Asks a question of a worker of the pool, whenever what is asked changes. The latest question wins: an older one that is
 * still being answered is ended with its worker, since a busy one hears nothing.
 */
@Injectable()
export class Ponder {
  private readonly pool = new WorkerPool(
    inject(PONDER_WORKER),
    (globalThis.navigator?.hardwareConcurrency ?? 1) > MANY_CORES ? 2 : 1,
  );

  /** Must be called where effects may be made. `ask` undefined asks nothing. */
  about<K extends QuestionKind>(
    kind: K,
    ask: Signal<Questions[K]['ask'] | undefined>,
  ): Signal<Pondered<Questions[K]['answer']>> {
    const answered = signal<Pondered<Questions[K]['answer']>>({ kind: 'none' });
    const key = computed(() => JSON.stringify(ask() ?? null));
    effect((onCleanup) => {
      const asked = key();
      if (asked === 'null') {
        answered.set({ kind: 'none' });
        return;
      }
      answered.set({ kind: 'waiting' });
      const request = { id: 1, kind, ask: JSON.parse(asked) as Questions[K]['ask'] };
      const takeBack = this.pool.ask(request, (result) =>
        answered.set(
          result.ok
            ? { kind: 'answered', answer: result.answer as Questions[K]['answer'] }
            : { kind: 'failed', message: result.message || 'it stopped unexpectedly' },
        ),
      );
      onCleanup(takeBack);
    });
    return answered.asReadonly();
  }
}
