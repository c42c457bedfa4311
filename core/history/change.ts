const known = new WeakMap<object, WeakMap<object, unknown>>();

/**
 * A thing with some of its facts changed, and without those that are said no longer: the same object each time for the same
 * thing and change, so that what rests on it need not be worked out again.
 */
export function changed<T extends object>(
  thing: T,
  change: Partial<T>,
  without: readonly (keyof T)[] = [],
): T {
  const changes = known.get(thing) ?? new WeakMap<object, unknown>();
  known.set(thing, changes);
  const before = changes.get(change) as T | undefined;
  if (before) return before;
  const names: ReadonlySet<string | number | symbol> = new Set(without);
  const now = Object.fromEntries(
    Object.entries({ ...thing, ...change }).filter(([name]) => !names.has(name)),
  ) as T;
  changes.set(change, now);
  return now;
}
