import { computed } from '@angular/core';
import { patchState, signalStoreFeature, type, withComputed, withMethods } from '@ngrx/signals';
import {
  readBook,
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
        states: computed<ReadonlyMap<string, TreeState>>(() =>
          memo.statesOf(read(), store.day(), weatherOf()),
        ),
        /** The place of a site through the years: its weather, and what was seen there. */
        placeOf: computed(() => {
          const [now, weather] = [read(), weatherOf()];
          return (siteId: string): SeasonPlace => memo.seasons.placeOf(now, siteId, weather);
        }),
        undoable: computed(() => undoState(store.events(), store.device())),
      };
    }),
    withMethods((store) => {
      const record = (
        body: EventBody,
        happenedOn?: string,
        spent: readonly DraftCell[] = [],
      ): Promise<boolean> => write([body], happenedOn ?? store.today(), { spent });

      /** Writes events, all or none; on failure nothing changes on screen either. */
      async function write(
        bodies: readonly EventBody[],
        happenedOn: string,
        withIt: WithIt = {},
      ): Promise<boolean> {
        const yardId = store.yard().id;
        const gone = new Set(withIt.spent);
        return store._keep(
          store._nextName('entry'),
          (db) => appendEvents(db, yardId, bodies, happenedOn, store._hand(), withIt),
          (written) => {
            patchState(store, ({ events, cells }) => ({
              events: [...events, ...written],
              cells: cells.filter((cell) => !gone.has(cell)),
              before: undefined,
            }));
            if (written.some(({ kind }) => NAMING.has(kind))) void store._noteName();
          },
        );
      }
      return {
        record,
        /** Writes several entries of today, all of them or none. */
        recordAll: (bodies: readonly EventBody[]): Promise<boolean> => write(bodies, store.today()),
        /** Writes down a photograph of a tree, or of one of its limbs, with its picture: JPEG as base64. */
        photographed(treeId: string, jpeg: string, stemId?: string): Promise<boolean> {
          const about = { treeId, ...(stemId !== undefined && { stemId }) };
          return write([{ kind: 'photo', photo: store._hand().newId(), ...about }], store.today(), { jpeg });
        },
        /** The picture of a photograph, JPEG as base64; undefined where it is not here. */
        async photoOf(photo: string): Promise<string | undefined> {
          return (await (await store._db()).get('photos', [store.yard().id, photo]))?.jpeg;
        },
        async undo(): Promise<void> {
          const { undo } = store.undoable();
          if (undo) await record({ kind: 'withdraw', target: undo.id });
        },
        async redo(): Promise<void> {
          const { redo } = store.undoable();
          if (redo) await record({ kind: 'withdraw', target: redo.id });
        },
        /** Looks at the trees on another day, when one has begun. */
        lookAtClock(): void {
          if (store.day() !== store.today()) patchState(store, { day: store.today() });
        },
      };
    }),
  );
}
