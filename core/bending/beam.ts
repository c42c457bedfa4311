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

/** Stiffness of the bend at the inner end of a piece, N cm per rad: the foot bends over half a piece only (midpoint rule). */
const hingeOf = ({ stiffness, pieceCm }: Beam, i: number): number =>
  ((stiffness[i] as number) * (i === 0 ? 2 : 1)) / pieceCm;

/** For each piece the sum of all forces on it and past it: x and y in turn. */
function carriedBy({ weight }: Beam, loads: readonly Load[]): Float64Array {
  const n = weight.length;
  const sums = new Float64Array(2 * n);
  weight.forEach(([x, y], i) => {
    sums[2 * i] = x;
    sums[2 * i + 1] = y;
  });
  for (const { piece, force } of loads) {
    sums[2 * piece] = at(sums, 2 * piece) + force[0];
    sums[2 * piece + 1] = at(sums, 2 * piece + 1) + force[1];
  }
  for (let i = 2 * n - 3; i >= 0; i--) sums[i] = at(sums, i) + at(sums, i + 2);
  return sums;
}

const at = (of: ArrayLike<number>, i: number): number => of[i] as number;

/** Elastic energy and that of the loads, N cm. The loads' is 0 where all is at the foot. */
export const energyOf = (beam: Beam, angles: ArrayLike<number>, loads: readonly Load[]): number =>
  energyUnder(beam, angles, carriedBy(beam, loads));

function energyUnder(beam: Beam, angles: ArrayLike<number>, carried: Float64Array): number {
  let sum = 0;
  let before = beam.clampRad;
  for (let i = 0; i < angles.length; i++) {
    const rad = at(angles, i);
    const turn = rad - before - at(beam.rest, i);
    sum += (hingeOf(beam, i) * turn * turn) / 2;
    sum -= beam.pieceCm * (at(carried, 2 * i) * Math.cos(rad) + at(carried, 2 * i + 1) * Math.sin(rad));
    before = rad;
  }
  return sum;
}

const MOST_STEPS = 200;
/** Energy that a step must win of what its slope promises, to be taken whole (Armijo). */
const WINS = 1e-4;
/** Moment out of balance that is let stand, as a share of the beam's own stiffness. */
const SETTLED = 1e-10;
/** A shorter share of a step is rounding: nothing nearer can be found. */
const SHORTEST = 1e-9;

/**
 * Angles of the pieces at rest under loads: a minimum of the energy, by Newton's method on the chain with a step that always lowers it
 * (Nocedal and Wright, Numerical Optimization, 2nd ed., ch. 3). Of several it finds the one that the start leads down to.
 * @param from angles to start from
 */
export function settle(beam: Beam, from: ArrayLike<number>, loads: readonly Load[]): Float64Array {
  const n = from.length;
  const carried = carriedBy(beam, loads);
  let angles = Float64Array.from(from);
  let tried = new Float64Array(n);
  let energy = energyUnder(beam, angles, carried);
  const least = SETTLED * hingeOf(beam, 0);
  const slope = new Float64Array(n);
  for (let step = 0; step < MOST_STEPS; step++) {
    if (slopeInto(slope, beam, angles, carried) <= least) break;
    const move = newtonMove(beam, angles, carried, slope);
    let gain = 0;
    for (let i = 0; i < n; i++) gain += at(slope, i) * at(move, i);
    let share = 1;
    for (; share > SHORTEST; share /= 2) {
      for (let i = 0; i < n; i++) tried[i] = at(angles, i) + share * at(move, i);
      const then = energyUnder(beam, tried, carried);
      if (then > energy + WINS * share * gain) continue;
      energy = then;
      break;
    }
    if (share <= SHORTEST) break;
    [angles, tried] = [tried, angles];
  }
  return angles;
}

/** Puts what is out of balance at each piece into `slope`. @returns the largest */
function slopeInto(slope: Float64Array, beam: Beam, angles: Float64Array, carried: Float64Array): number {
  let [before, worst] = [beam.clampRad, 0];
  for (let i = 0; i < angles.length; i++) {
    const rad = at(angles, i);
    const moment = hingeOf(beam, i) * (rad - before - at(beam.rest, i));
    const turning = Math.cos(rad) * at(carried, 2 * i + 1) - Math.sin(rad) * at(carried, 2 * i);
    slope[i] = moment - beam.pieceCm * turning;
    if (i > 0) {
      slope[i - 1] = at(slope, i - 1) - moment;
      worst = Math.max(worst, Math.abs(at(slope, i - 1)));
    }
    before = rad;
  }
  return Math.max(worst, Math.abs(at(slope, angles.length - 1)));
}

/** The step of Newton's method, made a way down where the chain is not in stable balance by stiffening it. */
function newtonMove(
  beam: Beam,
  angles: Float64Array,
  carried: Float64Array,
  slope: Float64Array,
): Float64Array {
  const n = angles.length;
  const diagonal = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const past = i + 1 < n ? hingeOf(beam, i + 1) : 0;
    const rad = at(angles, i);
    const along = Math.cos(rad) * at(carried, 2 * i) + Math.sin(rad) * at(carried, 2 * i + 1);
    diagonal[i] = hingeOf(beam, i) + past + beam.pieceCm * along;
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
    const before = i > 0 ? off / at(pivot, i - 1) : 0;
    pivot[i] = at(diagonal, i) + stiffer - before * off;
    if (!(at(pivot, i) > Math.max(0, 1e-12 * at(diagonal, i)))) return undefined;
    x[i] = -at(slope, i) - (i > 0 ? before * at(x, i - 1) : 0);
  }
  for (let i = n - 1; i >= 0; i--) {
    const past = i + 1 < n ? hingeOf(beam, i + 1) * at(x, i + 1) : 0;
    x[i] = (at(x, i) + past) / at(pivot, i);
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
    const rad = at(angles, i);
    sum += beam.pieceCm * (Math.cos(rad) * at(carried, 2 * i + 1) - Math.sin(rad) * at(carried, 2 * i));
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
