import { walkingOrder, type Due, type Pressing, type TreeState } from '../../../../core';

/** How far ahead what is due is shown: now, this week, or the season. */
export const SPANS = ['now', 'week', 'later'] as const;
export type Span = (typeof SPANS)[number];
export const ORDERS = ['urgency', 'tree', 'walk'] as const;
export type DueOrder = (typeof ORDERS)[number];

/** What is asked for: a span, a site, a kind of fruit, letters of a name. */
export interface Wanted {
  span: Span;
  siteId?: string;
  kind?: string;
  name?: string;
}

/** Things that are alike pressing, or all on one tree. */
export interface DueGroup {
  key: string;
  tree?: TreeState;
  due: readonly Due[];
  pressing: Pressing;
}

/** The same work on one tree or several. */
export interface Alike {
  key: string;
  first: Due;
  due: readonly Due[];
}

/** The same work on several trees together, in the order the first of each comes in. */
export const alikeTogether = (due: readonly Due[]): Alike[] =>
  byKey(due, ({ what, thing, pressing }) => `${pressing} ${what} ${thing ?? ''}`).map(([key, some]) => ({
    ...{ key, first: some[0] as Due, due: some },
  }));

type Trees = ReadonlyMap<string, TreeState>;

const IN_SPAN: Readonly<Record<Span, readonly Pressing[]>> = {
  now: ['overdue', 'now'],
  week: ['overdue', 'now', 'week'],
  later: ['overdue', 'now', 'week', 'later'],
};

/** What of all that is due is asked for. */
export function wantedOf(
  all: readonly Due[],
  trees: Trees,
  { span, siteId, kind, name = '' }: Wanted,
): Due[] {
  const letters = name.trim().toLocaleLowerCase();
  return all.filter(({ pressing, treeId }) => {
    const tree = trees.get(treeId);
    if (!tree || !IN_SPAN[span].includes(pressing)) return false;
    if (siteId !== undefined && tree.site.id !== siteId) return false;
    if (kind !== undefined && tree.record.kind !== kind) return false;
    const { record } = tree;
    return (
      letters === '' ||
      `${record.name} ${record.variety} ${record.kind}`.toLocaleLowerCase().includes(letters)
    );
  });
}

/** Due things in an order: by urgency the same work together; by tree; or tree by tree as one walks. */
export function grouped(due: readonly Due[], trees: Trees, order: DueOrder): DueGroup[] {
  if (order === 'urgency') {
    return byKey(due, ({ pressing }) => pressing).map(([key, some]) => ({
      ...{ key, pressing: (some[0] as Due).pressing },
      // What is to come stands by its day; what is due now, the same work together.
      due:
        key === 'overdue' || key === 'now'
          ? alikeTogether(some).flatMap(({ due: alike }) => alike)
          : [...some].sort((a, b) => (a.on < b.on ? -1 : 1)),
    }));
  }
  const groups = byKey(due, ({ treeId }) => treeId).flatMap(([key, some]) => {
    const tree = trees.get(key);
    return tree ? [{ key, tree, due: some, pressing: (some[0] as Due).pressing }] : [];
  });
  return order === 'tree'
    ? groups.sort((a, b) => (a.tree.record.name < b.tree.record.name ? -1 : 1))
    : walked(groups);
}

/** Trees of one site after another, each site's in walking order. */
function walked<G extends { tree: TreeState }>(groups: readonly G[]): G[] {
  return byKey(groups, ({ tree }) => tree.site.id).flatMap(([, some]) =>
    walkingOrder(some.map(({ tree }) => tree.record.place)).map((i) => some[i] as G),
  );
}

/** In the order the first of each key comes in. */
function byKey<T>(all: readonly T[], keyOf: (one: T) => string): [string, T[]][] {
  const groups = new Map<string, T[]>();
  for (const one of all) {
    const key = keyOf(one);
    const some = groups.get(key);
    if (some) some.push(one);
    else groups.set(key, [one]);
  }
  return [...groups];
}
