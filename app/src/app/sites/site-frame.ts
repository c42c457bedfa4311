import type { Place } from '../../../../core';

/** A plan of a site: how its ground lies on the page. */
export interface SiteFrame {
  width: number;
  height: number;
  /** px for each cm. */
  scale: number;
  /** Where the site's own corner is, px. */
  x0: number;
  y0: number;
  /** Lines of the ground every so many cm. */
  everyCm: number;
}

/** Ground beyond the outermost trees, and the least a plan shows across, cm. */
const AROUND_CM = 250;
const LEAST_CM = 800;
/** Lines of the ground no nearer than this, px. */
const LEAST_STEP_PX = 22;
const STEPS_CM = [100, 200, 500, 1000, 2000, 5000, 10_000, 50_000, 100_000];

/** The frame in which all places show, north up. */
export function siteFrame(places: readonly Place[], width: number, height: number): SiteFrame {
  const east = places.map(({ eastCm }) => eastCm);
  const north = places.map(({ northCm }) => northCm);
  const [west, right] = [Math.min(0, ...east) - AROUND_CM, Math.max(0, ...east) + AROUND_CM];
  const [south, top] = [Math.min(0, ...north) - AROUND_CM, Math.max(0, ...north) + AROUND_CM];
  const scale = Math.min(width / Math.max(LEAST_CM, right - west), height / Math.max(LEAST_CM, top - south));
  const everyCm = STEPS_CM.find((step) => step * scale >= LEAST_STEP_PX) ?? 100_000;
  return {
    ...{ width, height, scale, everyCm },
    x0: width / 2 - ((west + right) / 2) * scale,
    y0: height / 2 + ((south + top) / 2) * scale,
  };
}

export const onPlan = (
  { scale, x0, y0 }: SiteFrame,
  { eastCm, northCm }: Place,
): { x: number; y: number } => ({
  x: x0 + eastCm * scale,
  y: y0 - northCm * scale,
});

/** Places are kept to so many cm: nobody measures a row closer. */
const GRAIN_CM = 5;

export const moved = ({ scale }: SiteFrame, from: Place, dx: number, dy: number): Place => ({
  eastCm: grained(from.eastCm + dx / scale),
  northCm: grained(from.northCm - dy / scale),
});

/** No place is further from the corner than a yard may be, cm. */
const FARTHEST_CM = 1e6;
const grained = (cm: number): number =>
  Math.min(FARTHEST_CM, Math.max(-FARTHEST_CM, Math.round(cm / GRAIN_CM) * GRAIN_CM));

/** Lines of the ground that cross the frame, px from its left edge and from its top. */
export function groundLines({ width, height, scale, x0, y0, everyCm }: SiteFrame): {
  xs: number[];
  ys: number[];
} {
  const step = everyCm * scale;
  const along = (origin: number, length: number): number[] => {
    const first = origin - Math.floor(origin / step) * step;
    return Array.from({ length: Math.floor((length - first) / step) + 1 }, (_, i) => first + i * step);
  };
  return { xs: along(x0, width), ys: along(y0, height) };
}
