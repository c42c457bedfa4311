import { tipOf, type LaidTree, type Vec3 } from '../../../../core';

/** Room a tree needs in a drawing, cm: as far out as it reaches whichever way it is looked at, and as high. */
export interface Extent {
  radiusCm: number;
  heightCm: number;
}

const LEAST: Extent = { radiusCm: 40, heightCm: 120 };
/** Room to draw a tree in of which nothing stands yet. */
const UNREAD: Extent = { radiusCm: 80, heightCm: 200 };

export function extentOf(laid: LaidTree): Extent {
  const known = extents.get(laid);
  if (known) return known;
  let { radiusCm, heightCm } = laid.courses.size === 0 ? UNREAD : LEAST;
  for (const course of laid.courses.values()) {
    for (const [x, y, z] of [...course.points, tipOf(course)] as Vec3[]) {
      radiusCm = Math.max(radiusCm, Math.hypot(x, y));
      heightCm = Math.max(heightCm, z);
    }
  }
  const extent = { radiusCm, heightCm };
  extents.set(laid, extent);
  return extent;
}

const extents = new WeakMap<LaidTree, Extent>();

/** Turns tree cm into drawing pixels: the foot at (footX, footY), y down. */
export interface Frame {
  scale: number;
  footX: number;
  footY: number;
  width: number;
  height: number;
}

export interface Margins {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** The largest frame in which an extent fits within a picture of a size. */
export function frameFor(extent: Extent, width: number, height: number, margins: Margins): Frame {
  const roomX = Math.max(40, width - margins.left - margins.right);
  const roomY = Math.max(40, height - margins.top - margins.bottom);
  const scale = Math.min(roomX / (2 * extent.radiusCm), roomY / extent.heightCm);
  return { scale, footX: margins.left + roomX / 2, footY: height - margins.bottom, width, height };
}
