import { patchState, signalStoreFeature, type, withMethods } from '@ngrx/signals';
import { dropCells, writeCell, type BookDb, type DraftCell } from './book-db';
import type { BookState } from './book-state';

/** Half-typed readings: kept letter by letter, thrown away, and brought back. */
export function withDrafts() {
  return signalStoreFeature(
    {
      state: type<BookState>(),
      methods: type<{ _keep<T>(what: string, run: (db: BookDb) => Promise<T>): Promise<boolean> }>(),
    },
    withMethods((store) => {
      const keepCell = (cell: DraftCell): Promise<boolean> =>
        store._keep(`cell ${cell.treeId} ${cell.row} ${cell.field}`, (db) => writeCell(db, cell));
      return {
        /** Keeps one cell of the readings as it is typed. */
        async type(treeId: string, row: string, field: string, text: string): Promise<void> {
          const cell: DraftCell = { yardId: store.yard().id, treeId, row, field, text };
          const isSame = (other: DraftCell): boolean =>
            other.treeId === treeId && other.row === row && other.field === field;
          patchState(store, ({ cells }) => ({
            thrown: [],
            cells: cells.some(isSame)
              ? cells.map((other) => (isSame(other) ? cell : other))
              : [...cells, cell],
          }));
          await keepCell(cell);
        },

        /** Throws the half-typed readings of a tree, or of one of its rows, away. */
        async dropDraft(treeId: string, row?: string): Promise<void> {
          const isOf = (cell: DraftCell): boolean =>
            cell.treeId === treeId && (row === undefined || cell.row === row);
          const gone = store.cells().filter(isOf);
          patchState(store, ({ cells }) => ({ cells: cells.filter((cell) => !isOf(cell)), thrown: gone }));
          await store._keep(`cells of ${treeId} ${row ?? ''}`, (db) => dropCells(db, gone));
        },

        /** Brings back the half-typed readings that were thrown away last. */
        async bringBack(): Promise<void> {
          const back = store.thrown();
          patchState(store, ({ cells }) => ({ cells: [...cells, ...back], thrown: [] }));
          for (const cell of back) await keepCell(cell);
        },
      };
    }),
  );
}
