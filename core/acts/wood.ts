import { thicknessMm } from '../tree/carrier';
import { layOut, type LaidTree } from '../tree/course';
import { taperOf, woodBetween } from '../tree/taper';
import { trunkOf, type Stem, type Tree } from '../tree/stem';
import { afterActs, type Act } from './acts';

/** Wood of a tree above the union, as the sum over its stems of the integral of d^2 ds, mm^2 cm. */
export function woodOf(tree: Tree): number {
  return tree.stems.reduce((sum, stem) => sum + woodBetween(taperOf(stem), 0, stem.length.value), 0);
}

/** Share of a tree's wood that acts take off, 0 to 1 (sum of d^2 L, trunk included). */
export function shareRemoved(before: Tree, acts: readonly Act[]): number {
  const whole = woodOf(before);
  return whole === 0 ? 0 : Math.max(0, 1 - woodOf(afterActs(before, acts)) / whole);
}

/** Diameter at which an act cuts, mm. */
export const cutDiameterMm = (laid: LaidTree, stem: Stem, atCm: number): number =>
  thicknessMm(laid, stem, atCm);

/** Highest point of the trunk, cm. */
export function trunkTopCm(tree: Tree): number {
  const trunk = trunkOf(tree);
  if (!trunk) return 0;
  const points = layOut(tree).courses.get(trunk.id)?.points ?? [];
  return Math.max(0, ...points.map((p) => p[2]));
}
