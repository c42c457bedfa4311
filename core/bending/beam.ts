/** A vector in the plane a limb is bent in. */
export type Vec2 = readonly [x: number, y: number];

/**
 * A limb in one plane as a chain of equal straight pieces that bend where they meet: an elastica that does not stretch,
 * in large deflection. Angles rad from the plane's first axis, lengths cm, forces N, stiffness (E I) N cm^2.
 */
export interface Beam {
  pieceCm: number;
  /** Direction of what it grows from, at its foot: held for good. */
  clampRad: number;
  /** E I at the inner end of each piece, from the foot. */
  stiffness: Float64Array;
  /** Turn at the inner end of each piece while nothing pulls at it. */
  rest: Float64Array;
  /** What weighs on the outer end of each piece. */
  weight: readonly Vec2[];
}

/** A force on the outer end of a piece; it keeps its direction while the limb bends. */
export interface Load {
  piece: number;
  force: Vec2;
}

const tangent = (rad: number): Vec2 => [Math.cos(rad), Math.sin(rad)];
const dot = (a: Vec2, b: Vec2): number => a[0] * b[0] + a[1] * b[1];
const cross = (a: Vec2, b: Vec2): number => a[0] * b[1] - a[1] * b[0];

/** Stiffness of the bend at the inner end of a piece, N cm per rad: the foot bends over half a piece only (midpoint rule). */
const hingeOf = ({ stiffness, pieceCm }: Beam, i: number): number =>
  ((stiffness[i] as number) * (i === 0 ? 2 : 1)) / pieceCm;

/** For each piece the sum of all forces on it and past it. */
function carriedBy(beam: Beam, loads: readonly Load[]): Vec2[] {
  const n = beam.weight.length;
  const at = beam.weight.map(([x, y]): [number, number] => [x, y]);
  for (const { piece, force } of loads) {
    const sum = at[piece] as [number, number];
    sum[0] += force[0];
    sum[1] += force[1];
  }
  for (let i = n - 2; i >= 0; i--) {
    const [sum, past] = [at[i] as [number, number], at[i + 1] as [number, number]];
    sum[0] += past[0];
    sum[1] += past[1];
  }
  return at;
}

/** Elastic energy and that of the loads, N cm. The loads' is 0 where all is at the foot. */
export function energyOf(beam: Beam, angles: ArrayLike<number>, loads: readonly Load[]): number {
  const carried = carriedBy(beam, loads);
  let sum = 0;
  for (let i = 0; i < angles.length; i++) {
    const before = i === 0 ? beam.clampRad : (angles[i - 1] as number);
    const turn = (angles[i] as number) - before - (beam.rest[i] as number);
    sum += (hingeOf(beam, i) * turn * turn) / 2;
    sum -= beam.pieceCm * dot(carried[i] as Vec2, tangent(angles[i] as number));
  }
  return sum;
}

const MOST_STEPS = 200;
/** Energy that a step must win of what its slope promises, to be taken whole (Armijo). */
const WINS = 1e-4;
/** Moment out of balance that is let stand, as a share of the beam's own stiffness. */
const SETTLED = 1e-10;

/**
 * Angles of the pieces at rest under loads: a minimum of the energy, by Newton's method on the chain with a step that always lowers it
 * (Nocedal and Wright, Numerical Optimization, 2nd ed., ch. 3). Of several it finds the one that the start leads down to.
 * @param from angles to start from
 */
export function settle(beam: Beam, from: ArrayLike<number>, loads: readonly Load[]): Float64Array {
  const n = from.length;
  const carried = carriedBy(beam, loads);
  let angles = Float64Array.from(from);
  let energy = energyOf(beam, angles, loads);
  const stiffest = hingeOf(beam, 0);
  for (let step = 0; step < MOST_STEPS; step++) {
    const slope = slopeAt(beam, angles, carried);
    const worst = slope.reduce((most, g) => Math.max(most, Math.abs(g)), 0);
    if (worst <= SETTLED * stiffest) break;
    const move = newtonMove(beam, angles, carried, slope);
    let gain = 0;
    for (let i = 0; i < n; i++) gain += (slope[i] as number) * (move[i] as number);
    let share = 1;
    for (;;) {
      const tried = angles.map((a, i) => a + share * (move[i] as number));
      const then = energyOf(beam, tried, loads);
      if (then <= energy + WINS * share * gain) {
        [angles, energy] = [tried, then];
        break;
      }
      share /= 2;
      // What is left is rounding: nothing nearer can be found.
      if (share < 1e-9) return angles;
    }
  }
  return angles;
}

