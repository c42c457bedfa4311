import type { Scene } from '../../findings/finding';
import { bearingDifference } from '../../geometry/vector';
import type { Stem } from '../../tree/stem';
import { meanOn, onCurve, type Curve } from '../curve';
import type { Consideration } from '../consideration';
import { livingCm } from './view';

/** Cost, 0 to 1, by how far a limb leaves the plane of its wall, deg ... */
const OFF: Curve = [
  [15, 0],
  [30, 0.3],
  [45, 0.8],
  [60, 1],
];
/** ... and by how long it is, cm: a spur to the front bears where it stands. */
const LONG: Curve = [
  [8, 0],
  [16, 0.35],
  [40, 1],
];

/** Turn of a limb's run out of the plane of its wall, deg, 0 to 90. */
export const offPlaneDeg = ({ shape: { runBearing } }: Stem, wallBearingDeg: number): number =>
  Math.min(
    bearingDifference(runBearing.value, wallBearingDeg),
    bearingDifference(runBearing.value, wallBearingDeg + 180),
  );

/** What a limb costs a flat tree that stands out of its plane. */
export function planeCost({ limits }: Scene, stem: Stem, wallBearingDeg: number): Consideration[] {
  const off = offPlaneDeg(stem, wallBearingDeg);
  const share = meanOn(OFF, off, stem.shape.runBearing.sure) * onCurve(LONG, livingCm(stem));
  return [{ what: 'plane', points: limits('weigh.plane').value * share, measured: off }];
}
