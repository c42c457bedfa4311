import type { Act } from '../acts/acts';
import { cutDiameterMm } from '../acts/wood';
import { stemOf, type Stem } from '../tree/stem';
import { onFigure } from '../words/ground';
import { because, cm, type MessageCode } from '../words/message';
import { endCut } from './limb-ends';
import type { PlanQuestion } from './question';

/** A limb left beside a full frame is kept to this share of the frame's own length, where it is longer than so much of it. Working values. */
const LEFT_SHARE = 0.5;
const LONG_SHARE = 0.65;

/** What a limb that is left is told of that would outgrow what carries it, or those beside it. */
const OUTGROWS: readonly MessageCode[] = ['weighed.strong', 'weighed.peers', 'weighed.rival'];
/** ... and what of its length it then keeps. Working value. */
const KEEPS = 0.5;

/** Limbs that are left although they would take the tree over are halved, so that they do not. */
function halved({ scene, chosen, verdicts }: PlanQuestion): Act[] {
  return chosen.left.flatMap((id): Act[] => {
    const stem = stemOf(scene.laid.tree, id);
    const verdict = verdicts[id];
    const isFree = verdict?.decision === 'leave' && verdict.ruling === 'undecided' && verdict.rule === 'left';
    const outgrows = verdict?.reasons.some(({ code }) => OUTGROWS.includes(code));
    if (!stem || !isFree || !outgrows || stem.headed || stem.runUp || endCut(scene, verdicts, stem))
      return [];
    const toLengthCm = Math.max(stem.length.value * KEEPS, scene.limits('scaffold.shortestCm').value);
    if (toLengthCm >= stem.length.value) return [];
    const reason = because('head.halved', { length: cm(toLengthCm) }, onFigure('thick.ratio'));
    const diameterMm = cutDiameterMm(stem, toLengthCm);
    return [{ kind: 'shorten', stemId: id, toLengthCm, diameterMm, purpose: 'calm-temporary', reason }];
  });
}

/** Limbs left beside the frame that are kept short: what outgrows it, and without a leader whatever is long beside a full one. */
export function heldBack(question: PlanQuestion): Act[] {
  const { scene, chosen, verdicts } = question;
  const { laid, hasLeader, standsOn, when } = scene;
  const frame = chosen.limbs
    .filter(({ role }) => role === 'scaffold')
    .flatMap(({ stemId }) => stemOf(laid.tree, stemId)?.length.value ?? [])
    .sort((a, b) => a - b);
  const usualCm = frame[Math.floor(frame.length / 2)];
  if (standsOn !== 'trunk' || when.inLeaf || usualCm === undefined) return [];
  if (hasLeader) return halved(question);
  const isLong = (stem: Stem): boolean => stem.length.value > usualCm * LONG_SHARE && !stem.headed;
  return chosen.left.flatMap((id): Act[] => {
    const stem = stemOf(laid.tree, id);
    const verdict = verdicts[id];
    const isFree = verdict?.decision === 'leave' && verdict.ruling === 'undecided' && verdict.rule === 'left';
    if (!stem || !isFree || !isLong(stem) || stem.runUp || endCut(scene, verdicts, stem)) return [];
    const toLengthCm = usualCm * LEFT_SHARE;
    const reason = because('head.held-back', { length: cm(toLengthCm) }, onFigure('scaffold.most'));
    const diameterMm = cutDiameterMm(stem, toLengthCm);
    return [{ kind: 'shorten', stemId: id, toLengthCm, diameterMm, purpose: 'calm-temporary', reason }];
  });
}
