import { signal } from '@angular/core';
import { expect, it } from 'vitest';
import { keptFor } from './kept-for';

it('keeps what was typed while it is about the same thing, though that is told anew, and begins anew for another', () => {
  const thing = signal({ id: 'a', cm: 30 });
  const typed = keptFor(
    () => thing().id,
    () => thing().cm,
  );
  expect(typed()).toBe(30);
  typed.set(45);
  thing.set({ id: 'a', cm: 31 });
  expect(typed()).toBe(45);
  thing.set({ id: 'b', cm: 60 });
  expect(typed()).toBe(60);
});
