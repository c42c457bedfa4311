import type { WorkLine } from '../work/lines';
import type { PlannedAct } from '../acts/acts';

/** An act of a plan with its line. */
export interface PlannedLine {
  act: PlannedAct;
  line: WorkLine;
}

/** What became of the rest of a tree's plan when one of its acts was done or left. */
export interface Changed {
  /** Acts that were not planned before. */
  now: readonly PlannedLine[];
  /** Acts that are planned no longer, though nobody did them. */
  noLonger: readonly PlannedLine[];
  /** Acts that are done otherwise than they were to be. */
  otherwise: readonly PlannedLine[];
}

/**
 * Compares the plan of a tree before and after one of its acts was settled.
 * @param settled names of the acts that were done or left in between
 */
export function changedBy(
  before: readonly PlannedLine[],
  after: readonly PlannedLine[],
  settled: readonly string[],
): Changed {
  const had = new Map(before.map((one) => [one.act.id, one]));
  const has = new Set(after.map(({ act }) => act.id));
  const isSettled = (id: string): boolean => settled.includes(id);
  const others = after.filter(({ act }) => !isSettled(act.id));
  return {
    now: others.filter(({ act }) => !had.has(act.id)),
    noLonger: before.filter(({ act }) => !has.has(act.id) && !isSettled(act.id)),
    otherwise: others.filter(({ act, line }) => {
      const was = had.get(act.id);
      return was && JSON.stringify(was.line.words) !== JSON.stringify(line.words);
    }),
  };
}

/** Whether an act changed nothing else. */
export const isUnchanged = ({ now, noLonger, otherwise }: Changed): boolean =>
  now.length + noLonger.length + otherwise.length === 0;
