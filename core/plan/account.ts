import type { Tree } from '../tree/stem';
import type { Act } from './acts';
import { afterActs, woodOf } from './after';

/** What acts take of a tree, each as a share of what it has, 0 to 1. */
export interface Account {
  /** Wood, as the sum of d^2 ds, trunk included. */
  wood: number;
  /** Leaf-bearing shoots, by length: all but a trunk. */
  shoots: number;
  /** Growing points: tips that were not cut. A headed stem has none left of its own. */
  points: number;
}

/** Shares of a tree's wood, shoots and growing points that acts take off. */
export function accountOf(before: Tree, acts: readonly Act[]): Account {
  const after = afterActs(before, acts);
  const share = (of: (tree: Tree) => number): number => {
    const whole = of(before);
    return whole === 0 ? 0 : Math.max(0, 1 - of(after) / whole);
  };
  return { wood: share(woodOf), shoots: share(shootsOf), points: share(pointsOf) };
}

/** Length of the shoots that bear leaf, cm: all on a trunk, and a bush's own stems. */
function shootsOf({ stems, ownRooted }: Tree): number {
  return stems.reduce(
    (sum, { parent, length }) => sum + (parent.kind === 'stem' || ownRooted ? length.value : 0),
    0,
  );
}

function pointsOf(tree: Tree): number {
  return tree.stems.filter(({ headed, condition }) => !headed && condition !== 'dead').length;
}
