import { fixedTo } from '../fixings/fixed';
import type { EventBody } from '../history/events';
import type { TreeState } from '../history/tree-at';
import { sceneOf } from '../judging/scene';
import type { Due } from './due';

/**
 * What is written down where something fixed that was due was dealt with: looked at and well, its loop made wider, or off. Undefined where
 * what is due is about nothing fixed, or it is there no more.
 */
export function fixingDone(
  state: TreeState,
  { what, thing, atCm, stemIds: [stemId] }: Pick<Due, 'what' | 'thing' | 'atCm' | 'stemIds'>,
): EventBody | undefined {
  const fixed = fixedTo(sceneOf(state)).find(
    (one) => one.stem.id === stemId && one.fixing.what === thing && one.fixing.atCm === atCm,
  );
  if (!fixed) return undefined;
  const { fixing, stem, newLoopMm } = fixed;
  const about = {
    ...{ treeId: state.record.id, stemId: stem.id, what: fixing.what },
    ...(fixing.atCm !== undefined && { atCm: fixing.atCm }),
  };
  if (what === 'look') return { kind: 'looked-at', ...about };
  if (what === 'tight') return { kind: 'looked-at', ...about, loopMm: newLoopMm };
  if (what !== 'off') return undefined;
  const { strainPercent, wood } = fixing;
  const strained = strainPercent !== undefined && wood && { strained: { strainPercent, wood } };
  return { kind: 'let-go', ...about, staysOff: true, ...strained };
}
