import type { Act } from '../acts/acts';
import { stemOf, type Stem } from '../tree/stem';
import { onFigure } from '../words/ground';
import { because, cm, type MessageCode } from '../words/message';
import { renewalCut } from './heading';
import { endCut } from './limb-ends';
import type { PlanQuestion } from './question';
import { shortenTo } from './shorten-to';

/** A limb left beside a full frame is kept to this share of the frame's own length, where it is longer than so much of it. Working values. */
const LEFT_SHARE = 0.5;
const LONG_SHARE = 0.65;

/** What a limb that is left is told of that would outgrow what carries it, or those beside it. */
const OUTGROWS: readonly MessageCode[] = ['kept.weighed.strong', 'weighed.peers', 'kept.weighed.rival'];
/** ... and what of its length it then keeps. Working value. */
const KEEPS = 0.5;

/** Limbs left beside the frame that are kept short: what outgrows it, and without a leader whatever is long beside a full one. */
export function heldBack(question: PlanQuestion): Act[] {
  const { scene, chosen } = question;
  if (scene.standsOn !== 'trunk' || scene.when.inLeaf) return [];
  return chosen.left.flatMap((id): Act[] => {
    const stem = stemOf(scene.laid.tree, id);
    if (!stem || !isFree(question, stem)) return [];
    return scene.hasLeader ? halved(question, stem) : keptShort(question, stem);
  });
}

/** Left of the program's own accord, whole, and with nothing to mend at its end. */
function isFree(question: PlanQuestion, stem: Stem): boolean {
  const { scene, verdicts } = question;
  const verdict = verdicts[stem.id];
  const isLeft = verdict?.decision === 'leave' && verdict.ruling === 'undecided' && verdict.rule === 'left';
  if (!isLeft || stem.headed || stem.runUp) return false;
  return (renewalCut(question, stem) ?? endCut(scene, verdicts, stem)) === undefined;
}

/** What is left although it would take the tree over. */
function halved({ scene, verdicts }: PlanQuestion, stem: Stem): Act[] {
  const outgrows = verdicts[stem.id]?.reasons.some(({ code }) => OUTGROWS.includes(code));
  const toLengthCm = Math.max(stem.length.value * KEEPS, scene.limits('scaffold.shortestCm').value);
  if (!outgrows || toLengthCm >= stem.length.value) return [];
  const reason = because('head.halved', { length: cm(toLengthCm) }, onFigure('thick.ratio'));
  return shortenTo(scene, stem, { toLengthCm, purpose: 'calm-temporary', reason });
}

/** What is long beside a full frame. */
function keptShort({ scene, chosen }: PlanQuestion, stem: Stem): Act[] {
  const frame = chosen.limbs
    .filter(({ role }) => role === 'scaffold')
    .flatMap(({ stemId }) => stemOf(scene.laid.tree, stemId)?.length.value ?? [])
    .sort((a, b) => a - b);
  const usualCm = frame[Math.floor(frame.length / 2)];
  if (usualCm === undefined || stem.length.value <= usualCm * LONG_SHARE) return [];
  const toLengthCm = usualCm * LEFT_SHARE;
  const reason = because('head.held-back', { length: cm(toLengthCm) }, onFigure('scaffold.most'));
  return shortenTo(scene, stem, { toLengthCm, purpose: 'calm-temporary', reason });
}
