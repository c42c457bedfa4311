import type { Act } from '../acts/acts';
import type { PlanQuestion } from './question';

/**
 * Blossom and fruit taken off: all of it in the first season, from thin wood what its girth does not carry, and while the
 * tree is being framed every bearing limb down to that, so that it goes on growing.
 */
export function cropActs({ scene, verdicts, say }: PlanQuestion): Act[] {
  const { laid, limits, when, findings } = scene;
  const isFramed = when.seasonsGrown > limits('crop.framedSeasons').value;
  const isThin = (id: string): boolean =>
    findings.some(({ rule, stemId }) => rule === 'crop-on-thin' && stemId === id);
  return laid.tree.stems.flatMap((stem): Act[] => {
    const { id: stemId, bears, diameter } = stem;
    const decision = verdicts[stemId]?.decision;
    if (bears !== 'blossom' && bears !== 'fruit') return [];
    if (decision === 'out' || decision === 'goes-with' || (isFramed && !isThin(stemId))) return [];
    const isNew = when.seasonsGrown <= 1;
    const leave = isNew ? 0 : fruitsCarried(diameter.value, limits('crop.perCm2').value);
    const why = isNew
      ? 'in its first season here it is to root and grow'
      : `at ${say.diameter(diameter.value)} it carries ${leave === 0 ? 'none' : leave}`;
    const then = isNew || isThin(stemId) ? '' : ', and more would stop its growth';
    const what = `${bears === 'fruit' ? 'Fruit' : 'Blossom'} ${leave === 0 ? 'comes off' : 'is thinned on'}`;
    const words = `${what} ${say.stem(stemId)}: ${why}${then}.`;
    const rule = isNew || isThin(stemId) ? 'crop-on-thin' : 'crop.perCm2';
    return [{ kind: 'take-crop', stemId, crop: bears, leave, reason: { rule, words } }];
  });
}

/** Fruits a limb carries: its cross-section in cm^2 times the fruits for each, whole ones. */
export const fruitsCarried = (diameterMm: number, perCm2: number): number =>
  Math.floor((Math.PI / 4) * (diameterMm / 10) ** 2 * perCm2);
