/** A point or direction in the tree's frame: x east, y north, z up, lengths in cm. */
export type Vec3 = readonly [x: number, y: number, z: number];

const RAD = Math.PI / 180;

export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const subtract = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const scale = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k];
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const norm = (a: Vec3): number => Math.sqrt(dot(a, a));

/** Unit vector of the same direction; straight up for a vector of no length. */
export function unit(a: Vec3): Vec3 {
  const n = norm(a);
  return n > 0 ? scale(a, 1 / n) : [0, 0, 1];
}

/**
 * Unit vector of a direction read in the yard.
 * @param bearingDeg clockwise from north, any real number of degrees
 * @param fromUprightDeg 0 straight up, 90 horizontal, 180 straight down
 */
export function direction(bearingDeg: number, fromUprightDeg: number): Vec3 {
  const flat = Math.sin(fromUprightDeg * RAD);
  return [
    flat * Math.sin(bearingDeg * RAD),
    flat * Math.cos(bearingDeg * RAD),
    Math.cos(fromUprightDeg * RAD),
  ];
}

/** Angle from upright of a direction, deg, 0 to 180. */
export function fromUprightOf(v: Vec3): number {
  return Math.acos(clampCosine(v[2] / (norm(v) || 1))) / RAD;
}

/** Bearing of a direction, deg clockwise from north, 0 to under 360; 0 for a vertical one. */
export function bearingOf(v: Vec3): number {
  return wrapBearing(Math.atan2(v[0], v[1]) / RAD);
}

export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** The part of `v` that lies square to a unit vector `line`, as a unit vector; undefined where `v` runs along it. */
export function squareTo(line: Vec3, v: Vec3): Vec3 | undefined {
  const across = subtract(v, scale(line, dot(v, line)));
  return dot(across, across) < 1e-9 ? undefined : unit(across);
}

/** Angle between two directions, deg, 0 to 180. */
export function angleBetween(a: Vec3, b: Vec3): number {
  return Math.acos(clampCosine(dot(a, b) / (norm(a) * norm(b) || 1))) / RAD;
}

/** The same bearing written as 0 to under 360 deg. */
export function wrapBearing(deg: number): number {
  return ((deg % 360) + 360) % 360;
}

/** Smallest turn between two bearings, deg, 0 to 180. */
export function bearingDifference(aDeg: number, bDeg: number): number {
  const d = wrapBearing(aDeg - bDeg);
  return d > 180 ? 360 - d : d;
}

/** The direction a share `t` (0 to 1) of the way from `a` to `b` along the great circle (Shoemake's slerp). */
export function turnToward(a: Vec3, b: Vec3, t: number): Vec3 {
  const angle = Math.acos(clampCosine(dot(a, b)));
  const s = Math.sin(angle);
  if (s < 1e-9) return t < 0.5 ? a : b;
  return add(scale(a, Math.sin((1 - t) * angle) / s), scale(b, Math.sin(t * angle) / s));
}

function clampCosine(c: number): number {
  return Math.max(-1, Math.min(1, c));
}
