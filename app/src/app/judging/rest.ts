/**
 * A word to workers that is heard in the midst of work: a busy worker reads no message, but it can look at shared memory,
 * and sleep on it. 1 asks for rest, 0 for work.
 */
export type Rest = SharedArrayBuffer;

/** Undefined where a page may share no memory (served to another device without TLS, say): workers then never rest. */
export const newRest = (): Rest | undefined =>
  globalThis.crossOriginIsolated ? new SharedArrayBuffer(Int32Array.BYTES_PER_ELEMENT) : undefined;

export function askForRest(rest: Rest, resting: boolean): void {
  const word = new Int32Array(rest);
  Atomics.store(word, 0, resting ? 1 : 0);
  if (!resting) Atomics.notify(word, 0);
}

/** In a worker: sleeps until no rest is asked for any more. On a page itself this throws, since a page must not sleep. */
export const restIfAsked = (rest: Rest): void => void Atomics.wait(new Int32Array(rest), 0, 1);
