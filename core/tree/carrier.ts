import type { LaidTree } from './course';
import { diameterAt, taperOf } from './taper';
import { childrenOf, type Stem } from './stem';
import type { StemId } from './stem-readings';

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
 * Thickness of a stem at a distance along it, mm: by what it feeds there, its cross-section in proportion to that of the shoots
 * above (pipe model, Shinozaki et al. 1964); without limbs that is a straight taper. A stem cut over its limbs has the taper of
 * cut wood. Never under the straight taper from its datum to its tip, so that nothing read is called thinner than wood can be; never over its
 * thickness at the datum. One truth for judging, cuts and wounds.
 * @param half a limb of which half is counted: the stem beside its join
 */
export function thicknessMm(laid: LaidTree, stem: Stem, atCm: number, half?: StemId): number {
  if (endsAtItsLimbs(laid, stem)) return diameterAt(taperOf({ ...stem, headed: true }), atCm);
  const own = (cm: number): number => (Math.max(0, stem.length.value - cm) / SHOOT_CM_PER_MM) ** 2;
  const { datumCm } = taperOf(stem);
  let [here, below] = [own(atCm), own(datumCm)];
  for (const { id, diameter, condition } of childrenOf(laid.tree, stem.id)) {
    if (condition === 'dead') continue;
    const feeds = diameter.value ** 2;
    const joinCm = laid.joins.get(id) ?? 0;
    if (joinCm > datumCm) below += feeds;
    if (id === half) here += feeds / 2;
    else if (joinCm > atCm) here += feeds;
  }
  const fed = stem.diameter.value * Math.sqrt(Math.min(1, here / Math.max(below, 1e-9)));
  return Math.max(fed, diameterAt(taperOf(stem), atCm));
}

/** Thickness of a stem beside a limb it carries, mm: half of the limb counted among what it feeds there. */
export const carrierMm = (laid: LaidTree, carrier: Stem, limb: Stem): number =>
  thicknessMm(laid, carrier, laid.joins.get(limb.id) ?? 0, limb.id);

/** A limb that joins so near under a cut stands at the cut end, cm. */
const AT_END_CM = 4;

/** Thickness that is left at the end of a stem once it is cut, mm: beside the limb that stands there, if one does. */
export function endMmAfter(laid: LaidTree, stem: Stem, toCm: number): number {
  const atEnd = childrenOf(laid.tree, stem.id)
    .map((limb) => ({ limb, joinCm: laid.joins.get(limb.id) ?? 0 }))
    .filter(({ joinCm }) => joinCm <= toCm && toCm - joinCm <= AT_END_CM)
    .sort((a, b) => b.limb.diameter.value - a.limb.diameter.value)[0];
  return atEnd ? carrierMm(laid, stem, atEnd.limb) : thicknessMm(laid, stem, toCm);
}
