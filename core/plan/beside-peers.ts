import { newestCm, stemOf, type Stem } from '../tree/stem';
import type { PlanQuestion } from './question';

/** Length a limb makes in a season where none was read, cm; a longer one took more than one. Working value. */
const SEASON_CM = 70;

/** New length of last season, cm: as read, else a season's part of its length. */
export const lastGrowthCm = (stem: Stem): number =>
  newestCm(stem) ?? stem.length.value / Math.max(1, Math.round(stem.length.value / SEASON_CM));

/** A limb is weak or strong beside the others of its frame: its growth and thickness over theirs. Working values. */
export const WEAK_BESIDE = 0.75;
/** How a limb stands beside the others of the frame: the lesser of its thickness and, where all were read, its growth over the middle of theirs; 1 for a limb alone. */
export function besidePeers({ scene, chosen }: PlanQuestion, stem: Stem): number {
  const peers = chosen.limbs
    .filter(({ role, stemId }) => role === 'scaffold' && stemId !== stem.id)
    // A rival that is cut hard is no measure of the others.
    .filter(({ correction }) => correction?.kind !== 'rival-bent')
    .flatMap(({ stemId }) => stemOf(scene.laid.tree, stemId) ?? []);
  if (peers.length < 2) return 1;
  const over = (of: (stem: Stem) => number): number => of(stem) / Math.max(1, middle(peers.map(of)));
  const areRead = [stem, ...peers].every((one) => newestCm(one) !== undefined);
  const byThickness = over(({ diameter }) => diameter.value);
  return areRead ? Math.min(over(lastGrowthCm), byThickness) : byThickness;
}

function middle(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  const [low, high] = [sorted[sorted.length % 2 === 0 ? half - 1 : half] ?? 0, sorted[half] ?? 0];
  return (low + high) / 2;
}
