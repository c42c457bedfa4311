import { onFigure, onFinding } from '../words/ground';
import { because, mm, tagOf } from '../words/message';
import { afterActs, type Act } from '../acts/acts';
import { fruitsCarried } from '../bending/laden';
import { stemOf } from '../tree/stem';
import type { PlanQuestion } from './question';

/**
 * Blossom and fruit taken off: all of it in the first season, from thin wood what its girth does not carry, and while the
 * tree is being framed every bearing limb down to that, so that it goes on growing.
 */
export function cropActs({ scene, verdicts }: PlanQuestion, cuts: readonly Act[]): Act[] {
  const after = afterActs(scene.laid.tree, cuts);
  const { laid, limits, when, findings, kind } = scene;
  const isFramed = when.seasonsGrown > limits('crop.framedSeasons').value;
  const isThin = (id: string): boolean =>
    findings.some(({ rule, stemId }) => rule === 'crop-on-thin' && stemId === id);
  return laid.tree.stems.flatMap((stem): Act[] => {
    const { id: stemId, bears, diameter } = stem;
    const decision = verdicts[stemId]?.decision;
    if (bears !== 'blossom' && bears !== 'fruit') return [];
    // In winter what it bore is off; only an evergreen still hangs on to it.
    if (bears === 'fruit' && !when.inLeaf && !kind.evergreen.value) return [];
    if (decision === 'out' || decision === 'goes-with' || (isFramed && !isThin(stemId))) return [];
    if (!stemOf(after, stemId)) return [];
    const isNew = when.seasonsGrown <= 1;
    const leave = isNew ? 0 : fruitsCarried(diameter.value, limits('crop.perCm2').value);
    const thick = mm(diameter.value);
    const framing = isThin(stemId) ? ('' as const) : ('.framing' as const);
    const args = { crop: bears, limb: tagOf(laid.tree, stemId), ...(!isNew && { thick, leave }) };
    const code = isNew ? 'crop.new.off' : (`${leave === 0 ? 'crop.off' : 'crop.thin'}${framing}` as const);
    const isFound = isNew || isThin(stemId);
    const reason = because(code, args, isFound ? onFinding('crop-on-thin') : onFigure('crop.perCm2'));
    return [{ kind: 'take-crop', stemId, crop: bears, leave, reason }];
  });
}
