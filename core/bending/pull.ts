import { settle, type Load, type Vec2 } from './beam';
import type { LimbBeam } from './limb-beam';
import type { WoodState } from '../tree/wood-states';
import type { WoodBears } from './wood';

/** What a limb is pulled by: a cord to a point, or a weight, or whatever keeps its direction. */
export type PulledBy =
  | { kind: 'toward'; point: Vec2 }
  /** A stick that pushes away from a point. */
  | { kind: 'away'; point: Vec2 }
  | { kind: 'fixed'; direction: Vec2 };

/** A limb as it lies under a pull. */
export interface Bent {
  angles: Float64Array;
  /** The pull, N. */
  pullN: number;
  /** For each piece the strain its bending adds to what it bore before, as a share. */
  strain: Float64Array;
  /** The place that is nearest to cracking. */
  worst: Worst;
}

export interface Worst {
  piece: number;
  atCm: number;
  strain: number;
  /** Strain over what half of such wood bears. */
  times: number;
  wood: WoodState;
  doubt: number;
}

const MOST_TURNS = 60;
/** A cord's direction is found when no piece turns further than this by it, rad. */
const MOVED = 1e-6;

/** A pull of so many N on the outer end of a piece. */
export interface Pull {
  piece: number;
  by: PulledBy;
  pullN: number;
}

/** The limb under a pull of so many N on the outer end of a piece. @param from angles to start from */
export const pulled = (
  limb: LimbBeam,
  piece: number,
  by: PulledBy,
  pullN: number,
  from = limb.present,
): Bent => pulledAtOnce(limb, [{ piece, by, pullN }], from);

/** The limb under several pulls at once; the pull told is that of the first. @param from angles to start from */
export function pulledAtOnce(limb: LimbBeam, pulls: readonly Pull[], from = limb.present): Bent {
  let angles = from;
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const loads = pulls.map(({ piece, by, pullN }): Load => {
      const u = directionOf(limb, angles, piece, by);
      return { piece, force: [u[0] * pullN, u[1] * pullN] };
    });
    const then = settle(limb.beam, angles, loads);
    const moved = then.reduce((most, rad, i) => Math.max(most, Math.abs(rad - (angles[i] as number))), 0);
    // Where the cord swings to and fro its direction is taken between the two.
    angles = turn > 20 ? then.map((rad, i) => (rad + (angles[i] as number)) / 2) : then;
    if (pulls.every(({ by }) => by.kind === 'fixed') || moved < MOVED) break;
  }
  return { angles, pullN: pulls[0]?.pullN ?? 0, ...strained(limb, angles) };
}

function directionOf({ beam }: LimbBeam, angles: Float64Array, piece: number, by: PulledBy): Vec2 {
  if (by.kind === 'fixed') return by.direction;
  let [x, y] = by.point;
  for (let i = 0; i <= piece; i++) {
    x -= beam.pieceCm * Math.cos(angles[i] as number);
    y -= beam.pieceCm * Math.sin(angles[i] as number);
  }
  const far = Math.max(1e-9, Math.hypot(x, y)) * (by.kind === 'toward' ? 1 : -1);
  return [x / far, y / far];
}

/** Strain is what bending adds at the surface: half the thickness times how much more sharply it curves than today. */
export function strained(
  { beam, present, diameterMm, bears, wood }: LimbBeam,
  angles: ArrayLike<number>,
): Pick<Bent, 'strain' | 'worst'> {
  const n = angles.length;
  const strain = new Float64Array(n);
  let [worst, most] = [0, -1];
  let [before, was] = [beam.clampRad, beam.clampRad];
  for (let i = 0; i < n; i++) {
    const [rad, lay] = [angles[i] as number, present[i] as number];
    const overCm = beam.pieceCm * (i === 0 ? 0.5 : 1);
    const added = (Math.abs(rad - before - (lay - was)) / overCm) * ((diameterMm[i] as number) / 20);
    const times = added / (bears[i] as WoodBears).strain;
    if (times > most) [worst, most] = [i, times];
    strain[i] = added;
    [before, was] = [rad, lay];
  }
  const { doubt } = bears[worst] as WoodBears;
  return {
    strain,
    worst: {
      ...{ piece: worst, atCm: worst * beam.pieceCm, strain: strain[worst] as number },
      ...{ times: most, wood: wood[worst] as WoodState, doubt },
    },
  };
}

