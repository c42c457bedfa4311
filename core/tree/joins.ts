import { angleBetween, direction } from '../geometry/vector';
import { runAt, type LaidTree } from './course';
import { carrierMm } from './carrier';
import { stemOf, type Stem } from './stem';
import type { StemId } from './stem-readings';

/** Cm and deg below which a difference is arithmetic, not the tree's: a limb read at a limit is at it. */
const ROUNDING = 1e-6;

/** Height of a stem's join above ground, cm. On the trunk it is the height that was read, to the letter. */
export function joinHeightCm(laid: LaidTree, stem: Stem): number {
  const base = laid.courses.get(stem.id)?.points[0]?.[2];
  const isAsRead = base !== undefined && Math.abs(base - stem.origin.value) < ROUNDING;
  if (isOnTrunk(laid, stem) && isAsRead) return stem.origin.value;
  return laid.courses.get(stem.id)?.points[0]?.[2] ?? stem.origin.value;
}

/** How near the cut end of a limb a shoot starts that prolongs it, cm; or this near, if it runs on in the limb's line within so many deg. Working values. */
const PROLONGS_CM = 3;
const IN_LINE = { cm: 15, deg: 12 };

/** Whether a shoot takes over the way of the cut limb that carries it: then their join is no fork. */
export function prolongs(laid: LaidTree, stem: Stem): boolean {
  const carrier = stem.parent.kind === 'stem' ? stemOf(laid.tree, stem.parent.stemId) : undefined;
  if (!carrier || isOnTrunk(laid, stem)) return false;
  if (stem.continues === carrier.id) return true;
  const toEndCm = carrier.length.value - stem.origin.value;
  if (!carrier.headed || toEndCm > IN_LINE.cm) return false;
  return toEndCm <= PROLONGS_CM || (forkDeg(laid, stem, carrier.id) ?? 180) <= IN_LINE.deg;
}

/** Angle between a stem's departure and the run of what carries it there, deg. */
function forkDeg(laid: LaidTree, stem: Stem, carrierId: StemId | undefined): number | undefined {
  const join = laid.joins.get(stem.id);
  const carrier = carrierId === undefined ? undefined : laid.courses.get(carrierId);
  if (join === undefined || !carrier) return undefined;
  return angleBetween(direction(stem.bearing.value, stem.shape.departure.value), runAt(carrier, join));
}

/** Whether one of two stems carries the other. */
export const areKin = (a: Stem, b: Stem): boolean => carries(a, b) || carries(b, a);

const carries = (a: Stem, { parent }: Stem): boolean => parent.kind === 'stem' && parent.stemId === a.id;

/** Whether a limb rises from an arm of a flat tree: it hangs on its cane, not on its join. */
export const hangsOnCane = ({ laid, standsOn }: { laid: LaidTree; standsOn: string }, stem: Stem): boolean =>
  standsOn === 'arms' && !isOnTrunk(laid, stem);

/** Crotch angle: between a limb's departure and the stem above its join, deg. Undefined off the ground, or where it only prolongs what carries it. */
export function crotchDeg(laid: LaidTree, stem: Stem): number | undefined {
  if (prolongs(laid, stem)) return undefined;
  if (stem.parent.kind === 'ground') return undefined;
  const crotch = forkDeg(laid, stem, stem.parent.kind === 'stem' ? stem.parent.stemId : laid.trunk?.id);
  return crotch === undefined ? undefined : Math.round(crotch / ROUNDING) * ROUNDING;
}

/** Diameter of a limb over that of the stem beside it (`carrierMm`). Undefined where there is no fork. */
export function thicknessRatio(laid: LaidTree, stem: Stem): number | undefined {
  const join = laid.joins.get(stem.id);
  if (stem.parent.kind !== 'stem' || join === undefined || prolongs(laid, stem)) return undefined;
  const carrier = stemOf(laid.tree, stem.parent.stemId);
  return carrier && stem.diameter.value / carrierMm(laid, carrier, stem);
}

/** Whether a stem rises from the trunk itself, or carries a limb's own laterals. */
export function isOnTrunk(laid: LaidTree, stem: Stem): boolean {
  return stem.parent.kind === 'stem' && stem.parent.stemId === laid.trunk?.id;
}

/** Uncertainty of the ratio of two readings, from the relative uncertainties of each (first order). */
export function ratioSure(ratio: number, a: Stem, laid: LaidTree): number {
  const parent = a.parent.kind === 'stem' ? stemOf(laid.tree, a.parent.stemId) : undefined;
  const relative = (stem: Stem): number => stem.diameter.sure / Math.max(stem.diameter.value, 1e-6);
  return ratio * Math.hypot(relative(a), parent ? relative(parent) : 0);
}
