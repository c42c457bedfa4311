import { judge, type Judgement } from '../choosing/judge';
import type { Decision } from '../choosing/verdicts';
import type { TreeState } from '../history/tree-at';
import type { StemId } from '../tree/stem';

/** What is decided of each stem: whether it stays, leads, goes. */
export type Decisions = ReadonlyMap<StemId, Decision>;

/** The decisions on a tree, without words or prices. Undefined for a tree that is not judged by its limbs. */
export function decisionsOn(state: TreeState): Decisions | undefined {
  const judged = judge(state, 'metric', { withPrices: false, sets: 1 });
  return judged.kind === 'judged' ? decisionsIn(judged) : undefined;
}

/** The decisions of a judgement. */
export function decisionsIn({ verdicts }: Judgement): Decisions {
  return new Map(Object.values(verdicts).map(({ stemId, decision }) => [stemId, decision]));
}
