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

/** Shares of a reading's uncertainty it is moved by, either way; and, where such a move turns a verdict, the lesser one then tried. */
const STEPS: readonly { share: number; lesser: number }[] = [
  { share: 0.5, lesser: 0.25 },
  { share: 1, lesser: 0.75 },
];

export interface WeighOptions {
  /** Trees judged before weighing stops. Default 12000. */
  budget?: number;
  /** The one stem that is asked about: weighing stops once a reading is found that turns its verdict, and says nothing of others. */
  of?: StemId;
  /** Told how many of the moves have been tried. */
  onProgress?: Progress;
}

/**
 * Weighs each verdict of a tree by judging it again with every reading moved, one at a time, by half and by all of its
 * uncertainty, up and down; a move that turns a verdict is tried again a quarter less. Smaller moves are tried first, so
 * the turn told is the least found.
 */
export function weigh(
  state: TreeState,
  { budget = 12000, of, onProgress }: WeighOptions = {},
): Record<StemId, Confidence> {
  const judged = judge(state, { withPrices: false });
  if (judged.kind !== 'judged') return {};
  const weighing = {
    state,
    near: judged.chosen,
    before: decisionsIn(judged),
    turns: new Map<StemId, Turn>(),
  };
  const contested = contestedIn(judged);
  const readings = state.tree.stems.reduce((sum, stem) => sum + fieldsOf(stem).length, 0);
  const moves = Math.min(budget, readings * STEPS.length * 2);
  let tried = 0;
  for (const { share, lesser } of STEPS) {
    for (const stem of state.tree.stems) {
      for (const field of fieldsOf(stem)) {
        for (const side of [-1, 1]) {
          if (tried >= budget) return told(weighing, contested, false);
          const turned = turnedBy(weighing, stem, field, side * share);
          tried++;
          if (turned.length > 0) {
            note(weighing, turnedBy(weighing, stem, field, side * lesser));
            note(weighing, turned);
            tried++;
          }
          if (of !== undefined && weighing.turns.has(of)) return told(weighing, contested, false);
          onProgress?.(Math.min(tried, moves), moves);
        }
      }
    }
  }
  return told(weighing, contested, true);
}

interface Weighing {
  state: TreeState;
  near: ChosenSet;
  before: Decisions;
  turns: Map<StemId, Turn>;
}

/** What a decision comes to: a limb in a place and one that is only left both stay. */
export const fateOf = (decision: Decision): Decision => (decision === 'leave' ? 'scaffold' : decision);

/** The verdicts not yet known to turn that do as one reading is moved, with the move. */
function turnedBy(
  { state, near, before, turns }: Weighing,
  stem: Stem,
  field: ReadField,
  share: number,
): [StemId, Turn][] {
  const { value: from, sure } = readingOf(stem, field);
  const to = from + share * sure;
  const after = decisionsOn(withReading(state, stem.id, field, to), near);
  return [...before].flatMap(([stemId, decision]): [StemId, Turn][] => {
    const now = after?.get(stemId) ?? 'leave';
    if (fateOf(now) === fateOf(decision) || turns.has(stemId)) return [];
    return [[stemId, { stemId: stem.id, field, from, to, decision: now }]];
  });
}

/** Notes turns, the first told of a verdict being the least. */
function note({ turns }: Weighing, turned: readonly [StemId, Turn][]): void {
  for (const [stemId, turn] of turned) if (!turns.has(stemId)) turns.set(stemId, turn);
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
  { before, turns }: Weighing,
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
