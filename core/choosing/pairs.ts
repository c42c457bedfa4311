import type { Finding, Scene } from '../findings/finding';
import { limbPairs } from '../findings/measures';
import type { StemId } from '../tree/stem';

/** What two limbs cost when both are kept, by the findings that name them both. */
export interface LimbPairCost {
  a: StemId;
  b: StemId;
  /** The cost is met only when `a` is taken in this place. */
  placeOfA?: number;
  breaches: number;
  form: number;
}

const SOON_RUBBING = 20;
const SHARED_NODE = 30;
const CLOSE = 3;

/**
 * Pair costs of the trunk's limbs. Two that touch, or stand one above another, may not both be kept; two that will
 * rub, share a node, or start nearer than wished, cost the form.
 * @param wishCm height wished between one limb and the next, cm
 */
export function limbPairCosts(scene: Scene, findings: readonly Finding[], wishCm: number): LimbPairCost[] {
  const named = new Map<string, Finding[]>();
  for (const finding of findings) {
    if (finding.otherStemId === undefined) continue;
    const key = `${finding.stemId}\n${finding.otherStemId}`;
    named.set(key, [...(named.get(key) ?? []), finding]);
  }
  return limbPairs(scene.laid, scene.limits('scaffold.shortestCm').value).flatMap(
    ({ lower, upper, heightCm }) => {
      let breaches = 0;
      let form = 0;
      const about = named.get(`${lower.id}\n${upper.id}`) ?? [];
      for (const { rule, gravity } of about) {
        if (rule === 'one-above-another' || (rule === 'crossing' && gravity === 'must-go')) breaches++;
        else if (rule === 'crossing') form += SOON_RUBBING;
        else if (rule === 'same-node') form += SHARED_NODE;
      }
      const sharesNode = about.some(({ rule }) => rule === 'same-node');
      if (!sharesNode && heightCm < wishCm) form += CLOSE;
      return breaches + form > 0 ? [{ a: lower.id, b: upper.id, breaches, form }] : [];
    },
  );
}
