import { staysWithCarriers, type Verdict } from '../choosing/verdicts';
import type { HoldOff } from '../seasons/hold-off';
import type { Plan } from '../plan/plan';
import { stemOf, type Stem, type Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { because, day, tagOf } from '../words/message';

const isHygiene = ({ rule }: Verdict): boolean => rule === 'unsound-wood' || rule === 'below-union';

/** What would go, but is held off, stays until then: all but dead and diseased wood, and shoots of the rootstock. */
export function heldOff(
  tree: Tree,
  verdicts: Readonly<Record<StemId, Verdict>>,
  holdOff: HoldOff | undefined,
): Readonly<Record<StemId, Verdict>> {
  if (!holdOff) return verdicts;
  const held = Object.fromEntries(
    Object.values(verdicts).map((verdict): [StemId, Verdict] => [
      verdict.stemId,
      verdict.decision === 'out' && !isHygiene(verdict)
        ? untilOver(verdict, holdOff)
        : beyondNoCut(tree, verdicts, verdict),
    ]),
  );
  return staysWithCarriers(tree, held, isHygiene);
}

/** Dead wood that was to go with the end of what stays goes by itself: that end is not cut now. */
function beyondNoCut(tree: Tree, verdicts: Readonly<Record<StemId, Verdict>>, verdict: Verdict): Verdict {
  const { own } = verdict;
  if (verdict.decision !== 'goes-with' || !own || !isHygiene(own)) return verdict;
  const { parent } = stemOf(tree, verdict.stemId) as Stem;
  const carrier = parent.kind === 'stem' ? verdicts[parent.stemId] : undefined;
  return ['out', 'goes-with'].includes(carrier?.decision ?? '') ? verdict : own;
}

function untilOver(verdict: Verdict, { until }: HoldOff): Verdict {
  const reason = because('why.held-off', { until: day(until) });
  return { ...verdict, decision: 'temporary', until, reasons: [reason, ...verdict.reasons] };
}

/** What was to go with a cut that is not made, or is made further out, stays: until the hold-off is over, or as it would be by itself. */
export function stillThere(
  tree: Tree,
  verdicts: Readonly<Record<StemId, Verdict>>,
  { after }: Plan,
  holdOff: HoldOff | undefined,
): Readonly<Record<StemId, Verdict>> {
  const left = new Set(after.stems.map(({ id }) => id));
  const byItself = (verdict: Verdict): Verdict => {
    if (!left.has(verdict.stemId) || !['out', 'goes-with'].includes(verdict.decision)) return verdict;
    if (holdOff) return untilOver(verdict, holdOff);
    const own = verdict.own ?? verdict;
    if (own.decision !== 'out' && own.decision !== 'goes-with') return own;
    const { parent } = stemOf(tree, verdict.stemId) as Stem;
    const carrier = tagOf(tree, parent.kind === 'stem' ? parent.stemId : verdict.stemId);
    return { ...own, decision: 'leave', reasons: [because('why.stays-with', { carrier })] };
  };
  return Object.fromEntries(
    Object.values(verdicts).map((verdict): [StemId, Verdict] => [verdict.stemId, byItself(verdict)]),
  );
}
