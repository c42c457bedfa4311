import { N_PER_KG } from '../bending/fastened';
import { limbBeam, PIECES, runOf } from '../bending/limb-beam';
import { pulled } from '../bending/pull';
import { bentShape, type BentShape } from '../bending/trial';
import { crackChance } from '../bending/wood';
import { resolveLimits } from '../rules/limits';
import { kindFacts } from '../kinds/kinds';
import { completeStem } from '../kinds/estimate';
import { reading } from '../readings/reading';
import { growingOf, seasonsOf } from '../seasons/known';
import { layOut } from '../tree/course';
import type { Stem, Tree } from '../tree/stem';

/** A limb that is loaded to see how it bends, and where it would crack. */
export interface LoadedLimb extends BentShape {
  /** Seasons its foot is old. */
  seasons: number;
  /** The angle it has come to, deg from upright, and the chance that it cracks on the way, 0 to 1. */
  toDeg: number;
  chance: number;
}

const DAY = '2026-12-01';
const SEASON = 2027;
const ANGLE_DEG = 35;
export const LESSON_CM = 100;

/**
 * A limb a metre long that stands 35 deg from upright, of so many seasons, with a weight hung at its middle.
 * @param seasons 1 to 3 @param mm thickness at its foot @param kg the weight, 0 or more
 */
export function loadedLimb(seasons: number, mm: number, kg: number): LoadedLimb {
  const kind = kindFacts('apple');
  const growthCm = Object.fromEntries(
    Array.from({ length: seasons }, (_, i) => [String(SEASON - 1 - i), LESSON_CM / seasons]),
  );
  const stems = [
    completeStem('trunk', { length: reading('length', 180, 'tape') }, kind, 0),
    completeStem(
      'limb',
      {
        ...{ parent: { kind: 'stem', stemId: 'trunk' }, origin: reading('length', 80, 'tape') },
        ...{ bearing: reading('bearing', 90, 'gauge'), angle: reading('angle', ANGLE_DEG, 'gauge') },
        ...{ set: reading('angle', ANGLE_DEG, 'gauge'), tipAngle: reading('angle', ANGLE_DEG, 'gauge') },
        ...{ length: reading('length', LESSON_CM, 'tape'), diameter: reading('diameter', mm, 'caliper') },
        growthCm,
      },
      kind,
      1,
    ),
  ];
  const tree: Tree = { id: 'lesson', kind: kind.id, unionCm: 10, ownRooted: false, stems };
  const site = {
    id: 'lesson',
    name: '',
    latitudeDeg: 50,
    north: 'true' as const,
    reachCm: 210,
    clearance: [],
  };
  const years = seasonsOf(kind, site);
  const scene = {
    ...{ laid: layOut(tree), kind, limits: resolveLimits({}) },
    site,
    when: {
      ...{ today: DAY, season: SEASON, inLeaf: false, seasonsGrown: seasons, justPlanted: false },
      ...{ seasons: years, grows: growingOf(years, site) },
    },
  };
  const limb = limbBeam(scene, stems[1] as Stem, 'upright', { inLeaf: false });
  const bent = pulled(limb, PIECES / 2 - 1, { kind: 'fixed', direction: [0, -1] }, kg * N_PER_KG);
  return {
    ...bentShape(limb, bent),
    ...{ seasons, toDeg: runOf(limb, bent.angles, 'upright') },
    chance: crackChance(bent.worst.times, bent.worst.doubt).likely,
  };
}
