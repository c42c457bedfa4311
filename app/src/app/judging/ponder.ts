import {
  computed,
  effect,
  inject,
  Injectable,
  InjectionToken,
  signal,
  untracked,
  type Signal,
} from '@angular/core';
import { told, type Message } from '../../../../core';
import type { Part, QuestionKind, Questions } from './ponder-messages';
import { Stillness } from '../shell/stillness';
import { askForRest, newRest } from './rest';
import { WorkerPool, type Hearer, type PonderWorker } from './worker-pool';

/** With the one that judges, no more than two workers on a phone, three where there are cores to spare. */
const MANY_CORES = 4;

/**
 * How long what is asked must have stood before it is weighed at length, ms: one who types or rules on limb after limb does not have
 * a phone begin many seconds of work at every touch.
 */
const PATIENCE_MS: Partial<Readonly<Record<QuestionKind, number>>> = { weigh: 1200 };

export const PONDER_WORKER = new InjectionToken<() => PonderWorker>('makes a pondering worker', {
  providedIn: 'root',
  factory: () => () => new Worker(new URL('./ponder.worker', import.meta.url), { type: 'module' }),
});

/** Where one question stands. */
export type Pondered<T> =
  | { kind: 'none' }
  | { kind: 'waiting'; part?: Part }
  /** Let be by the grower, until it is asked anew. */
  | { kind: 'stopped' }
  | { kind: 'answered'; answer: T }
  | { kind: 'failed'; message: Message };

/** A question that is asked for as long as somebody looks. */
export interface Pondering<T> {
  now: Signal<Pondered<T>>;
  /** Lets a question be that is being worked out. */
  stop(): void;
  /** Takes up again what was let be. */
  again(): void;
}

/**
 * Asks a question of a worker of the pool, whenever what is asked changes. The latest question wins: an older one that is
 * still being answered is ended with its worker, since a busy one hears nothing;
 * but it rests while the page moves, where it may share memory with the page.
 */
@Injectable()
export class Ponder {
  private readonly still = inject(Stillness);
  private readonly rest = newRest();
  private readonly pool = new WorkerPool(
    inject(PONDER_WORKER),
    (globalThis.navigator?.hardwareConcurrency ?? 1) > MANY_CORES ? 2 : 1,
    (run) => this.still.whenStill(run),
  );

  constructor() {
    const { rest } = this;
    if (rest) this.still.watch((moving) => askForRest(rest, moving));
  }

  /** Must be called where effects may be made. `ask` undefined asks nothing. */
  about<K extends QuestionKind>(
    kind: K,
    ask: Signal<Questions[K]['ask'] | undefined>,
  ): Pondering<Questions[K]['answer']> {
    const now = signal<Pondered<Questions[K]['answer']>>({ kind: 'none' });
    const key = computed(() => JSON.stringify(ask() ?? null));
    /** The question that was let be; another one is asked all the same. */
    const letBe = signal<string | undefined>(undefined);
    effect((onCleanup) => {
      const asked = key();
      if (asked === 'null' || letBe() === asked) {
        now.set({ kind: asked === 'null' ? 'none' : 'stopped' });
        return;
      }
      now.set({ kind: 'waiting' });
      const request = { id: 1, kind, ask: JSON.parse(asked) as Questions[K]['ask'], rest: this.rest };
      const hearer: Hearer = {
        part: (part) => now.set({ kind: 'waiting', part }),
        // What is asked may have changed a moment ago: an answer to what was asked before is nobody's.
        answer: (result) =>
          untracked(key) === asked &&
          now.set(
            result.ok
              ? { kind: 'answered', answer: result.answer as Questions[K]['answer'] }
              : {
                  kind: 'failed',
                  message: told('judging.failed', { why: result.message || told('judging.ended') }),
                },
          ),
      };
      let takeBack = (): void => undefined;
      const begin = (): void => void (takeBack = this.pool.ask(request, hearer));
      const patience = PATIENCE_MS[kind];
      const timer = patience && setTimeout(begin, patience);
      if (timer === undefined) begin();
      onCleanup(() => {
        clearTimeout(timer);
        takeBack();
      });
    });
    return {
      now: now.asReadonly(),
      stop: () => {
        if (now().kind === 'waiting') letBe.set(key());
      },
      again: () => letBe.set(undefined),
    };
  }
}
