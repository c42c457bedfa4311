import type { ChosenSet } from '../choosing/chosen-set';
import { decide } from '../judging/judge';
import type { Decision, Verdict } from '../choosing/verdicts';
import type { TreeState } from '../history/tree-at';
import type { StemId } from '../tree/stem-readings';

/** What is decided of each stem: whether it stays, leads, goes. */
export type Decisions = ReadonlyMap<StemId, Decision>;

/**
 * The decisions on a tree, without words or prices. Undefined for a tree that is not judged by its limbs.
 * @param near the set chosen of much the same tree: the search starts from it
 */
export function decisionsOn(state: TreeState, near?: ChosenSet): Decisions | undefined {
  const verdicts = decide(state, near);
  return verdicts && decisionsIn({ verdicts });
}

/** The decisions of a judgement. */
export function decisionsIn({ verdicts }: { verdicts: Readonly<Record<StemId, Verdict>> }): Decisions {
  return new Map(Object.values(verdicts).map(({ stemId, decision }) => [stemId, decision]));
}
