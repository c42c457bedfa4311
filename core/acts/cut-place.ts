import type { TreeScene } from './scene';
import { yearsToClose } from './callus';
import { crotchDeg } from '../tree/joins';
import { positionAt } from '../tree/course';
import { stemOf, type Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';

export type Tool = 'hand' | 'shears' | 'loppers' | 'saw' | 'pole pruner' | 'pole saw';

/** Where exactly a cut is made, with what, and what it leaves. Lengths cm, diameters mm. */
export interface CutPlace {
  diameterMm: number;
  heightCm: number;
  tool: Tool;
  /** Whether the weight is taken off first: under, over, then the last cut. */
  isInThree: boolean;
  /** The cut is sloped this far from square, falling away from the bud, deg; 0 for a cut at a collar. */
  slopeDeg: number;
  /** How far beyond the bud, or outside the collar's ring, cm. */
  beyondCm: number;
  /** Seasons until callus has closed it. */
  closesYears: number;
  /** The same for a flush cut, which is longer than the limb is thick; undefined where there is no collar. */
  flushYears?: number;
  /** Length of the flush wound, mm. */
  flushMm?: number;
  /** The same for a peg, which is closed only once its carrier has thickened round it. */
  pegYears?: number;
}

/** Slope of a heading cut, deg, and its distance beyond the bud, cm (5 to 8 mm is common guidance). */
export const HEADING_SLOPE_DEG = 45;
export const BEYOND_BUD_CM = 0.6;
/** A stub left on purpose, so that hidden buds under the cut may break, cm. */
export const BENCH_CM = 3;

/** A peg as it is commonly left by a careless cut, cm. */
export const PEG_CM = 2;

/** Thickest wood for a pole pruner, mm (20 to 35 is common guidance); above it a pole saw. */
const POLE_PRUNER_MM = 30;

/** The tool for a wound of a thickness at a height: by hand within reach, on a pole above it. */
export function toolFor(
  { limits, site }: Pick<TreeScene, 'limits' | 'site'>,
  diameterMm: number,
  heightCm: number,
): Tool {
  if (heightCm > site.reachCm) return diameterMm <= POLE_PRUNER_MM ? 'pole pruner' : 'pole saw';
  if (diameterMm <= limits('cut.shearsMm').value) return 'shears';
  return diameterMm <= limits('cut.loppersMm').value ? 'loppers' : 'saw';
}

/** A cut as it is to be made: across a stem at its collar, or at a length along it. */
export interface CutWanted {
  stemId: StemId;
  diameterMm: number;
  /** Length the stem is left at, cm; undefined for one that is taken off at its foot. */
  toLengthCm?: number;
  how?: 'collar' | 'bench' | 'break-off' | undefined;
}

/**
 * Where a cut is made. A flush cut follows the carrier's bark, so its wound is an ellipse as wide as the limb and as long
 * as its thickness over the sine of the crotch angle. A peg stands dead until its carrier, growing by half its kind's
 * thickening a season on that side, has covered its length; then it closes as a cut does. Wood heavy enough to tear bark at
 * its collar is taken off in three cuts, and those want a saw: loppers do not undercut. A heading cut of the same thickness is
 * theirs. Undefined for a stem that is not there.
 */
export function cutPlace(scene: TreeScene, cut: CutWanted): CutPlace | undefined {
  const { laid, kind, limits } = scene;
  const { diameterMm, toLengthCm, how } = cut;
  const stem = stemOf(laid.tree, cut.stemId);
  const course = laid.courses.get(cut.stemId);
  if (!stem || !course) return undefined;
  const heightCm = Math.max(0, positionAt(course, toLengthCm ?? 0)[2]);
  const isHeading = toLengthCm !== undefined;
  const isHeavy = diameterMm > limits('cut.threeMm').value;
  const byThickness = toolFor(scene, diameterMm, heightCm);
  const sawn = isHeavy && !isHeading && byThickness === 'loppers' ? 'saw' : byThickness;
  const tool = how === 'break-off' ? 'hand' : sawn;
  return {
    ...{ diameterMm, heightCm, tool },
    isInThree: isSaw(tool) && isHeavy,
    slopeDeg: isHeading ? HEADING_SLOPE_DEG : 0,
    beyondCm: isHeading ? BEYOND_BUD_CM : how === 'bench' ? BENCH_CM : 0,
    closesYears: yearsToClose(kind, diameterMm, scene.callus),
    ...(!isHeading && flush(scene, stem, diameterMm)),
  };
}

const isSaw = (tool: Tool): boolean => tool === 'saw' || tool === 'pole saw';

function flush(
  { laid, kind, callus }: TreeScene,
  stem: Stem,
  diameterMm: number,
): Pick<CutPlace, 'flushYears' | 'flushMm' | 'pegYears'> {
  const crotch = crotchDeg(laid, stem);
  if (crotch === undefined) return {};
  const flushMm = diameterMm / Math.sin((Math.max(15, Math.min(90, crotch)) * Math.PI) / 180);
  const pegYears = (PEG_CM * 10) / (kind.thickeningMm.value / 2) + yearsToClose(kind, diameterMm, callus);
  return { flushMm, flushYears: yearsToClose(kind, flushMm, callus), pegYears };
}
