import { angleBetween, direction } from '../geometry/vector';
import { runAt, type LaidTree } from './course';
import { carrierMm } from './carrier';
import { stemOf, type Stem } from './stem';

/** Cm and deg below which a difference is arithmetic, not the tree's: a limb read at a limit is at it. */
const ROUNDING = 1e-6;

/** Height of a stem's join above ground, cm. On the trunk it is the height that was read, to the letter. */
export function joinHeightCm(laid: LaidTree, stem: Stem): number {
  const base = laid.courses.get(stem.id)?.points[0]?.[2];
  const isAsRead = base !== undefined && Math.abs(base - stem.origin.value) < ROUNDING;
  if (isOnTrunk(laid, stem) && isAsRead) return stem.origin.value;
  return laid.courses.get(stem.id)?.points[0]?.[2] ?? stem.origin.value;
}

/** How near the cut end of a limb a shoot starts that prolongs it, cm. Working value. */
const PROLONGS_CM = 3;

/** Whether a shoot takes over the way of the cut limb that carries it: then their join is no fork. */
export function prolongs(laid: LaidTree, stem: Stem): boolean {
  const carrier = stem.parent.kind === 'stem' ? stemOf(laid.tree, stem.parent.stemId) : undefined;
  if (!carrier || isOnTrunk(laid, stem)) return false;
  const atEnd = carrier.headed && carrier.length.value - stem.origin.value <= PROLONGS_CM;
  return atEnd || stem.continues === carrier.id;
}

/** Whether one of two stems carries the other. */
export const areKin = (a: Stem, b: Stem): boolean => carries(a, b) || carries(b, a);

const carries = (a: Stem, { parent }: Stem): boolean => parent.kind === 'stem' && parent.stemId === a.id;

/** Crotch angle: between a limb's departure and the stem above its join, deg. Undefined off the ground, or where it only prolongs what carries it. */
export function crotchDeg(laid: LaidTree, stem: Stem): number | undefined {
  if (prolongs(laid, stem)) return undefined;
  const join = laid.joins.get(stem.id);
  const parentId = stem.parent.kind === 'stem' ? stem.parent.stemId : laid.trunk?.id;
  const parent = parentId === undefined ? undefined : laid.courses.get(parentId);
  if (stem.parent.kind === 'ground' || join === undefined || !parent) return undefined;
  const crotch = angleBetween(direction(stem.bearing.value, stem.shape.departure.value), runAt(parent, join));
  return Math.round(crotch / ROUNDING) * ROUNDING;
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
