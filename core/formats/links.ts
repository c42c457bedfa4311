import { eventsInForce } from '../history/in-force';
import type { StemReadings } from '../tree/stem-readings';
import { told, type Message } from '../words/message';
import type { YardFile } from './yard-file';

/** Something wrong with a file: where, what, and what to do. */
export interface Trouble {
  path: string;
  message: Message;
}

/**
 * What a well-shaped file may still have wrong between its parts: ids used twice, events of trees or sites it does
 * not have, changes to events it does not have, stems that carry each other in a ring.
 */
export function linkTroubles(file: YardFile): Trouble[] {
  const troubles = [...treeTroubles(file), ...eventTroubles(file)];
  // What several devices wrote, or took back, may leave stems in the air: the tree leaves them out, and the book is whole.
  return isLivedIn(file) ? troubles : [...troubles, ...ringTroubles(file)];
}

/** Whether a book was written by more than one device, or anything in it was corrected or taken back. */
const isLivedIn = ({ events }: YardFile): boolean =>
  new Set(events.map(({ device }) => device)).size > 1 ||
  events.some(({ kind }) => kind === 'withdraw' || kind === 'amend');

function treeTroubles({ yard }: YardFile): Trouble[] {
  const seen = new Set<string>();
  const troubles: Trouble[] = [];
  yard.sites.forEach((site, s) => {
    for (const [path, id] of [
      [`yard.sites[${s}].id`, site.id] as const,
      ...site.trees.map((tree, t) => [`yard.sites[${s}].trees[${t}].id`, tree.id] as const),
    ]) {
      if (seen.has(id)) troubles.push({ path, message: told('link.twice', { id }) });
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
  // Of what events add under one id the first stands; what the yard began with is added by none.
  const began = new Set([...sites, ...trees]);
  events.forEach((event, i) => {
    if (event.kind !== 'site-added') return;
    if (began.has(event.site.id)) {
      troubles.push({
        path: `events[${i}].site.id`,
        message: told('link.has-already', { id: event.site.id }),
      });
    }
    sites.add(event.site.id);
  });
  events.forEach((event, i) => {
    const planted =
      event.kind === 'tree-added'
        ? [['tree', event.tree] as const]
        : event.kind === 'row-added'
          ? event.trees.map((tree, t) => [`trees[${t}]`, tree] as const)
          : [];
    for (const [at, { id }] of planted) {
      if (began.has(id))
        troubles.push({ path: `events[${i}].${at}.id`, message: told('link.has-already', { id }) });
      trees.add(id);
    }
  });
  const targets = new Map(events.flatMap((event) => ('target' in event ? [[event.id, event.target]] : [])));
  events.forEach((event, i) => {
    const at = `events[${i}]`;
    const missing = (field: string, id: string, what: 'tree' | 'site' | 'event'): void => {
      troubles.push({
        path: `${at}.${field}`,
        message: told('link.none', { id, what }),
      });
    };
    if (seen.has(event.id)) {
      troubles.push({
        path: `${at}.id`,
        message: told('link.two-events', { id: event.id }),
      });
    }
    seen.add(event.id);
    if ('treeId' in event && !trees.has(event.treeId)) missing('treeId', event.treeId, 'tree');
    if ('siteId' in event && !sites.has(event.siteId)) missing('siteId', event.siteId, 'site');
    if ('target' in event && !ids.has(event.target)) missing('target', event.target, 'event');
    else if (comesBack(targets, event.id)) {
      troubles.push({
        path: `${at}.target`,
        message: told('link.itself', { id: event.id }),
      });
    }
    if (event.kind === 'tree-added' && event.treeId !== event.tree.id) {
      troubles.push({
        path: `${at}.tree.id`,
        message: told('link.must-be', { id: event.treeId }),
      });
    }
  });
  for (const id of Object.keys(drafts)) {
    if (!trees.has(id)) troubles.push({ path: `drafts.${id}`, message: told('link.no-tree', { id }) });
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
        message: told('link.ring', { id: at }),
      };
    }
    if (!known.has(at)) return { path, message: told('link.no-foot', { id: at }) };
    passed.add(at);
  }
  return undefined;
}
