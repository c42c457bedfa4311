import type { StemId } from '../tree/stem-readings';
import type { FormScene } from './candidacy';
import { onSchool } from '../words/ground';
import { because } from '../words/message';
import type { Verdict } from './verdicts';

/** Seasons a school of free growth waits before it chooses limbs. */
const FREE_SEASONS = 2;

/** What goes even so: unsound wood, the rootstock's shoots, second leaders, what the grower ruled, and spares: of these the choice is made. */
const GOES_ANYWAY = new Set([
  'unsound-wood',
  'below-union',
  'too-thick',
  'several-tops',
  'overruled',
  'spare-over',
]);

/** In a school that lets a tree grow freely first, limbs that only the choice is against are left for now. */
export function freeGrowth(
  { answers, when }: FormScene,
  verdicts: Readonly<Record<StemId, Verdict>>,
): Readonly<Record<StemId, Verdict>> {
  if (answers['first-years'] !== 'free-first' || when.seasonsGrown > FREE_SEASONS) return verdicts;
  const args = { seasons: FREE_SEASONS, now: when.seasonsGrown };
  const reason = because('why.free', args, onSchool('first-years'));
  const left = (verdict: Verdict): Verdict => ({
    ...verdict,
    decision: 'leave',
    rule: 'free-growth',
    reasons: [reason, ...verdict.reasons],
  });
  const decided = (verdict: Verdict): Verdict => {
    if (verdict.decision === 'out' && !GOES_ANYWAY.has(verdict.rule)) return left(verdict);
    const carrier = verdict.decision === 'goes-with' ? verdicts[verdict.place ?? ''] : undefined;
    return carrier?.decision === 'out' && !GOES_ANYWAY.has(carrier.rule) ? left(verdict) : verdict;
  };
  return Object.fromEntries(Object.entries(verdicts).map(([id, verdict]) => [id, decided(verdict)]));
}
