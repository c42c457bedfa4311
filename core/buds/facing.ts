import { compassCalled } from '../words/compass';
import { told, type Message } from '../words/message';
import type { FacingDeg } from '../tree/buds-seen';
import {
  add,
  bearingOf,
  cross,
  direction,
  dot,
  fromUprightOf,
  scale,
  squareTo,
  turnToward,
  unit,
  type Vec3,
} from '../geometry/vector';

/** Nearer upright than this a limb has no under side to speak of, deg: its facings are told as bearings. Working value. */
const PLUMB_DEG = 12;

/**
 * The upper side of a limb where it runs along `run`: upward as far as its own line lets it. On a plumb stem it is the side
 * away from `leanBearingDeg`, which is what the upper side becomes as the stem leans that way.
 */
function upperSide(run: Vec3, leanBearingDeg: number): Vec3 {
  return squareTo(run, [0, 0, 1]) ?? direction(leanBearingDeg + 180, 90);
}

/**
 * The direction in space that a bud faces, square to the limb.
 * @param run the limb's direction there, a unit vector
 * @param leanBearingDeg bearing the limb is taken to lean to where it stands plumb, deg
 */
export function facingInSpace(run: Vec3, leanBearingDeg: number, facingDeg: FacingDeg): Vec3 {
  const up = upperSide(run, leanBearingDeg);
  const right = cross(run, up);
  const a = (facingDeg * Math.PI) / 180;
  return add(scale(up, Math.cos(a)), scale(right, Math.sin(a)));
}

/** The clock facing whose direction in space lies nearest a wanted one, deg, 0 to under 360. */
export function facingToward(run: Vec3, leanBearingDeg: number, wanted: Vec3): FacingDeg {
  const up = upperSide(run, leanBearingDeg);
  const deg = (Math.atan2(dot(wanted, cross(run, up)), dot(wanted, up)) * 180) / Math.PI;
  return (deg + 360) % 360;
}

/** How a shoot leaves the bud under a heading cut: its angle from the limb, and how far it then rises, deg. */
export interface Breaking {
  breakDeg: number;
  liftDeg: number;
}

/**
 * The direction a shoot takes: out of the limb's line toward the bud's facing by the angle it breaks at, then turned
 * toward upright by its own rising, never past it.
 */
export function shootDirection(run: Vec3, facing: Vec3, { breakDeg, liftDeg }: Breaking): Vec3 {
  const b = (breakDeg * Math.PI) / 180;
  const out = unit(add(scale(run, Math.cos(b)), scale(facing, Math.sin(b))));
  const fromUpright = fromUprightOf(out);
  return fromUpright < 1e-6 ? out : turnToward(out, [0, 0, 1], Math.min(1, liftDeg / fromUpright));
}

const CLOCK = [
  'facing.up',
  'facing.up-right',
  'facing.out-right',
  'facing.under-right',
  'facing.under',
  'facing.under-left',
  'facing.out-left',
  'facing.up-left',
] as const;

/** A facing as it is called: like a clock seen from the limb's foot; on a nearly plumb stem, the way it points. */
export function facingCalled(run: Vec3, leanBearingDeg: number, facingDeg: FacingDeg): Message {
  if (fromUprightOf(run) < PLUMB_DEG)
    return told('facing.way', {
      way: compassCalled(bearingOf(facingInSpace(run, leanBearingDeg, facingDeg))),
    });
  return told(CLOCK[Math.round(facingDeg / 45) % 8] as (typeof CLOCK)[number]);
}
