import type { StemId } from '../tree/stem-readings';
import type { PlanQuestion } from './question';
import type { Act } from '../acts/acts';

/**
 * The stem that carries the tree's top once the acts are done: the leader that was chosen, or the limb the stem is cut back to,
 * which takes the top over; on a wall the limb lies along its wire and the stem ends there.
 */
export function leaderAfter(
  { scene, form, chosen }: Pick<PlanQuestion, 'scene' | 'form' | 'chosen'>,
  acts: readonly Act[],
): StemId | undefined {
  if (!form.hasLeader) return undefined;
  const takesOver = acts.find((act) => act.kind === 'shorten' && act.stemId === scene.laid.trunk?.id);
  const leader = chosen.limbs.find(({ role }) => role === 'leader');
  if (leader?.correction?.kind === 'cut-to') return leader.correction.to;
  if (takesOver?.kind === 'shorten' && takesOver.toStem !== undefined && !form.needsWall)
    return takesOver.toStem;
  return leader?.stemId ?? scene.laid.trunk?.id;
}
