import type { Act } from '../acts/acts';
import type { PlainEvent } from '../history/events';
import type { TreeState } from '../history/tree-at';
import type { TreeWound } from '../history/wounds-came';
import type { FixingKind } from '../tree/stem-readings';
import { WINDOW_ACTS, type WindowAct } from '../seasons/windows/window';
import type { Reason } from '../words/message';

/** What may be due on a tree: work with its time in the year; what recurs; and what was left. */
export const DUE_WHATS = ['off', 'tight', 'look', 'wound', 'ends', 'uprights', 'left'] as const;
export type DueWhat = WindowAct | (typeof DUE_WHATS)[number];

/** Whether it is work with its time in the year. */
export const isWindowAct = (what: DueWhat): what is WindowAct =>
  (WINDOW_ACTS as readonly string[]).includes(what);

/** How pressing it is: its last day is past; it should be done now; within a week; later in the season; beyond it. */
export const PRESSING = ['overdue', 'now', 'week', 'later', 'beyond'] as const;
export type Pressing = (typeof PRESSING)[number];

/** Something to be done on a tree by a day. */
export interface Due {
  /** The same for the same thing whenever it is asked: tree, what, season or stem. */
  id: string;
  treeId: string;
  what: DueWhat;
  /** What is fixed, where it is about that. */
  thing?: FixingKind;
  /** Where along its stem that is, cm, if it is on record. */
  atCm?: number;
  /** The limb whose wound it is about. */
  limbId?: string;
  /** Stems it is about; empty for the whole tree. */
  stemIds: readonly string[];
  /** First day, the best days, the next of them that suits, and the last, ISO dates. */
  from: string;
  bestFrom: string;
  bestTo: string;
  on: string;
  to: string;
  /** How unsure these days are, days. */
  sureDays: number;
  pressing: Pressing;
  /** Why now, and what happens if it is not done. */
  why: Reason;
  ifNot: Reason;
  /** What holds it off on its day: weather. */
  waits?: Reason;
  /** How many acts of the plan it stands for; 0 for what the plan says nothing of. */
  acts: number;
}

/** What is due on a tree is told from: its state, what its book says, and what its judgement plans, once that is there. */
export interface DueTree {
  state: TreeState;
  events: readonly PlainEvent[];
  /** Acts of its plan; undefined while it is not judged. */
  acts?: readonly Act[];
  isWhip?: boolean;
  /** Of a whip: how many things are to be done to its buds. */
  budSteps?: number;
  /** What was seen in its yard of wounds on trees of its kind. */
  wounds?: readonly TreeWound[];
}

/** Days ahead that count as this week, and as the season. */
export const WEEK_DAYS = 7;
export const SEASON_DAYS = 200;

/** The more pressing first; among alike the earlier last day, then by tree and what. */
export function byPressing(a: Due, b: Due): number {
  const order = PRESSING.indexOf(a.pressing) - PRESSING.indexOf(b.pressing);
  if (order !== 0) return order;
  if (a.to !== b.to) return a.to < b.to ? -1 : 1;
  return a.id < b.id ? -1 : 1;
}
