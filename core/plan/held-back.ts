import type { Act } from '../acts/acts';
import { cutDiameterMm } from '../acts/wood';
import { stemOf, type Stem } from '../tree/stem';
import { onFigure } from '../words/ground';
import { because, cm } from '../words/message';
import { endCut } from './limb-ends';
import type { PlanQuestion } from './question';

/** A limb left beside a full frame is kept to this share of the frame's own length, where it is longer than so much of it. Working values. */
const LEFT_SHARE = 0.5;
const LONG_SHARE = 0.65;

/** In a form without a leader, limbs left beside a full frame are kept short for leaf, so that they never rival it. */
export function heldBack({ scene, chosen, verdicts }: PlanQuestion): Act[] {
  const { laid, hasLeader, standsOn, when } = scene;
  const frame = chosen.limbs
    .filter(({ role }) => role === 'scaffold')
    .flatMap(({ stemId }) => stemOf(laid.tree, stemId)?.length.value ?? [])
    .sort((a, b) => a - b);
  const usualCm = frame[Math.floor(frame.length / 2)];
  if (hasLeader || standsOn !== 'trunk' || when.inLeaf || usualCm === undefined) return [];
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
