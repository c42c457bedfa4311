import type { ChosenSet } from '../choosing/chosen-set';
import type { Progress } from '../choosing/solution';
import { judge, type Judgement } from '../judging/judge';
import type { Decision } from '../choosing/verdicts';
import type { TreeState } from '../history/tree-at';
import type { Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { decisionsIn, decisionsOn, type Decisions } from './decisions';
import { fieldsOf, readingOf, withReading, type ReadField } from './other-reading';

/** The least change of one reading, found within its uncertainty, that turns a verdict. */
export interface Turn {
  /** The stem whose reading it is; it may be another than the one whose verdict turns. */
  stemId: StemId;
  field: ReadField;
  from: number;
  to: number;
  /** What would be decided then. */
  decision: Decision;
}

/**
 * How sure a verdict is. `clear`: no single reading, moved within its uncertainty (one standard deviation), turns it,
 * and no set nearly as good has it otherwise. `close`: a reading does, or such a set has. `not-weighed`: the budget ran
 * out first.
 */
export type Confidence =
  | { level: 'clear' }
  | { level: 'close'; turn: Turn }
  | { level: 'close'; turn?: undefined }
  | { level: 'not-weighed' };

/** A set is nearly as good when it costs at most this much more, hundredths of a point. */
const NEAR_COST = 300;

/** Shares of a reading's uncertainty it is moved by, either way. */
const STEPS = [0.25, 0.5, 0.75, 1] as const;

export interface WeighOptions {
  /** Trees judged before weighing stops. Default 12000. */
  budget?: number;
  /** Told how many of the moves have been tried. */
  onProgress?: Progress;
}

/**
 * Weighs each verdict of a tree by judging it again with every reading moved, one at a time, by each quarter
 * of its uncertainty, up and down. Smaller moves are tried first, so the turn told is the least found.
 */
export function weigh(
  state: TreeState,
  { budget = 12000, onProgress }: WeighOptions = {},
): Record<StemId, Confidence> {
  const judged = judge(state, { withPrices: false });
  if (judged.kind !== 'judged') return {};
  const before = decisionsIn(judged);
  const contested = contestedIn(judged);
  const turns = new Map<StemId, Turn>();
  const readings = state.tree.stems.reduce((sum, stem) => sum + fieldsOf(stem).length, 0);
  const moves = Math.min(budget, readings * STEPS.length * 2);
  let tried = 0;
  for (const share of STEPS) {
    for (const stem of state.tree.stems) {
      for (const field of fieldsOf(stem)) {
        for (const side of [-1, 1]) {
          if (tried === budget) return told(before, turns, contested, false);
          noteTurns(state, judged.chosen, before, turns, stem, field, side * share);
          tried++;
          onProgress?.(tried, moves);
        }
      }
    }
  }
  return told(before, turns, contested, true);
}

/** What a decision comes to: a limb in a place and one that is only left both stay. */
const fateOf = (decision: Decision): Decision => (decision === 'leave' ? 'scaffold' : decision);

function noteTurns(
  state: TreeState,
  near: ChosenSet,
  before: Decisions,
  turns: Map<StemId, Turn>,
  stem: Stem,
  field: ReadField,
  share: number,
): void {
  const { value: from, sure } = readingOf(stem, field);
  const to = from + share * sure;
  const after = decisionsOn(withReading(state, stem.id, field, to), near);
  for (const [stemId, decision] of before) {
    const now = after?.get(stemId) ?? 'leave';
    if (fateOf(now) === fateOf(decision) || turns.has(stemId)) continue;
    turns.set(stemId, { stemId: stem.id, field, from, to, decision: now });
  }
}

/** Stems that a set nearly as good as the chosen one has otherwise. */
function contestedIn({ chosen, runnersUp, verdicts }: Judgement): Set<StemId> {
  const ids = (set: ChosenSet): StemId[] => [...set.limbs.map(({ stemId }) => stemId), ...set.left];
  const best = ids(chosen);
  const isNear = ({ cost }: ChosenSet): boolean => {
    const [unpinned, breaches, dearer] = cost.map((x, i) => x - (chosen.cost[i] as number)) as number[];
    return unpinned === 0 && breaches === 0 && (dearer as number) <= NEAR_COST;
  };
  const byItself = Object.values(verdicts).flatMap(({ stemId, isNear: near }) => (near ? [stemId] : []));
  const bySets = runnersUp.filter(isNear).flatMap((set) => {
    const other = ids(set);
    return [...best.filter((id) => !other.includes(id)), ...other.filter((id) => !best.includes(id))];
  });
  return new Set([...byItself, ...bySets]);
}

function told(
  before: Decisions,
  turns: ReadonlyMap<StemId, Turn>,
  contested: ReadonlySet<StemId>,
  isWhole: boolean,
): Record<StemId, Confidence> {
  const of = (stemId: StemId): Confidence => {
    const turn = turns.get(stemId);
    if (turn) return { level: 'close', turn };
    if (contested.has(stemId)) return { level: 'close' };
    return { level: isWhole ? 'clear' : 'not-weighed' };
  };
  return Object.fromEntries([...before.keys()].map((stemId) => [stemId, of(stemId)]));
}
