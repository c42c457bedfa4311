/** Where a tree stands, cm east and north. */
export interface StandsAt {
  eastCm: number;
  northCm: number;
}

/** Distance between two trees, cm. */
export const far = (a: StandsAt, b: StandsAt): number =>
  Math.hypot(a.eastCm - b.eastCm, a.northCm - b.northCm);

/** More trees than this are walked from nearest to nearest, as rows are, without looking for a shorter way. */
const SHORTENED_TO = 60;

/**
 * An order to walk trees in, as indices: from the first given always to the nearest not yet visited, then with
 * stretches turned round (2-opt) and single trees moved while that shortens the way. The first stays first.
 */
export function walkingOrder(places: readonly StandsAt[]): number[] {
  const order: number[] = [];
  const left = new Set(places.keys());
  let at = 0;
  while (left.size > 0) {
    const here = places[at] as StandsAt;
    const next = [...left].reduce((best, i) =>
      far(here, places[i] as StandsAt) < far(here, places[best] as StandsAt) ? i : best,
    );
    left.delete(next);
    order.push(next);
    at = next;
  }
  while (places.length <= SHORTENED_TO && improved(places, order));
  return order;
}

/** Turns a stretch round, or moves one tree to another place in the order, where that makes the way shorter; false for none. */
function improved(places: readonly StandsAt[], order: number[]): boolean {
  const now = lengthOf(places, order);
  for (let i = 1; i < order.length; i++) {
    for (let j = 1; j < order.length; j++) {
      const turned = [
        ...order.slice(0, i),
        ...order.slice(i, j + 1).reverse(),
        ...order.slice(Math.max(i, j + 1)),
      ];
      const without = order.filter((_, at) => at !== i);
      const moved = [...without.slice(0, j), order[i] as number, ...without.slice(j)];
      const better = [turned, moved].find((other) => lengthOf(places, other) < now - 1e-9);
      if (!better) continue;
      order.splice(0, order.length, ...better);
      return true;
    }
  }
  return false;
}

/** Length of a way through all places, cm. */
function lengthOf(places: readonly StandsAt[], order: readonly number[]): number {
  return order
    .slice(1)
    .reduce((sum, to, i) => sum + far(places[order[i] as number] as StandsAt, places[to] as StandsAt), 0);
}
