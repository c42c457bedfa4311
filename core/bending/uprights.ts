import type { TreeScene } from '../acts/scene';
import { afterGrowing } from '../calendar/growing';
import type { Stem } from '../tree/stem';

/** A run at least so flat throws uprights along its top, deg from upright. Working value. */
const FLAT_DEG = 70;
/** Uprights to a metre of flat limb in its first season, by the vigour of the kind. Working values. */
const TO_A_METRE = { weak: 2, middling: 3.5, strong: 5 } as const;
/** The share of a limb that lies flat once it has turned to its run. */
const FLAT_SHARE = 0.75;
/** Growing weeks in which they are still soft enough to rub off. Working value. */
const SOFT_WEEKS = 9;

/** Upright shoots that a limb laid flat throws along its top next, and the ISO day by which they are rubbed off while soft. */
export interface Uprights {
  count: number;
  by: string;
}

/** Uprights to expect of a limb laid at an angle, deg from upright; undefined for one that is not flat, or too short for any. */
export function uprightsOf(
  { kind, stockVigour, when }: TreeScene,
  stem: Stem,
  toDeg: number,
  on: string,
): Uprights | undefined {
  if (toDeg < FLAT_DEG) return undefined;
  const vigour = stockVigour ?? kind.vigour.value;
  const count = Math.round((stem.length.value / 100) * FLAT_SHARE * TO_A_METRE[vigour]);
  if (count === 0) return undefined;
  const { from } = when.grows(when.season);
  return { count, by: afterGrowing(when.grows, on > from ? on : from, SOFT_WEEKS) };
}
