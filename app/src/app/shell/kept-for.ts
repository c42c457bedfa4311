import { computed, linkedSignal, untracked, type WritableSignal } from '@angular/core';

/**
 * What somebody sets or types about a thing, kept for as long as it is about the same one, and begun anew for another. A linked signal alone begins
 * anew whenever anything its source reads is another object, and a tree that is judged once more is one: what was typed meanwhile would be gone.
 */
export function keptFor<K, V>(about: () => K, anew: (about: K) => V): WritableSignal<V> {
  const same = computed(about);
  return linkedSignal<K, V>({ source: same, computation: (one) => untracked(() => anew(one)) });
}
