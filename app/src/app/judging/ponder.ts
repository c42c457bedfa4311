import { computed, effect, inject, Injectable, InjectionToken, signal, type Signal } from '@angular/core';
import type { PonderAnswer, PonderRequest, QuestionKind, Questions } from './ponder-messages';

/** What a pondering worker must do; tests stand one in. */
export interface PonderWorker {
  postMessage(request: PonderRequest): void;
  terminate(): void;
  onmessage: ((event: MessageEvent<PonderAnswer>) => void) | null;
  onerror: ((event: ErrorEvent) => void) | null;
}

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
 * Asks a question of a worker of its own, whenever what is asked changes. The latest question wins: an older one that is
 * still being answered is ended with its worker, since a busy one hears nothing.
 */
@Injectable()
export class Ponder {
  private readonly makeWorker = inject(PONDER_WORKER);

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
      const worker = this.makeWorker();
      worker.onmessage = ({ data: { result } }) => {
        answered.set(
          result.ok
            ? { kind: 'answered', answer: result.answer as Questions[K]['answer'] }
            : { kind: 'failed', message: result.message },
        );
        worker.terminate();
      };
      worker.onerror = ({ message }) =>
        answered.set({ kind: 'failed', message: message || 'it stopped unexpectedly' });
      worker.postMessage({ id: 1, kind, ask: JSON.parse(asked) as Questions[K]['ask'] });
      onCleanup(() => worker.terminate());
    });
    return answered.asReadonly();
  }
}
