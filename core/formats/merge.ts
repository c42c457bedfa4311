import { inWritingOrder } from '../history/clock';
import { readBook } from '../history/tree-at';
import type { Book } from '../history/events';
import type { YardFile } from './yard-file';

/** What keeping an imported yard would do. */
export type ImportEffect =
  | { kind: 'adds'; yardName: string; trees: number; events: number; photos: number }
  | {
      kind: 'merges';
      yardName: string;
      newEvents: number;
      sameEvents: number;
      newTrees: number;
      photos: number;
    }
  | { kind: 'clashes'; eventIds: readonly string[] };

/** Says whether an import adds a yard or merges into one already kept. Merging is by event id. */
export function importEffect(
  imported: Book & Pick<YardFile, 'photos'>,
  kept: Book | undefined,
): ImportEffect {
  const theirs = readBook(imported);
  const photos = Object.keys(imported.photos ?? {}).length;
  if (!kept) {
    const { name: yardName, trees } = theirs;
    return { kind: 'adds', yardName, trees: trees.length, events: imported.events.length, photos };
  }
  const known = new Map(kept.events.map((event) => [event.id, event]));
  const clashing = imported.events.filter((event) => {
    const mine = known.get(event.id);
    return mine !== undefined && canonical(mine) !== canonical(event);
  });
  if (clashing.length > 0) return { kind: 'clashes', eventIds: clashing.map(({ id }) => id) };
  const fresh = imported.events.filter(({ id }) => !known.has(id));
  const mine = readBook(kept);
  const keptTrees = new Set([...mine.trees, ...mine.gone].map(({ record }) => record.id));
  return {
    kind: 'merges',
    yardName: mine.name,
    newEvents: fresh.length,
    sameEvents: imported.events.length - fresh.length,
    newTrees: theirs.trees.filter(({ record }) => !keptTrees.has(record.id)).length,
    photos,
  };
}

/** Two books of one yard as one: every event of both, every site and tree of both, those already kept first. */
export function mergeBooks(kept: Book, imported: Book): Book {
  const known = new Set(kept.events.map(({ id }) => id));
  const sites = kept.yard.sites.map((site) => {
    const theirs = imported.yard.sites.find(({ id }) => id === site.id);
    const mine = new Set(site.trees.map(({ id }) => id));
    return { ...site, trees: [...site.trees, ...(theirs?.trees ?? []).filter(({ id }) => !mine.has(id))] };
  });
  const newSites = imported.yard.sites.filter(({ id }) => !sites.some((site) => site.id === id));
  return {
    yard: { ...kept.yard, sites: [...sites, ...newSites] },
    events: inWritingOrder([...kept.events, ...imported.events.filter(({ id }) => !known.has(id))]),
  };
}

/** What two books may have worked out differently of one event when each was brought up from an older version. */
const WORKED_OUT: readonly string[] = ['clock', 'left'];

/** The same text for the same content, whatever order its fields were written in. */
function canonical(value: unknown): string {
  return JSON.stringify(value, (_, v: unknown) =>
    typeof v === 'object' && v !== null && !Array.isArray(v)
      ? Object.fromEntries(
          Object.entries(v)
            .filter(([key]) => !WORKED_OUT.includes(key))
            .sort(([a], [b]) => (a < b ? -1 : 1)),
        )
      : v,
  );
}
