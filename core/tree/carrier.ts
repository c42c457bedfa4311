import type { LaidTree } from './course';
import { diameterAt, taperOf } from './taper';
import { childrenOf, type Stem } from './stem';

/**
 * Length of a young shoot for each mm of its diameter, cm per mm: a pencil-thick shoot (7 mm) is some 50 cm long. Working
 * value; one standard deviation about a quarter.
 */
const SHOOT_CM_PER_MM = 7.5;

/** A stem that runs on over its topmost limb by less than this share of that limb's length was cut there. Working value. */
const RUNS_ON = 0.22;

/** Whether a stem ends at its topmost limbs: its end was cut, or runs on so little over them that it feeds nothing. */
export function endsAtItsLimbs({ tree, joins }: LaidTree, stem: Stem): boolean {
  if (stem.headed) return true;
  let [topCm, topLengthCm] = [0, 0];
  for (const { id, length } of childrenOf(tree, stem.id)) {
    const joinCm = joins.get(id) ?? 0;
    if (joinCm > topCm || (joinCm === topCm && length.value > topLengthCm))
      [topCm, topLengthCm] = [joinCm, length.value];
  }
  return topLengthCm > 0 && stem.length.value - topCm < RUNS_ON * topLengthCm;
}

/**
 * Thickness of a stem beside a limb it carries, mm: by what it feeds there, its cross-section in proportion to that of
 * the shoots above (pipe model, Shinozaki et al. 1964), half the limb itself among them; a stem cut over its limbs by the taper
 * of cut wood. Never over its thickness at the datum.
 */
export function carrierMm(laid: LaidTree, carrier: Stem, limb: Stem): number {
  const atCm = laid.joins.get(limb.id) ?? 0;
  if (endsAtItsLimbs(laid, carrier)) return diameterAt(taperOf({ ...carrier, headed: true }), atCm);
  const own = (cm: number): number => (Math.max(0, carrier.length.value - cm) / SHOOT_CM_PER_MM) ** 2;
  const { datumCm } = taperOf(carrier);
  let [here, below] = [own(atCm), own(datumCm)];
  for (const { id, diameter, condition } of childrenOf(laid.tree, carrier.id)) {
    if (condition === 'dead') continue;
    const feeds = diameter.value ** 2;
    const joinCm = laid.joins.get(id) ?? 0;
    if (joinCm > datumCm) below += feeds;
    if (id === limb.id) here += feeds / 2;
    else if (joinCm > atCm) here += feeds;
  }
  return carrier.diameter.value * Math.sqrt(Math.min(1, here / Math.max(below, 1e-9)));
}
