import type { Held } from '../acts/held';
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
import { safeLine } from './safe-line';
import { crackChance } from './wood';

/** A bend tried on a limb, in its own upright plane: cm outward and up from its join. */
export interface BendTrial extends BentShape {
  /** Its run today, and the furthest that is safe today in one go, deg from upright. */
  runDeg: number;
  nowDeg: number;
  /** How it would be held; undefined where it would crack. */
  held: Held | undefined;
  /** The chance of a crack at the angle tried, and what it would be were it rolled by hand, evenly over its inner half. */
  chance: number;
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

/**
 * What a bend to an angle would do to a limb today; undefined where it lies there.
 * @param wish the means it is to be held with, where that will do
 */
export function tryBend(
  scene: TreeScene,
  stem: Stem,
  toDeg: number,
  tiesTo?: TiesTo,
  wish?: Means,
): BendTrial | undefined {
  const asked = { way: 'upright', toDeg } as const;
  const runDeg = runDegOf(scene, stem);
  if (Math.abs(toDeg - runDeg) < LEAST_DEG) return undefined;
  const line = safeLine(scene, stem, asked);
  const { limb, bent, piece } = line;
  const wished = wish && meansHere(scene, stem, line, asked, tiesTo).find(({ by }) => by === wish)?.held;
  const roll = rolledWorst(scene, stem, Math.abs(toDeg - runDeg));
  const shape = bentShape(limb, bent);
  return {
    ...shape,
    ...{ runDeg, nowDeg: line.nowDeg, held: wished ?? heldBy(scene, stem, line, asked, { tiesTo }) },
    ...{ chance: line.chance.chance, rolledChance: crackChance(roll.times, roll.doubt).likely },
    tieAt: shape.after[Math.min(PIECES, piece + 1)] as Vec2,
    joinCm: joinHeightCm(scene.laid, stem),
  };
}

/** How far a limb may be bent toward an angle today, and where it is tied then: what a hand that draws it feels. */
export function feltAt(
  scene: TreeScene,
  stem: Stem,
  toDeg: number,
): { runDeg: number; nowDeg: number; tieCm: number } {
  const { limb, piece, nowDeg } = safeLine(scene, stem, { way: 'upright', toDeg });
  const tieCm = (piece + 1) * limb.beam.pieceCm;
  return { runDeg: runOf(limb, limb.present, 'upright'), nowDeg, tieCm };
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
