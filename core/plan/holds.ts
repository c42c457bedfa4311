import { afterActs, type Act } from '../acts/acts';
import { heldBy, tiesToOf } from '../bending/means';
import { safeLine, type BendAsked } from '../bending/safe-line';
import { onFigure } from '../words/ground';
import { because, deg } from '../words/message';
import { layOut } from '../tree/course';
import { stemOf } from '../tree/stem';
import type { PlanQuestion } from './question';

type Bending = Extract<Act, { kind: 'bend' | 'swing' | 'spread' }>;

const isBending = (act: Act): act is Bending =>
  act.kind === 'bend' || act.kind === 'swing' || act.kind === 'spread';

/**
 * The acts with every bend computed on the limb as the cuts leave it: how far is safe, what holds it, until when. One that would crack is brought
 * as far as is safe; not at all where that is not worth a tie.
 */
export function withHolds(
  { scene, form }: Pick<PlanQuestion, 'scene' | 'form'>,
  acts: readonly Act[],
): Act[] {
  if (!acts.some(isBending)) return [...acts];
  const cut = afterActs(
    scene.laid.tree,
    acts.filter((act) => !isBending(act)),
  );
  const then = { ...scene, laid: layOut(cut) };
  const tiesTo = tiesToOf(form);
  return acts.flatMap((act): Act[] => {
    const stem = isBending(act) ? stemOf(cut, act.stemId) : undefined;
    if (!isBending(act) || !stem) return [act];
    const asked = askedBy(act);
    const line = safeLine(then, stem, asked);
    const held = heldBy(then, stem, line, asked, tiesTo, act.kind === 'spread');
    if (held) return [{ ...act, held }];
    if (act.kind !== 'bend' || Math.abs(line.nowDeg - act.fromDeg) < scene.limits('bend.worthDeg').value)
      return [];
    const nearer: BendAsked = { way: 'upright', toDeg: line.nowDeg };
    const short = heldBy(then, stem, safeLine(then, stem, nearer), nearer, tiesTo, false);
    const args = { to: deg(line.nowDeg), wanted: deg(act.toDeg) };
    const reason = because('bend.as-far', args, onFigure('crack.chanceRatio'));
    return short ? [{ ...act, toDeg: line.nowDeg, held: short, reason }] : [];
  });
}

function askedBy(act: Bending): BendAsked {
  if (act.kind !== 'swing') return { way: 'upright', toDeg: act.toDeg };
  const turn = ((act.toDeg - act.fromDeg + 540) % 360) - 180;
  return { way: 'aside', toDeg: turn };
}
