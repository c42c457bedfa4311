import { reading, type Reading } from '../readings/reading';
import { limbAngleDeg } from './kinds';
import type { KindFacts } from './kind-facts';
import { naturalTipDeg } from './natural-shape';
import type { Stem } from '../tree/stem';
import type { StemId, StemReadings } from '../tree/stem-readings';

/**
 * Length of a young limb for each mm of its diameter, cm per mm. A pencil-thick shoot (7 mm) is some 50 cm long,
 * a thumb-thick limb (20 mm) some 150 cm. Working value, one standard deviation about a quarter.
 */
export const LENGTH_PER_DIAMETER_CM_PER_MM = 7.5;

/**
 * Fills the readings a grower has not given, each marked filled in, so that every stem can be drawn and weighed.
 * @param order the stem's place among its fellows, used only to spread unread bearings round the spiral
 */
export function completeStem(id: StemId, given: StemReadings, kind: KindFacts, order: number): Stem {
  const onGround = given.parent?.kind === 'ground';
  const departure = given.angle ?? filledIn('angle', onGround ? 0 : limbAngleDeg(kind));
  const length = given.length ?? filledIn('length', lengthFromDiameter(given.diameter?.value));
  const run = given.set ?? { ...departure, how: 'filled-in' as const };
  const diameter = given.diameter ?? filledIn('diameter', length.value / LENGTH_PER_DIAMETER_CM_PER_MM);
  const bearing = given.bearing ?? filledIn('bearing', (order * kind.spiralDeg.value) % 360);
  const stem: Stem = {
    id,
    read: given,
    tag: given.tag ?? id,
    parent: given.parent ?? { kind: 'ground', eastCm: 0, northCm: 0 },
    origin: given.origin ?? filledIn('length', onGround ? 0 : 60),
    bearing,
    shape: {
      departure,
      runBearing: given.runBearing ?? { ...bearing, how: 'filled-in' },
      run,
      tip: given.tipAngle ?? tipOf(given, kind, { departure, run, length, diameter }),
    },
    length,
    diameter,
    growthCm: given.growthCm ?? {},
    condition: given.condition ?? 'sound',
    barkTrapped: given.barkTrapped ?? false,
    headed: given.headed ?? false,
  };
  if (given.endDiameter !== undefined) stem.endDiameter = given.endDiameter;
  if (given.continues !== undefined) stem.continues = given.continues;
  if (given.variety !== undefined) stem.variety = given.variety;
  if (given.endBud !== undefined) stem.endBud = given.endBud;
  if (given.budsSeen !== undefined) stem.budsSeen = given.budsSeen;
  if (given.fixings !== undefined) stem.fixings = given.fixings;
  if (given.bears !== undefined) stem.bears = given.bears;
  if (given.sideShoots !== undefined) stem.sideShoots = given.sideShoots;
  if (given.spurs !== undefined) stem.spurs = given.spurs;
  if (given.turn !== undefined) stem.shape = { ...stem.shape, turn: given.turn };
  if (given.soundTo !== undefined) stem.soundTo = given.soundTo;
  if (given.endBearing !== undefined) stem.endBearing = given.endBearing;
  if (given.mended !== undefined) stem.mended = given.mended;
  if (given.runUp !== undefined) stem.runUp = given.runUp;
  if (given.spared !== undefined) stem.spared = given.spared;
  return stem;
}

/** The end of a limb as it grows of itself; one whose run was read has been laid, and is taken to lie so to its end. */
function tipOf(
  given: StemReadings,
  kind: KindFacts,
  { departure, run, length, diameter }: Record<'departure' | 'run' | 'length' | 'diameter', Reading>,
): Reading {
  const isLaid = given.set !== undefined || given.parent?.kind === 'ground';
  if (isLaid) return { ...run, how: 'filled-in' };
  const grown = {
    ...{ departureDeg: departure.value, lengthCm: length.value, diameterMm: diameter.value },
    ...{ seasons: Object.keys(given.growthCm ?? {}).length, bears: given.bears },
  };
  return filledIn('angle', naturalTipDeg(kind, grown));
}

function lengthFromDiameter(diameterMm: number | undefined): number {
  return diameterMm === undefined ? 50 : diameterMm * LENGTH_PER_DIAMETER_CM_PER_MM;
}

function filledIn(dimension: 'length' | 'diameter' | 'angle' | 'bearing', value: number): Reading {
  return reading(dimension, value, 'filled-in');
}
