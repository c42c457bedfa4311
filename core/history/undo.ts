import type { BookEvent } from './events';
import { inWritingOrder } from './clock';

/** What undo and redo would do next for one device: the event each would withdraw. */
export interface UndoState {
  undo?: BookEvent;
  redo?: BookEvent;
}

/**
 * Reads the undo and redo stacks out of the log itself, so they outlive a reload. Only the device's own events count.
 * Undoing is a withdrawal; redoing withdraws that withdrawal; writing something new forgets what could be redone.
 */
export function undoState(events: readonly BookEvent[], device: string): UndoState {
  const byId = new Map(events.map((event) => [event.id, event]));
  const done: BookEvent[] = [];
  const undone: BookEvent[] = [];
  for (const event of inWritingOrder(events)) {
    if (event.device !== device) continue;
    if (event.kind !== 'withdraw') {
      done.push(event);
      undone.length = 0;
      continue;
    }
    const target = byId.get(event.target);
    if (!target) continue;
    if (target.kind === 'withdraw') {
      remove(undone, target);
      const back = byId.get(target.target);
      if (back) done.push(back);
    } else {
      remove(done, target);
      undone.push(event);
    }
  }
  const undo = done.at(-1);
  const redo = undone.at(-1);
  return { ...(undo && { undo }), ...(redo && { redo }) };
}

function remove<T>(list: T[], item: T): void {
  const at = list.lastIndexOf(item);
  if (at >= 0) list.splice(at, 1);
}
