import type { Held, SafelyBent } from '../acts/held';
import type { TreeScene } from '../acts/scene';
import { joinHeightCm } from '../tree/joins';
import type { Means } from '../tree/means';
import type { Stem } from '../tree/stem';
import type { WoodState } from '../tree/wood-states';
import { pointsOf, type Vec2 } from './beam';
import { limbBeam, PIECES, runOf, type LimbBeam } from './limb-beam';
import { heldBy, meansHere, type MeansHere, type TiesTo } from './means';
import type { Bent } from './pull';
import { rolledWorst } from './roll';
import { safeLine, type SafeLine } from './safe-line';
import { crackChance } from './wood';

/** A bend tried on a limb, in its own upright plane: cm outward and up from its join. */
export interface BendTrial extends BentShape, SafelyBent {
  /** Its run today, and the furthest that is safe today in one go, deg from upright. */
  runDeg: number;
  nowDeg: number;
  /** How it would be done; never where it would crack. */
  how: SafeLine['how'];
  /** What the chance of a crack would be were it rolled by hand, evenly over its inner half. */
  rolledChance: number;
  /** Where it is tied, on its course as it would lie; and how high its join is above ground, cm. */
  tieAt: Vec2;
  joinCm: number;
}

/** A limb's course as it lies and as it would lie, cm; along it how much of what its wood bears is asked; and where that is most, cm, in which wood. */
export interface BentShape {
  before: readonly Vec2[];
  after: readonly Vec2[];
  asked: readonly number[];
  worstCm: number;
  wood: WoodState;
}

/** What is drawn of a limb that is bent. */
export function bentShape(limb: LimbBeam, { angles, strain, worst }: Bent): BentShape {
  return {
    before: [[0, 0], ...pointsOf(limb.beam, limb.present)],
    after: [[0, 0], ...pointsOf(limb.beam, angles)],
    asked: Array.from(strain, (one, i) => one / (limb.bears[i]?.strain ?? 1)),
    ...{ worstCm: worst.atCm, wood: worst.wood },
  };
}

/** Least turn of a run that is tried, deg. */
const LEAST_DEG = 2;

/** What a bend to an angle would do to a limb today; undefined where it lies there. */
export function tryBend(scene: TreeScene, stem: Stem, toDeg: number): BendTrial | undefined {
  const runDeg = runDegOf(scene, stem);
  if (Math.abs(toDeg - runDeg) < LEAST_DEG) return undefined;
  const line = safeLine(scene, stem, { way: 'upright', toDeg });
  const { limb, bent, piece, how, stages, lookOn, nowDeg } = line;
  const roll = rolledWorst(scene, stem, Math.abs(toDeg - runDeg));
  const shape = bentShape(limb, bent);
  return {
    ...shape,
    ...{ runDeg, nowDeg, how, stages, lookOn, ...line.chance },
    rolledChance: crackChance(roll.times, roll.doubt).likely,
    tieAt: shape.after[Math.min(PIECES, piece + 1)] as Vec2,
    joinCm: joinHeightCm(scene.laid, stem),
  };
}

/** What a hand that draws a limb feels: its run as it lies, how far is safe today in one go and in stages, deg from upright; where it is tied, cm; and what its wood is asked. */
export interface Felt extends Pick<BentShape, 'asked' | 'worstCm'> {
  runDeg: number;
  nowDeg: number;
  stagesDeg: readonly number[];
  tieCm: number;
}

/** How far a limb may be bent toward an angle today, and where it is tied then. */
export function feltAt(scene: TreeScene, stem: Stem, toDeg: number): Felt {
  const { limb, piece, nowDeg, bent, how, stages } = safeLine(scene, stem, { way: 'upright', toDeg });
  const { asked, worstCm } = bentShape(limb, bent);
  return {
    ...{ runDeg: runOf(limb, limb.present, 'upright'), nowDeg, asked, worstCm },
    stagesDeg: how === 'stages' ? stages.map((stage) => stage.toDeg) : [],
    tieCm: (piece + 1) * limb.beam.pieceCm,
  };
}

/** How a limb is held at an angle today: by the means that is wished where that will do, else the best; undefined where it would crack. */
export function holdAt(
  scene: TreeScene,
  stem: Stem,
  toDeg: number,
  tiesTo?: TiesTo,
  wish?: Means,
): Held | undefined {
  const asked = { way: 'upright', toDeg } as const;
  const line = safeLine(scene, stem, asked);
  const wished = wish && meansHere(scene, stem, line, asked, tiesTo).find(({ by }) => by === wish)?.held;
  return wished ?? heldBy(scene, stem, line, asked, { tiesTo });
}

/** Every means there is for a bend to an angle today, the best first; none where it would crack. */
export function meansFor(scene: TreeScene, stem: Stem, toDeg: number, tiesTo?: TiesTo): MeansHere[] {
  const asked = { way: 'upright', toDeg } as const;
  return meansHere(scene, stem, safeLine(scene, stem, asked), asked, tiesTo);
}

/** Seasons a bend is foreseen. */
const MOST_SEASONS = 5;

/**
 * The day, ISO, from which a limb that is let run up is too stiff for a bend: it thickens by its kind and its wood grows older, season by season. Today
 * where it is so already; undefined where it still bends after five seasons.
 */
export function stiffFrom(scene: TreeScene, stem: Stem, toDeg: number): string | undefined {
  const { when, kind } = scene;
  for (let seasons = 0; seasons <= MOST_SEASONS; seasons++) {
    const today = `${Number(when.today.slice(0, 4)) + seasons}${when.today.slice(4)}`;
    const then = {
      ...when,
      ...{ today, season: when.season + seasons, seasonsGrown: when.seasonsGrown + seasons },
    };
    const thicker = stem.diameter.value + seasons * kind.thickeningMm.value;
    const older = { ...stem, diameter: { ...stem.diameter, value: thicker } };
    const asked = { way: 'upright', toDeg } as const;
    if (safeLine({ ...scene, when: then }, older, asked).how === 'never') return today;
  }
  return undefined;
}

/** The run of a limb as it lies, deg from upright. */
export function runDegOf(scene: TreeScene, stem: Stem): number {
  const limb = limbBeam(scene, stem, 'upright', { inLeaf: scene.when.inLeaf });
  return runOf(limb, limb.present, 'upright');
}
