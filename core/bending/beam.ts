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
  for (let i = 0; i < n; i++) {
    const [x, y] = weight[i] as Vec2;
    sums[2 * i] = x;
    sums[2 * i + 1] = y;
  }
  for (const { piece, force } of loads) {
    sums[2 * piece] = at(sums, 2 * piece) + force[0];
    sums[2 * piece + 1] = at(sums, 2 * piece + 1) + force[1];
  }
  for (let i = 2 * n - 3; i >= 0; i--) sums[i] = at(sums, i) + at(sums, i + 2);
  return sums;
}

const at = (of: ArrayLike<number>, i: number): number => of[i] as number;

/** Elastic energy and that of the loads, N cm. The loads' is 0 where all is at the foot. */
export function energyOf(beam: Beam, angles: ArrayLike<number>, loads: readonly Load[]): number {
  const chain = chainOf(beam, loads);
  const course = courseOf(angles.length);
  return lay(chain, course, angles);
}

/** What of a beam under loads does not change while it settles. */
interface Chain {
  beam: Beam;
  /** Stiffness of the bend at the inner end of each piece, N cm per rad. */
  hinge: Float64Array;
  carried: Float64Array;
}

/** Angles of the pieces, and what follows from them: their cosines and sines. */
interface Laid {
  angles: Float64Array;
  cos: Float64Array;
  sin: Float64Array;
}

function chainOf(beam: Beam, loads: readonly Load[]): Chain {
  const n = beam.stiffness.length;
  const hinge = new Float64Array(n);
  for (let i = 0; i < n; i++) hinge[i] = hingeOf(beam, i);
  return { beam, hinge, carried: carriedBy(beam, loads) };
}

const courseOf = (n: number): Laid => ({
  ...{ angles: new Float64Array(n), cos: new Float64Array(n), sin: new Float64Array(n) },
});

/** Lays a chain at some angles. @returns its energy there */
function lay({ beam, hinge, carried }: Chain, into: Laid, angles: ArrayLike<number>): number {
  const { pieceCm, rest } = beam;
  let sum = 0;
  let before = beam.clampRad;
  for (let i = 0; i < angles.length; i++) {
    const rad = at(angles, i);
    const [cos, sin] = [Math.cos(rad), Math.sin(rad)];
    const turn = rad - before - at(rest, i);
    sum +=
      (at(hinge, i) * turn * turn) / 2 - pieceCm * (at(carried, 2 * i) * cos + at(carried, 2 * i + 1) * sin);
    into.angles[i] = rad;
    into.cos[i] = cos;
    into.sin[i] = sin;
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
  const chain = chainOf(beam, loads);
  const work = workFor(n);
  const { slope, tried } = work;
  let [now, then] = work.laid;
  let energy = lay(chain, now, from);
  const least = SETTLED * at(chain.hinge, 0);
  for (let step = 0; step < MOST_STEPS; step++) {
    if (slopeInto(slope, chain, now) <= least) break;
    newtonMove(work, chain, now, slope);
    const { move } = work;
    let gain = 0;
    for (let i = 0; i < n; i++) gain += at(slope, i) * at(move, i);
    let share = 1;
    for (; share > SHORTEST; share /= 2) {
      for (let i = 0; i < n; i++) tried[i] = at(now.angles, i) + share * at(move, i);
      const after = lay(chain, then, tried);
      if (after > energy + WINS * share * gain) continue;
      energy = after;
      break;
    }
    if (share <= SHORTEST) break;
    [now, then] = [then, now];
  }
  return now.angles.slice();
}

/** Puts what is out of balance at each piece into `slope`. @returns the largest */
function slopeInto(slope: Float64Array, { beam, hinge, carried }: Chain, { angles, cos, sin }: Laid): number {
  const { pieceCm, rest, clampRad } = beam;
  let [before, worst] = [clampRad, 0];
  for (let i = 0; i < angles.length; i++) {
    const rad = at(angles, i);
    const moment = at(hinge, i) * (rad - before - at(rest, i));
    slope[i] = moment - pieceCm * (at(cos, i) * at(carried, 2 * i + 1) - at(sin, i) * at(carried, 2 * i));
    if (i > 0) {
      slope[i - 1] = at(slope, i - 1) - moment;
      worst = Math.max(worst, Math.abs(at(slope, i - 1)));
    }
    before = rad;
  }
  return Math.max(worst, Math.abs(at(slope, angles.length - 1)));
}

/** Arrays that Newton's method works in, and the step it finds. */
interface Work {
  diagonal: Float64Array;
  pivot: Float64Array;
  move: Float64Array;
  slope: Float64Array;
  tried: Float64Array;
  laid: readonly [Laid, Laid];
}

/** Kept from one beam to the next of as many pieces: a limb settles some hundred times before it is known how it is tied. */
const works = new Map<number, Work>();

function workFor(n: number): Work {
  const array = (): Float64Array => new Float64Array(n);
  const known = works.get(n) ?? {
    ...{ diagonal: array(), pivot: array(), move: array(), slope: array(), tried: array() },
    laid: [courseOf(n), courseOf(n)],
  };
  works.set(n, known);
  return known;
}

/** The step of Newton's method, made a way down where the chain is not in stable balance by stiffening it. */
function newtonMove(
  work: Work,
  { beam, hinge, carried }: Chain,
  { cos, sin }: Laid,
  slope: Float64Array,
): void {
  const n = slope.length;
  for (let i = 0; i < n; i++) {
    const past = i + 1 < n ? at(hinge, i + 1) : 0;
    const along = at(cos, i) * at(carried, 2 * i) + at(sin, i) * at(carried, 2 * i + 1);
    work.diagonal[i] = at(hinge, i) + past + beam.pieceCm * along;
  }
  let stiffer = 0;
  while (!solveChain(work, hinge, slope, stiffer)) stiffer = Math.max(2 * stiffer, 1e-3 * at(hinge, n - 1));
}

/** Solves (H + stiffer I) x = -slope for the chain's tridiagonal H; false where that is not positive definite. */
function solveChain(
  { diagonal, pivot, move }: Work,
  hinge: Float64Array,
  slope: Float64Array,
  stiffer: number,
): boolean {
  const n = diagonal.length;
  for (let i = 0; i < n; i++) {
    const off = i > 0 ? -at(hinge, i) : 0;
    const before = i > 0 ? off / at(pivot, i - 1) : 0;
    pivot[i] = at(diagonal, i) + stiffer - before * off;
    if (!(at(pivot, i) > Math.max(0, 1e-12 * at(diagonal, i)))) return false;
    move[i] = -at(slope, i) - (i > 0 ? before * at(move, i - 1) : 0);
  }
  for (let i = n - 1; i >= 0; i--) {
    const past = i + 1 < n ? at(hinge, i + 1) * at(move, i + 1) : 0;
    move[i] = (at(move, i) + past) / at(pivot, i);
  }
  return true;
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
