import { comesBackDeg, fixedTo, HOLDS_BEND } from '../fixings/fixed';
import type { EventBody } from '../history/events';
import type { TreeState } from '../history/tree-at';
import { sceneOf } from '../judging/scene';
import type { Due } from './due';

/**
 * What is written down where something fixed that was due was dealt with: looked at and well, its loop made wider, or off; what held a bend
 * with how far the limb was expected to come back. Undefined where what is due is about nothing fixed, or it is there no more.
 * @param staysOff false where the limb came back too far and was tied again
 */
export function fixingDone(
  state: TreeState,
  { what, thing, atCm, stemIds: [stemId] }: Pick<Due, 'what' | 'thing' | 'atCm' | 'stemIds'>,
  staysOff = true,
): EventBody | undefined {
  const scene = sceneOf(state);
  const fixed = fixedTo(scene).find(
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
  const back = HOLDS_BEND.includes(fixing.what) ? comesBackDeg(scene, stem, fixing) : undefined;
  const expected = back !== undefined && { expectedDeg: Math.round(back) };
  return { kind: 'let-go', ...about, staysOff, ...strained, ...expected };
}