function slopeAt(beam: Beam, angles: Float64Array, carried: readonly Vec2[]): Float64Array {
  const n = angles.length;
  const slope = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const before = i === 0 ? beam.clampRad : (angles[i - 1] as number);
    const moment = hingeOf(beam, i) * ((angles[i] as number) - before - (beam.rest[i] as number));
    slope[i] = (slope[i] as number) + moment - beam.pieceCm * cross(tangent(angles[i] as number), carried[i] as Vec2);
    if (i > 0) slope[i - 1] = (slope[i - 1] as number) - moment;
  }
  return slope;
}

/** The step of Newton's method, made a way down where the chain is not in stable balance by stiffening it. */
function newtonMove(beam: Beam, angles: Float64Array, carried: readonly Vec2[], slope: Float64Array): Float64Array {
  const n = angles.length;
  const diagonal = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const past = i + 1 < n ? hingeOf(beam, i + 1) : 0;
    diagonal[i] = hingeOf(beam, i) + past + beam.pieceCm * dot(tangent(angles[i] as number), carried[i] as Vec2);
  }
  for (let stiffer = 0; ; stiffer = Math.max(2 * stiffer, 1e-3 * hingeOf(beam, n - 1))) {
    const move = solveChain(beam, diagonal, slope, stiffer);
    if (move) return move;
  }
}

/** Solves (H + stiffer I) x = -slope for the chain's tridiagonal H; undefined where that is not positive definite. */
function solveChain(
  beam: Beam,
  diagonal: Float64Array,
  slope: Float64Array,
  stiffer: number,
): Float64Array | undefined {
  const n = diagonal.length;
  const pivot = new Float64Array(n);
  const x = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const off = i > 0 ? -hingeOf(beam, i) : 0;
    const before = i > 0 ? off / (pivot[i - 1] as number) : 0;
    pivot[i] = (diagonal[i] as number) + stiffer - before * off;
    if ((pivot[i] as number) <= 1e-12 * (diagonal[i] as number) || !((pivot[i] as number) > 0)) return undefined;
    x[i] = -(slope[i] as number) - (i > 0 ? before * (x[i - 1] as number) : 0);
  }
  for (let i = n - 1; i >= 0; i--) {
    const past = i + 1 < n ? hingeOf(beam, i + 1) * (x[i + 1] as number) : 0;
    x[i] = ((x[i] as number) + past) / (pivot[i] as number);
  }
  return x;
}

/** Outer ends of the pieces, cm from the foot. */
export function pointsOf({ pieceCm }: Pick<Beam, 'pieceCm'>, angles: ArrayLike<number>): Vec2[] {
  let [x, y] = [0, 0];
  return Array.from(angles, (rad): Vec2 => {
    x += pieceCm * Math.cos(rad);
    y += pieceCm * Math.sin(rad);
    return [x, y];
  });
}

/** Bending moment at the inner end of each piece, N cm, by what hangs past it: positive turns it the way angles grow. */
export function momentsAt(beam: Beam, angles: ArrayLike<number>, loads: readonly Load[]): Float64Array {
  const carried = carriedBy(beam, loads);
  const moments = new Float64Array(angles.length);
  let sum = 0;
  for (let i = angles.length - 1; i >= 0; i--) {
    sum += beam.pieceCm * cross(tangent(angles[i] as number), carried[i] as Vec2);
    moments[i] = sum;
  }
  return moments;
}

/** The turns a chain rests at if it lies at these angles with nothing on it but its weight. */
export function restFrom(beam: Omit<Beam, 'rest'>, angles: ArrayLike<number>): Float64Array {
  const loose: Beam = { ...beam, rest: new Float64Array(angles.length) };
  const moments = momentsAt(loose, angles, []);
  return Float64Array.from(angles, (rad, i) => {
    const before = i === 0 ? beam.clampRad : (angles[i - 1] as number);
    return rad - before - (moments[i] as number) / hingeOf(loose, i);
  });
}
