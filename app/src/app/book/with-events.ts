import { computed } from '@angular/core';
import { patchState, signalStoreFeature, type, withComputed, withMethods } from '@ngrx/signals';
import {
  readBook,
  seasonsAskedOf,
  TreeMemo,
  undoState,
  type EventBody,
  type SeasonPlace,
  type TreeState,
  type WeatherOf,
} from '../../../../core';
import { appendEvents, type BookDb, type DraftCell, type Hand, type WithIt } from './book-db';
import type { BookState } from './book-state';

/** Entries after which the yard may be called otherwise. */
const NAMING: ReadonlySet<string> = new Set(['yard-named', 'amend', 'withdraw']);

const NO_STATES: ReadonlyMap<string, TreeState> = new Map();

/** What the book says: its trees as they stand, and writing one more entry, taking one back, or putting it back. */
export function withEvents() {
  return signalStoreFeature(
    {
      state: type<BookState>(),
      methods: type<{
        today(): string;
        _db(): Promise<BookDb>;
        _keep<T>(what: string, run: (db: BookDb) => Promise<T>, then?: (done: T) => void): Promise<boolean>;
        _hand(): Hand;
        _nextName(what: string): string;
        _noteName(): Promise<void>;
      }>(),
    },
    withComputed((store) => {
      const read = computed(() => readBook({ yard: store.yard(), events: store.events() }));
      const memo = new TreeMemo();
      const weatherOf = computed<WeatherOf>(
        () => new Map(store.weather().map(({ siteId, weather }) => [siteId, weather])),
      );
      return {
        read,
        /** Trees as they stand; none while the book is being opened, since its weather is not there yet. */
        states: computed<ReadonlyMap<string, TreeState>>(() =>
          store.kind() === 'opening' ? NO_STATES : memo.statesOf(read(), store.day(), weatherOf()),
        ),
        /** Trees of the book that could not be worked out, by name, with the error's own words. */
        failedTrees: computed<readonly { id: string; name: string; why: string }[]>(() => {
          if (store.kind() === 'opening') return [];
          memo.statesOf(read(), store.day(), weatherOf());
          return read().trees.flatMap(({ record: { id, name } }) => {
            const why = memo.failed.get(id);
            return why === undefined ? [] : [{ id, name, why }];
          });
        }),
        /** The place of a site through the years: its weather, and what was seen there. */
        placeOf: computed(() => {
          const [now, weather] = [read(), weatherOf()];
          return (siteId: string): SeasonPlace => memo.seasons.placeOf(now, siteId, weather);
        }),
        undoable: computed(() => undoState(store.events(), store.device())),
        /**
         * What the trees as they stand are worked out by, step by step: the sums of the sites that have weather, or where something was seen, each
         * season by itself; then each tree.
         */
        _steps: computed<readonly (() => unknown)[]>(() => {
          const sums = read().sites.flatMap(({ id }) => {
            const place = memo.seasons.placeOf(read(), id, weatherOf());
            const isKnown = place.weather.days.length > 0 || place.seen.length > 0;
            return isKnown
              ? seasonsAskedOf(place, store.today()).map((season) => () => place.sums(season))
              : [];
          });
          return [...sums, ...memo.stepsOf(read(), store.day(), weatherOf())];
        }),
      };
    }),
    withMethods((store) => {
      /** The last entry that is being written, or was. */
      let last: Promise<unknown> = Promise.resolve();

      /**
       * Writes one entry down. One that says what stays as well as what changes is given as what makes it, of the book as it stands
       * once all that was written before is in it: made of what is drawn, it would lose what was touched a moment ago.
       */
      const record = (
        body: EventBody | (() => EventBody | undefined),
        happenedOn?: string,
        spent: readonly DraftCell[] = [],
      ): Promise<boolean> => {
        const bodies = (): EventBody[] => {
          const made = typeof body === 'function' ? body() : body;
          return made ? [made] : [];
        };
        return write(bodies, happenedOn ?? store.today(), { spent });
      };

      /** Writes events one after another, all or none; on failure nothing changes on screen either. */
      function write(
        bodies: () => readonly EventBody[],
        happenedOn: string,
        withIt: WithIt = {},
      ): Promise<boolean> {
        const yardId = store.yard().id;
        const gone = new Set(withIt.spent);
        const before = last;
        const written = store._keep(
          store._nextName('entry'),
          async (db) => {
            await before;
            return appendEvents(db, yardId, bodies(), happenedOn, store._hand(), withIt);
          },
          (fresh) => {
            patchState(store, ({ events, cells }) => ({
              events: [...events, ...fresh],
              cells: cells.filter((cell) => !gone.has(cell)),
              before: undefined,
            }));
            if (fresh.some(({ kind }) => NAMING.has(kind))) void store._noteName();
          },
        );
        last = written;
        return written;
      }
      return {
        record,
        /** Writes several entries of a day, today where none is said, all of them or none; what makes them is asked as `record` asks it. */
        recordAll: (
          bodies: readonly EventBody[] | (() => readonly EventBody[]),
          happenedOn: string = store.today(),
        ): Promise<boolean> => write(typeof bodies === 'function' ? bodies : () => bodies, happenedOn),
        /** Writes down a photograph of a tree, or of one of its limbs, with its picture: JPEG as base64. */
        photographed(treeId: string, jpeg: string, stemId?: string): Promise<boolean> {
          const about = { treeId, ...(stemId !== undefined && { stemId }) };
          const body = { kind: 'photo' as const, photo: store._hand().newId(), ...about };
          return write(() => [body], store.today(), { jpeg });
        },
        /** The picture of a photograph, JPEG as base64; undefined where it is not here. */
        async photoOf(photo: string): Promise<string | undefined> {
          return (await (await store._db()).get('photos', [store.yard().id, photo]))?.jpeg;
        },
        undo: (): Promise<boolean> => record(() => taken(store.undoable().undo)),
        redo: (): Promise<boolean> => record(() => taken(store.undoable().redo)),
        /** Looks at the trees on another day, when one has begun. */
        lookAtClock(): void {
          if (store.day() !== store.today()) patchState(store, { day: store.today() });
        },
      };
    }),
  );
}

/** The entry that takes one back; undefined where there is none to take back. */
const taken = (target: { id: string } | undefined): EventBody | undefined =>
  target && { kind: 'withdraw', target: target.id };
