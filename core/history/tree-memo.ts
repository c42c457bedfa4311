import { treeState, type ReadBook, type TreeState } from './tree-at';
import { waysOf, type PlainEvent } from './events';
import { YardSeasons, type WeatherOf } from './yard-seasons';

interface Known {
  state: TreeState;
  events: readonly PlainEvent[];
  /** What besides its own events it rests on, compared by identity. */
  rest: readonly unknown[];
}

const NO_WEATHERS: WeatherOf = new Map();
const NO_EVENTS: readonly PlainEvent[] = [];

/**
 * States of a yard's trees, each worked out anew only where its own events, its site, its school's edits or the day
 * have changed: an event costs one tree, not the yard. A state that has not changed is the same object as before.
 */
export class TreeMemo {
  private readonly known = new Map<string, Known>();
  /** Trees that could not be worked out when they were asked for last, and the error's own words. */
  readonly failed = new Map<string, string>();
  /** Seasons of its sites, which windows are told from too. */
  readonly seasons = new YardSeasons();

  /** Every tree of a book on a day, in the weather of its site. */
  statesOf(read: ReadBook, today: string, weather: WeatherOf = NO_WEATHERS): ReadonlyMap<string, TreeState> {
    const states = new Map<string, TreeState>();
    for (const step of this.stepsOf(read, today, weather)) {
      const state = step();
      if (state) states.set(state.record.id, state);
    }
    const stands = new Set(read.trees.map(({ record }) => record.id));
    for (const id of this.known.keys()) if (!states.has(id)) this.known.delete(id);
    for (const id of this.failed.keys()) if (!stands.has(id)) this.failed.delete(id);
    return states;
  }

  /** The same, each tree to be worked out by itself: what has been is not worked out again. */
  stepsOf(read: ReadBook, today: string, weather: WeatherOf): readonly (() => TreeState | undefined)[] {
    const sites = new Map(read.sites.map((site) => [site.id, site]));
    const edits = JSON.stringify([read.schoolEdits, read.bends, read.seen]);
    return read.trees.map(({ record, siteId }) => () => {
      // A note, a photograph, or what was left changes nothing of the tree itself.
      const events = (read.eventsOf.get(record.id) ?? NO_EVENTS).filter(({ kind }) => {
        const { reduce, tellsOfStems } = waysOf(kind);
        return reduce !== undefined || tellsOfStems;
      });
      const rest = [record, sites.get(siteId), edits, today, weather.get(siteId)];
      const before = this.known.get(record.id);
      if (before && areSame(before.rest, rest) && areSame(before.events, events)) return before.state;
      try {
        const stages = this.seasons.stagesOf(read, { record, siteId }, today, weather);
        const state = treeState(read, record.id, { today, stages });
        if (state) this.known.set(record.id, { state, events, rest });
        this.failed.delete(record.id);
        return state;
      } catch (error) {
        // One tree that cannot be worked out never closes the book: all else goes on, and it can be exported.
        this.failed.set(record.id, error instanceof Error ? error.message : String(error));
        return undefined;
      }
    });
  }
}

const areSame = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i]);
