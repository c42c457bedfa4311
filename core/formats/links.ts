import { eventsInForce } from '../history/in-force';
import type { StemReadings } from '../tree/stem-readings';
import type { YardFile } from './yard-file';

/** Something wrong with a file: where, what, and what to do. */
export interface Trouble {
  path: string;
  message: string;
}

/**
 * What a well-shaped file may still have wrong between its parts: ids used twice, events of trees or sites it does
 * not have, changes to events it does not have, stems that carry each other in a ring.
 */
export function linkTroubles(file: YardFile): Trouble[] {
  return [...treeTroubles(file), ...eventTroubles(file), ...ringTroubles(file)];
}

function treeTroubles({ yard }: YardFile): Trouble[] {
  const seen = new Set<string>();
  const troubles: Trouble[] = [];
  yard.sites.forEach((site, s) => {
    for (const [path, id] of [
      [`yard.sites[${s}].id`, site.id] as const,
      ...site.trees.map((tree, t) => [`yard.sites[${s}].trees[${t}].id`, tree.id] as const),
    ]) {
      if (seen.has(id))
        troubles.push({ path, message: `“${id}” is used twice; give each site and tree its own id.` });
      seen.add(id);
    }
  });
  return troubles;
}

function eventTroubles({ yard, events, drafts }: YardFile): Trouble[] {
  const sites = new Set(yard.sites.map(({ id }) => id));
  const trees = new Set(yard.sites.flatMap((site) => site.trees.map(({ id }) => id)));
  const ids = new Set(events.map(({ id }) => id));
  const seen = new Set<string>();
  const troubles: Trouble[] = [];
  events.forEach((event, i) => {
    if (event.kind !== 'tree-added') return;
    if (trees.has(event.tree.id)) {
      const message = `“${event.tree.id}” is a tree this file has already; give each tree its own id.`;
      troubles.push({ path: `events[${i}].tree.id`, message });
    }
    trees.add(event.tree.id);
  });
  const targets = new Map(events.flatMap((event) => ('target' in event ? [[event.id, event.target]] : [])));
  events.forEach((event, i) => {
    const at = `events[${i}]`;
    const missing = (field: string, id: string, what: string): void => {
      troubles.push({
        path: `${at}.${field}`,
        message: `“${id}” is no ${what} of this file; add it or remove the event.`,
      });
    };
    if (seen.has(event.id)) {
      troubles.push({
        path: `${at}.id`,
        message: `“${event.id}” is used by two events; each needs its own id.`,
      });
    }
    seen.add(event.id);
    if ('treeId' in event && !trees.has(event.treeId)) missing('treeId', event.treeId, 'tree');
    if ('siteId' in event && !sites.has(event.siteId)) missing('siteId', event.siteId, 'site');
    if ('target' in event && !ids.has(event.target)) missing('target', event.target, 'event');
    else if (comesBack(targets, event.id)) {
      troubles.push({
        path: `${at}.target`,
        message: `changes “${event.id}” itself, by way of what it changes; an event changes an earlier one.`,
      });
    }
    if (event.kind === 'tree-added' && event.treeId !== event.tree.id) {
      troubles.push({
        path: `${at}.tree.id`,
        message: `must be “${event.treeId}”, the tree the event adds.`,
      });
    }
  });
  for (const id of Object.keys(drafts)) {
    if (!trees.has(id)) troubles.push({ path: `drafts.${id}`, message: `“${id}” is no tree of this file.` });
  }
  return troubles;
}

/** Whether following an event to what it changes comes back to it. */
function comesBack(targets: ReadonlyMap<string, string>, start: string): boolean {
  const passed = new Set<string>();
  for (let at = targets.get(start); at !== undefined && !passed.has(at); at = targets.get(at)) {
    if (at === start) return true;
    passed.add(at);
  }
  return false;
}

/** Follows each stem to what carries it, through the readings in force; a ring would have no foot. */
function ringTroubles({ events }: YardFile): Trouble[] {
  const parents = new Map<string, Map<string, string | undefined>>();
  for (const event of eventsInForce(events)) {
    if (event.kind !== 'visit') continue;
    const known = parents.get(event.treeId) ?? new Map<string, string | undefined>();
    parents.set(event.treeId, known);
    for (const [id, given] of Object.entries(event.stems)) {
      if (!known.has(id) || given.parent) known.set(id, carrierOf(given));
    }
  }
  const troubles: Trouble[] = [];
  for (const [treeId, known] of parents) {
    for (const start of known.keys()) {
      const trouble = ringFrom(treeId, start, known);
      if (trouble) {
        troubles.push(trouble);
        break;
      }
    }
  }
  return troubles;
}

const carrierOf = (given: StemReadings): string | undefined =>
  given.parent?.kind === 'stem' ? given.parent.stemId : undefined;

function ringFrom(
  treeId: string,
  start: string,
  known: ReadonlyMap<string, string | undefined>,
): Trouble | undefined {
  const path = `events of tree ${treeId}, stem ${start}, parent`;
  const passed = new Set<string>();
  for (let at: string | undefined = start; at !== undefined; at = known.get(at)) {
    if (passed.has(at)) {
      return {
        path,
        message: `stems carry each other in a ring at “${at}”; one must rise from the trunk or the ground.`,
      };
    }
    if (!known.has(at))
      return { path, message: `rises from “${at}”, a stem that was never recorded; name one that is.` };
    passed.add(at);
  }
  return undefined;
}