/** The strain of the same change of course rolled by hand, spread evenly over the limb from its foot to a piece. */
export function rolled(limb: LimbBeam, piece: number, byRad: number): Pick<Bent, 'strain' | 'worst'> {
  const each = byRad / (piece + 0.5);
  const angles = limb.present.map((rad, i) => rad + each * (Math.min(i, piece) + 0.5));
  return strained(limb, angles);
}

const MOST_DOUBLED = 60;
const MOST_TRIED = 60;
/** As near to a wish as a share of it: a degree in a thousand. */
const NEAR = 1e-3;

/**
 * The least pull at which a measure of the bent limb comes to a wish, both rising with the pull; undefined where no pull brings it there.
 * The pull is doubled until it does, then closed in on from both sides (regula falsi with the Illinois rule).
 * @param guessN a pull that may be near, N, to begin with
 */
export function pulledTo(
  limb: LimbBeam,
  piece: number,
  by: PulledBy,
  measure: (bent: Bent) => number,
  wish: number,
  guessN?: number,
): Bent | undefined {
  const start = guessN ?? (limb.beam.stiffness[0] as number) / limb.stem.length.value ** 2 / 2;
  // Unpulled it lies as it was read.
  let low: Bent = { angles: limb.present, pullN: 0, ...strained(limb, limb.present) };
  if (measure(low) >= wish) return low;
  let high = low;
  for (let doubled = 0; measure(high) < wish; doubled++) {
    if (doubled === MOST_DOUBLED) return undefined;
    low = high;
    const next = pulled(limb, piece, by, start * 2 ** doubled, high.angles);
    // Drawn out straight toward what pulls it, it comes no further.
    if (doubled > 12 && measure(next) - measure(high) < 1e-6) return undefined;
    high = next;
  }
  let [below, above] = [measure(low) - wish, measure(high) - wish];
  for (let tried = 0; tried < MOST_TRIED && high.pullN - low.pullN > 1e-4 * high.pullN; tried++) {
    if (above < NEAR * Math.abs(wish)) break;
    const at = low.pullN + ((high.pullN - low.pullN) * -below) / (above - below);
    const mid = pulled(limb, piece, by, at, low.angles);
    const off = measure(mid) - wish;
    if (off >= 0) [high, above, below] = [mid, off, below / 2];
    else [low, below, above] = [mid, off, above / 2];
  }
  return high;
}

const MOST_SWUNG = 30;
/** A cord's direction is found when it swings no further than this, as a share of its own length. */
const SWUNG = 1e-4;

/**
 * The same for a pull that turns with the limb: at the wish the limb lies much the same whichever way it is pulled there, so that the direction is found in
 * two or three rounds. What is found is in balance with a cord to the point, or a stick from it, as it then lies.
 * @param from angles near which it will lie
 */
export function pulledRoundTo(
  limb: LimbBeam,
  piece: number,
  by: PulledBy,
  measure: (bent: Bent) => number,
  wish: number,
  from: Pick<Bent, 'angles' | 'pullN'>,
): Bent | undefined {
  let way = directionOf(limb, from.angles, piece, by);
  let { pullN } = from;
  let bent: Bent | undefined;
  for (let round = 0; round < MOST_SWUNG; round++) {
    bent = pulledTo(limb, piece, { kind: 'fixed', direction: way }, measure, wish, pullN);
    if (!bent) return undefined;
    const next = directionOf(limb, bent.angles, piece, by);
    if (Math.hypot(next[0] - way[0], next[1] - way[1]) < SWUNG) break;
    way = next;
    ({ pullN } = bent);
  }
  return bent;
}
