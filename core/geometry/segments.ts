import { add, dot, norm, scale, subtract, type Vec3 } from './vector';

/** The nearest points of two segments. `s` and `t` are the shares (0 to 1) along each. */
export interface SegmentApproach {
  distanceCm: number;
  s: number;
  t: number;
}

/**
 * Shortest distance between the segments p1-q1 and p2-q2, cm.
 * Source: C. Ericson, Real-Time Collision Detection (2005), section 5.1.9.
 */
export function segmentApproach(p1: Vec3, q1: Vec3, p2: Vec3, q2: Vec3): SegmentApproach {
  const d1 = subtract(q1, p1);
  const d2 = subtract(q2, p2);
  const r = subtract(p1, p2);
  const a = dot(d1, d1);
  const e = dot(d2, d2);
  const f = dot(d2, r);
  const c = dot(d1, r);
  const b = dot(d1, d2);
  const denominator = a * e - b * b;

  let s = denominator > 1e-12 ? clampShare((b * f - c * e) / denominator) : 0;
  let t = e > 1e-12 ? (b * s + f) / e : 0;
  if (t < 0) {
    t = 0;
    s = a > 1e-12 ? clampShare(-c / a) : 0;
  } else if (t > 1) {
    t = 1;
    s = a > 1e-12 ? clampShare((b - c) / a) : 0;
  }
  const gap = subtract(add(p1, scale(d1, s)), add(p2, scale(d2, t)));
  return { distanceCm: norm(gap), s, t };
}

function clampShare(x: number): number {
  return Math.max(0, Math.min(1, x));
}
