import { computed } from '@angular/core';
import { patchState, signalStoreFeature, withComputed, withMethods, withState } from '@ngrx/signals';
import { told, type Message } from '../../../../core';
import { NotWritten } from './book-db';

/** A write that failed: what it was to keep, why it is not kept, and how to try again, where that can help. */
export interface Unkept {
  what: string;
  message: Message;
  again: (() => Promise<unknown>) | undefined;
}

/** Whether what is on screen is on disk. */
export type Keeping =
  { kind: 'saved' } | { kind: 'saving' } | { kind: 'failed'; message: Message; canTryAgain: boolean };

/** A write to run, and what follows once it is kept. */
export interface Write<T> {
  /** What it keeps: a later write of the same thing answers for this one too. */
  what: string;
  run: () => Promise<T>;
  then?: (done: T) => void;
}

/** What an error says, without its name and its full stop. */
const wordsOf = (error: unknown): string =>
  (error instanceof Error ? error.message : String(error)).replace(/\.$/, '');

const NO_UNKEPT: readonly Unkept[] = [];

/** Every write answers for itself: one that failed is told until it, or a later write of the same thing, is kept. */
export function withKeeping() {
  return signalStoreFeature(
    withState({ writing: 0, unkept: NO_UNKEPT }),
    withComputed((store) => ({
      keeping: computed<Keeping>(() => {
        const [first, ...more] = store.unkept();
        if (!first) return { kind: store.writing() > 0 ? 'saving' : 'saved' };
        const canTryAgain = store.unkept().some(({ again }) => again !== undefined);
        const message =
          more.length > 0
            ? told('keeping.and-more', { first: first.message, more: more.length })
            : first.message;
        return { kind: 'failed', message, canTryAgain };
      }),
    })),
    withMethods((store) => {
      const settle = (what: string, failure?: Unkept): void =>
        patchState(store, ({ unkept }) => ({
          unkept: [...unkept.filter((other) => other.what !== what), ...(failure ? [failure] : [])],
        }));

      /** Runs one write. Gives what came of it, or undefined where it failed: then nothing is kept of it. */
      async function keep<T>(write: Write<T>): Promise<{ done: T } | undefined> {
        patchState(store, ({ writing }) => ({ writing: writing + 1 }));
        try {
          const done = await write.run();
          settle(write.what);
          write.then?.(done);
          return { done };
        } catch (error) {
          const isRefused = error instanceof NotWritten;
          const message = isRefused
            ? told('keeping.not-written', { why: error.why })
            : told('keeping.not-saved', { why: wordsOf(error) });
          settle(write.what, { what: write.what, message, again: isRefused ? undefined : () => keep(write) });
          return undefined;
        } finally {
          patchState(store, ({ writing }) => ({ writing: writing - 1 }));
        }
      }

      return {
        keep,
        /** Tries every write again that failed. */
        async tryAgain(): Promise<void> {
          for (const { again } of store.unkept()) await again?.();
        },
        /** Lets go of what failed: it is not kept, and no longer told. */
        letBe: (): void => patchState(store, { unkept: NO_UNKEPT }),
      };
    }),
  );
}
