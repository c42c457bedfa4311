import { computed, inject, linkedSignal, signal } from '@angular/core';
import { patchState, signalStore, withComputed, withMethods, withProps, withState } from '@ngrx/signals';
import {
  feltAt,
  fixedTo,
  formatValue,
  readBook,
  FIRST_STEM,
  readDraft,
  RULE_SET,
  sceneOf,
  treeState,
  wrapBearing,
  type DraftField,
  type Fixed,
  type EventBody,
  type PlannedAct,
  type FormId,
  type ReadBook,
  type Ruling,
  type StemId,
  type StemReadings,
  type ChosenSet,
  type SchoolId,
  type BudReadings,
  type TreeState,
  toldAnew,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { draftsOf } from '../book/yard-db';
import { BOOK_WORLD } from '../book/book-world';
import type { TreePicture } from '../drawing/tree-picture';
import { IS_NARROW } from '../shell/narrow';
import { TreeStore } from '../tree/tree-store';
import { INITIAL, type BenchState, type Moment, type Room } from './bench-state';
import { aheadPicture, leafPicture, pastPicture, treePicture } from './pictures';
import type { PulledLimb } from './pulled-limb';
import { ShootStore } from './shoots/shoot-store';

export { ROOMS, type Moment, type Room } from './bench-state';

/** A pause in typing in which the drawings are made anew, ms. */
const PAUSE_MS = 100;

/** One tree on the bench: where one stands, what is in hand, and what is half typed. */
export const BenchStore = signalStore(
  withState(INITIAL),
  // The tree as it was drawn before somebody began to type.
  withProps(() => ({ _held: signal<TreeState | undefined>(undefined) })),
  withComputed(
    (
      store,
      book = inject(BookStore),
      tree = inject(TreeStore),
      isNarrow = inject(IS_NARROW),
      shoots = inject(ShootStore),
    ) => {
      const { treeId, state, judgement, judged, priced, whip } = tree;
      const rows = computed(() => draftsOf(book.cells())[treeId()] ?? {});
      const draft = computed(() => {
        const now = state();
        return now && Object.keys(rows()).length > 0 ? readDraft(now.tree, rows(), book.units()) : undefined;
      });
      const troubles = computed(() => draft()?.troubles ?? []);
      /** The tree with what is half typed laid over it, so that the drawing answers at once. */
      const drafted = computed<TreeState | undefined>(() => {
        const now = state();
        const stems = draft()?.stems;
        if (!now || !stems || Object.keys(stems).length === 0) return now;
        const visit = { kind: 'visit' as const, treeId: now.record.id, stems };
        const asIf = {
          id: '~draft',
          device: '~',
          sequence: 0,
          clock: 0,
          happenedOn: '9999-12-31',
          recordedAt: '~',
          ruleSet: RULE_SET,
        };
        return treeState(book.read(), now.record.id, {
          today: now.today,
          then: [{ ...asIf, ...visit }],
        });
      });
      /** The book up to the day that is looked back to. */
      const readThen = computed<ReadBook>(() =>
        readBook({ yard: book.yard(), events: book.events() }, store.seenOn()),
      );
      /** The tree as it stood on the day it is looked at, where that is not today. */
      const past = computed<TreeState | undefined>(() => {
        const today = store.seenOn();
        if (today === undefined || store.doneBy()) return undefined;
        return treeState(readThen(), treeId(), { today });
      });
      /** The tree with all that bears on it. */
      const scene = computed(() => {
        const now = state();
        return now && sceneOf(now);
      });
      /** What is fixed to the tree, with its days. */
      const fixed = computed<Fixed[]>(() => {
        const now = scene();
        return now ? fixedTo(now) : [];
      });
      const picture = computed<TreePicture | undefined>(() => {
        const then = past();
        if (then) return pastPicture(then, state() ?? then, readThen());
        const [now, acts, on] = [state(), store.doneBy(), store.seenOn()];
        if (now && acts && on !== undefined) return aheadPicture(now, book.read(), acts, on);
        const shown = store._held() ?? drafted();
        if (!shown) return undefined;
        const read = book.read();
        if (store.wentTo() === 'shoots') return leafPicture(shown, read, shoots.on(shown), shoots.verdicts());
        const [moment, tried, bending] = [store.moment(), store.tried(), store.bending()];
        return treePicture(shown, read, judged(), { moment, tried, bending, fixed });
      });
      /** What is drawn beside the tree: while a finger draws a limb, as it was before. */
      const pictureBeside = linkedSignal<
        { now: TreePicture | undefined; isMoving: boolean },
        TreePicture | undefined
      >({
        source: () => ({ now: picture(), isMoving: store.moving() }),
        computation: ({ now, isMoving }, before) => (isMoving && before?.value ? before.value : now),
      }).asReadonly();
      /** Heights of the wires of this tree's wall, cm. */
      const wires = computed(() => {
        const now = scene();
        if (!now) return [];
        const { limits } = now;
        const count = limits('wire.count').value;
        return Array.from(
          { length: count },
          (_, i) => limits('wire.firstCm').value + i * limits('wire.gapCm').value,
        );
      });
      const room = computed<Room>(() =>
        store.wentTo() === 'above' && !isNarrow() ? 'read' : store.wentTo(),
      );
      /** The day that entries are written down for. */
      const on = computed(() => store.day() ?? book.today());
      /** The tree as judged, once the judging of what is in the book is done. */
      const settled = computed<TreeState | undefined>(() =>
        judgement()?.since === undefined && judged() ? state() : undefined,
      );
      return {
        settled,
        treeId,
        state,
        scene,
        rows,
        draft,
        troubles,
        drafted,
        judgement,
        judged,
        priced,
        whip,
        picture,
        pictureBeside,
        fixed,
        wires,
        room,
        on,
      };
    },
  ),
  withMethods((store, book = inject(BookStore), world = inject(BOOK_WORLD)) => {
    let pause: ReturnType<typeof setTimeout> | undefined;
    const write = (body: EventBody, on?: string): Promise<boolean> => book.record(body, on);
    return {
      /** Begins anew: where one stands, nothing in hand. What was never read, or is half read, is read first. */
      lay(): void {
        clearTimeout(pause);
        store._held.set(undefined);
        const isRead = store.state()?.visitedOn !== undefined && Object.keys(store.rows()).length === 0;
        patchState(store, { ...INITIAL, wentTo: isRead ? 'decide' : 'read' });
      },
      stand(deg: number): void {
        patchState(store, { standingDeg: wrapBearing(deg) });
      },
      take(inHand: StemId | undefined): void {
        patchState(store, { inHand, bending: undefined, moving: false });
      },
      show(moment: Moment): void {
        patchState(store, { moment, tried: undefined, seenOn: undefined, doneBy: undefined });
      },
      /** Shows the tree as it stood on a day that is on record. */
      lookBack(seenOn: string): void {
        patchState(store, { seenOn, doneBy: undefined, moment: 'stands', tried: undefined });
      },
      /** Shows the tree as planned acts leave it that are done by a day to come. */
      lookAhead(seenOn: string, doneBy: readonly PlannedAct[]): void {
        patchState(store, { seenOn, doneBy, moment: 'stands', tried: undefined });
      },
      /** What is read or done now was read or done on that day. */
      setDay(day: string): void {
        patchState(store, { day: day === book.today() ? undefined : day });
      },
      setSnow(snowCm: number | undefined): void {
        patchState(store, { snowCm });
      },
      /** Shows the tree with one of its limbs bent to an angle, deg from upright: nothing is written down. */
      bendTo(stemId: StemId, toDeg: number): void {
        const scene = store.scene();
        const stem = scene?.laid.tree.stems.find(({ id }) => id === stemId);
        if (!scene || !stem) return;
        const bending = { stemId, toDeg, ...feltAt(scene, stem, toDeg) };
        patchState(store, { bending, moment: 'stands', tried: undefined });
      },
      /** A finger draws a limb on the tree, or has stopped. */
      setMoving(moving: boolean): void {
        if (moving !== store.moving()) patchState(store, { moving });
      },
      unbend(): void {
        patchState(store, { bending: undefined, moving: false });
      },
      /** Shows the tree with another set of limbs; undefined goes back to the one chosen. */
      tryOn(tried: ChosenSet | undefined): void {
        patchState(store, { tried, moment: 'stands' });
      },
      /** Keeps the set tried on: its own limbs are pinned, and those of the chosen one it lacks are ruled out. */
      async keepTried(): Promise<void> {
        const [tried, chosen] = [store.tried(), store.judged()?.chosen];
        if (!tried || !chosen) return;
        const ids = (set: ChosenSet): StemId[] => set.limbs.map(({ stemId }) => stemId);
        const others = ids(chosen).filter((id) => !ids(tried).includes(id));
        for (const { stemId, role } of tried.limbs) {
          if (ids(chosen).includes(stemId)) continue;
          await write({
            kind: 'overruled',
            treeId: store.treeId(),
            stemId,
            ruling: role === 'leader' ? 'leader' : 'frame',
          });
        }
        for (const stemId of others) {
          await write({ kind: 'overruled', treeId: store.treeId(), stemId, ruling: 'out' });
        }
        patchState(store, { tried: undefined });
      },
      chooseSchool: (school: SchoolId): Promise<boolean> =>
        write({ kind: 'school-chosen', treeId: store.treeId(), school }),
      /** Writes down a whip's buds as they are read by now, which is asked when all that was touched before is in the book. */
      readBuds(read: () => { before: BudReadings; now: BudReadings } | undefined): Promise<boolean> {
        const treeId = store.treeId();
        return book.record(() => {
          const buds = read();
          return buds && { kind: 'buds-read', treeId, buds: buds.now, anew: toldAnew(buds.before, buds.now) };
        });
      },
      leaderFailed: (): Promise<boolean> => write({ kind: 'leader-failed', treeId: store.treeId() }),
      fill(filling: BenchState['filling']): void {
        patchState(store, { filling });
      },
      go(wentTo: Room): void {
        patchState(store, { wentTo });
      },
      pull(pulling: boolean): void {
        patchState(store, {
          pulling,
          moment: 'stands',
          seenOn: undefined,
          doneBy: undefined,
          tried: undefined,
        });
      },
      /** A name for a new row. Rows sort by when they were begun, so that they stand in that order after a reload too. */
      freshRow: (): StemId => `s-${world.now().getTime().toString(36)}-${world.newId().slice(0, 8)}`,
      /** Enters a limb that was pulled on the drawing: guesses, for the eye is no tape. Its bearing is turned next, on the plan. */
      drawn(carrier: StemId, alongCm: number, limb: PulledLimb): void {
        const [row, treeId, units] = [this.freshRow(), store.treeId(), book.units()];
        const tree = store.drafted()?.tree;
        const on = tree?.stems.find(({ id }) => id === carrier);
        const guess = (value: number, dimension: 'length' | 'angle' | 'bearing'): string =>
          `~${formatValue(value, dimension, units)}`;
        if (on && on.parent.kind !== 'ground') void book.type(treeId, row, 'on', on.tag);
        void book.type(treeId, row, 'origin', guess(alongCm, 'length'));
        void book.type(treeId, row, 'bearing', guess(limb.bearingDeg, 'bearing'));
        void book.type(treeId, row, 'angle', guess(limb.angleDeg, 'angle'));
        void book.type(treeId, row, 'length', guess(limb.lengthCm, 'length'));
        patchState(store, { filling: { row, field: 'bearing' }, inHand: undefined, wentTo: 'above' });
      },
      /** Enters the first stem as it was pulled from the ground: how thick it is, is read next. */
      drawnFirst(limb: PulledLimb): void {
        const [treeId, units] = [store.treeId(), book.units()];
        const guess = (value: number, dimension: 'length' | 'angle' | 'bearing'): string =>
          `~${formatValue(value, dimension, units)}`;
        void book.type(treeId, FIRST_STEM, 'bearing', guess(limb.bearingDeg, 'bearing'));
        void book.type(treeId, FIRST_STEM, 'angle', guess(limb.angleDeg, 'angle'));
        void book.type(treeId, FIRST_STEM, 'length', guess(limb.lengthCm, 'length'));
        patchState(store, { filling: { row: FIRST_STEM, field: 'diameter' }, inHand: undefined });
      },
      /** Goes and reads something again. */
      readAgain(filling: NonNullable<BenchState['filling']>): void {
        patchState(store, { filling, wentTo: 'read' });
      },
      /** Turns so that a limb is seen side-on, its tip to the right. */
      seeSideOn(bearingDeg: number): void {
        patchState(store, { standingDeg: wrapBearing(bearingDeg + 90) });
      },
      /** Fills a cell by pointing: the drawings follow at once. */
      type: (row: StemId, field: DraftField, text: string): Promise<void> =>
        book.type(store.treeId(), row, field, text),
      /** Fills a cell letter by letter: the drawings follow in the first short pause, so that no letter waits for them. */
      typeIn(row: StemId, field: DraftField, text: string): Promise<void> {
        if (!store._held()) store._held.set(store.drafted());
        clearTimeout(pause);
        pause = setTimeout(() => store._held.set(undefined), PAUSE_MS);
        return book.type(store.treeId(), row, field, text);
      },
      /** Keeps what is half typed as a visit. Refused while a cell cannot be read. */
      async keepReadings(): Promise<boolean> {
        const draft = store.draft();
        const treeId = store.treeId();
        if (!draft || draft.troubles.length > 0) return false;
        const spent = book.cells().filter((cell) => cell.treeId === treeId);
        if (Object.keys(draft.stems).length === 0) {
          await book.dropDraft(treeId);
          return true;
        }
        const snowCm = store.snowCm();
        const visit = { kind: 'visit' as const, treeId, stems: draft.stems };
        const isKept = await book.record(snowCm ? { ...visit, snowCm } : visit, store.on(), spent);
        if (isKept) patchState(store, { snowCm: undefined });
        return isKept;
      },
      /** Writes down something seen of a stem, as a visit of the day that is set. */
      observe: (stemId: StemId, seen: StemReadings): Promise<boolean> =>
        write({ kind: 'visit', treeId: store.treeId(), stems: { [stemId]: seen } }, store.on()),
      overrule(stemId: StemId, ruling: Ruling): Promise<boolean> {
        // A limb left in doubt keeps what spoke against it that day.
        const reasons = store.judged()?.verdicts[stemId]?.reasons ?? [];
        const doubt = ruling === 'wait' ? reasons.find(({ code }) => !code.startsWith('stay.')) : undefined;
        return write({
          ...{ kind: 'overruled', treeId: store.treeId(), stemId, ruling },
          ...(doubt && { doubt }),
        });
      },
      chooseForm: (form: FormId): Promise<boolean> =>
        write({ kind: 'form-chosen', treeId: store.treeId(), form }),
      async enteredWrong(stemId: StemId): Promise<void> {
        await book.dropDraft(store.treeId(), stemId);
        const isRecorded = store.state()?.tree.stems.some(({ id }) => id === stemId) ?? false;
        if (isRecorded) await write({ kind: 'stem-entered-wrong', treeId: store.treeId(), stemId });
      },
    };
  }),
);

export type BenchStoreType = InstanceType<typeof BenchStore>;
