import type { Limit } from '../rules/limits';
import type { Finding, FindingId } from './finding';
import type { LimbPair } from './measures';

/** A finding on the height between two limbs, told of each with the other named; `observed` says which this one is. */
export function onBoth(rule: FindingId, { lower, upper, heightCm }: LimbPair, limit: Limit): Finding[] {
  const sure = Math.hypot(lower.origin.sure, upper.origin.sure);
  const measured = { value: heightCm, unit: 'cm' as const, sure };
  const found = { rule, gravity: 'serious' as const, measured, limit };
  return [
    { ...found, stemId: lower.id, otherStemId: upper.id, observed: 'lower' },
    { ...found, stemId: upper.id, otherStemId: lower.id, observed: 'upper' },
  ];
}
