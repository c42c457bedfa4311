import type { Held } from '../acts/held';
import type { TreeScene } from '../acts/scene';
import { joinHeightCm } from '../tree/joins';
import type { Stem } from '../tree/stem';
import type { WoodState } from '../tree/wood-states';
import { pointsOf, type Vec2 } from './beam';
import { limbBeam, PIECES, runOf } from './limb-beam';
import { heldBy, type TiesTo } from './means';
import { safeLine } from './safe-line';

/** A bend tried on a limb, in its own upright plane: cm outward and up from its join. */
export interface BendTrial {
  /** Its run today, and the furthest that is safe today in one go, deg from upright. */
  runDeg: number;
  nowDeg: number;
  /** How it would be held; undefined where it would crack. */
  held: Held | undefined;
  /** The chance of a crack at the angle tried, where it is nearest to one, and the wood there. */
  chance: number;
  worstCm: number;
  wood: WoodState;
  /** Its course as it lies and as it would lie, and along it how much of what its wood bears is asked. */
  before: readonly Vec2[];
  after: readonly Vec2[];
  asked: readonly number[];
  /** Where it is tied, on its course as it would lie; and how high its join is above ground, cm. */
  tieAt: Vec2;
  joinCm: number;
}

/** Least turn of a run that is tried, deg. */
const LEAST_DEG = 2;

/** What a bend to an angle would do to a limb today; undefined where it lies there. */
export function tryBend(scene: TreeScene, stem: Stem, toDeg: number, tiesTo?: TiesTo): BendTrial | undefined {
  const asked = { way: 'upright', toDeg } as const;
  const runDeg = runDegOf(scene, stem);
  if (Math.abs(toDeg - runDeg) < LEAST_DEG) return undefined;
  const line = safeLine(scene, stem, asked);
  const { limb, bent, piece } = line;
  const after = pointsOf(limb.beam, bent.angles);
  return {
    ...{ runDeg, nowDeg: line.nowDeg, held: heldBy(scene, stem, line, asked, tiesTo) },
    ...{ chance: line.chance.chance, worstCm: bent.worst.atCm, wood: bent.worst.wood },
    before: [[0, 0], ...pointsOf(limb.beam, limb.present)],
    after: [[0, 0], ...after],
    asked: Array.from(bent.strain, (strain, i) => strain / (limb.bears[i]?.strain ?? 1)),
    tieAt: after[Math.min(PIECES - 1, piece)] as Vec2,
    joinCm: joinHeightCm(scene.laid, stem),
  };
}

/** The run of a limb as it lies, deg from upright. */
export function runDegOf(scene: TreeScene, stem: Stem): number {
  const limb = limbBeam(scene, stem, 'upright', { inLeaf: scene.when.inLeaf });
  return runOf(limb, limb.present, 'upright');
}
