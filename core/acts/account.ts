import type { RuleKey } from '../rules/defaults';
import { told, type Message } from '../words/message';
import type { TreeScene } from './scene';
import { newestCm, type Tree } from '../tree/stem';
import { type Act, afterActs } from './acts';
import { woodOf } from './wood';

/** What acts take of a tree, each as a share of what it has, 0 to 1. */
export interface Account {
  /** Wood, as the sum of d^2 ds, trunk included. */
  wood: number;
  /** Leaf-bearing shoots, by length: all but a trunk's own older wood. */
  shoots: number;
  /** Growing points: ends of shoots and counted side shoots. A cut shoot keeps one, at the bud it is cut to. */
  points: number;
}

/** Shares of a tree's living wood, shoots and growing points that acts take off. */
export function accountOf(tree: Tree, acts: readonly Act[]): Account {
  const [before, after] = [living(tree), living(afterActs(tree, acts))];
  const share = (of: (tree: Tree) => number): number => {
    const whole = of(before);
    return whole === 0 ? 0 : Math.max(0, 1 - of(after) / whole);
  };
  return { wood: share(woodOf), shoots: share(shootsOf), points: share(pointsOf) };
}

/** What is dead is no loss. */
const living = (tree: Tree): Tree => ({
  ...tree,
  stems: tree.stems.filter(({ condition }) => condition !== 'dead'),
});

/** Length of the shoots that bear leaf, cm: all on a trunk, a bush's own stems, and of a trunk that grows on its newest growth. */
function shootsOf({ stems, ownRooted }: Tree): number {
  return stems.reduce(
    (sum, stem) =>
      sum +
      (stem.parent.kind === 'stem' || ownRooted
        ? stem.length.value
        : stem.headed
          ? 0
          : (newestCm(stem) ?? 0)),
    0,
  );
}

/** Growing points: the end of each shoot that grows on, its own or the bud it was cut to, and its counted side shoots. */
function pointsOf({ stems, ownRooted }: Tree): number {
  return stems
    .map(({ parent, headed, sideShoots = 0 }) => {
      const isHeadedTrunk = headed && parent.kind !== 'stem' && !ownRooted;
      return (isHeadedTrunk ? 0 : 1) + sideShoots;
    })
    .reduce((sum, points) => sum + points, 0);
}

/** The day's cap on each measure: the figure it is set by, by whether the tree is shaped for the first time, and whether it is in leaf. */
export interface CapsAsked {
  isFirst: boolean;
  /** In leaf, and not only worked in leaf because winters are wet. */
  inLeaf: boolean;
}

/** What kind of year it is for a tree's caps. */
export const capsAskedIn = (
  { when, kind, site }: Pick<TreeScene, 'when' | 'kind' | 'site'>,
  isFirst: boolean,
): CapsAsked => ({
  isFirst,
  inLeaf: when.inLeaf && !(kind.wetWinterRisk.value && site.wetWinters === true),
});

/** The figure that sets a cap. */
export function capFigure(measure: keyof Account, { isFirst, inLeaf }: CapsAsked): RuleKey {
  if (inLeaf && measure === 'shoots') return 'shoots.leafRatio';
  return `${measure}.${isFirst ? 'firstRatio' : 'capRatio'}`;
}

/** The most that may go in a year: the first shaping of a tree may take more, a tree in leaf less of its leaf. */
export function capsOf({ limits }: Pick<TreeScene, 'limits'>, year: CapsAsked): Account {
  const cap = (measure: keyof Account): number => limits(capFigure(measure, year)).value;
  return { wood: cap('wood'), shoots: cap('shoots'), points: cap('points') };
}

/** What of a cap is left for a tree of which a share is gone already, as a share of what it still has, 0 to 1. */
export function capsLeft(caps: Account, done: Account): Account {
  const left = (measure: keyof Account): number => {
    const gone = done[measure];
    return gone >= 1 ? 0 : Math.max(0, (caps[measure] - gone) / (1 - gone));
  };
  return { wood: left('wood'), shoots: left('shoots'), points: left('points') };
}

export const MEASURES = ['wood', 'shoots', 'points'] as const satisfies readonly (keyof Account)[];

/** What each measure is called. */
export const measureCalled = (measure: keyof Account): Message => told(`measure.${measure}`);

/** The first measure in which an account passes its caps, if any. */
export const overCap = (account: Account, caps: Account): keyof Account | undefined =>
  MEASURES.find((measure) => account[measure] > caps[measure] + 1e-9);

/** The same, by the whole percent in which shares are told: a cap is not said to be passed by what reads the same. */
export const passedCap = (account: Account, caps: Account): keyof Account | undefined =>
  MEASURES.find((measure) => isPassed(account, caps, measure));
export const isPassed = (account: Account, caps: Account, measure: keyof Account): boolean =>
  Math.round(account[measure] * 100) > Math.round(caps[measure] * 100);

export const sumOf = (a: Account, b: Account): Account => ({
  wood: a.wood + b.wood,
  shoots: a.shoots + b.shoots,
  points: a.points + b.points,
});
