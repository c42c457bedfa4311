import type { Scene } from '../../findings/finding';
import { clearanceLimit } from '../../findings/measures';
import { meanOn, type Curve } from '../curve';
import type { Consideration } from '../consideration';
import type { LimbView } from './view';

/** Cost of standing too low, 0 to 1, by cm under what its side asks for. */
const UNDER: Curve = [
  [0, 0],
  [4, 0.1],
  [10, 0.45],
  [20, 0.85],
  [30, 1],
];
/** A shoot this long is in the way in full, cm. */
const FULL_CM = 40;
const LEAST = 0.35;
/** What a place itself asks for binds more than the general height. Working value. */
const OF_THE_PLACE = 2;
/** Heights read over snow are provisional: what lies within its depth of the limit weighs by this share until the ground shows. */
const UNDER_SNOW = 0.15;

/**
 * What a limb costs that stands too low for its side. What a place itself asks for, to browse or to pass, is about where the
 * limb is; the general height is about where it starts.
 */
export function clearanceCost(scene: Scene, view: LimbView): Consideration[] {
  const { limits } = scene;
  const { stem, heightCm, heightSure, middleCm, lengthCm } = view;
  const limit = clearanceLimit(scene, stem.shape.runBearing.value);
  const isSite = 'site' in limit;
  const general = limits('clearance.cm').value;
  const underSite = isSite ? limit.value - Math.max(heightCm, middleCm) : -Infinity;
  // The stems of a bush rise from the ground: only where one is counts for what asks for room.
  const underGeneral = scene.standsOn === 'stems' ? -Infinity : general - heightCm;
  const underCm = Math.max(underSite, underGeneral);
  if (underCm === -Infinity) return [];
  const share = Math.max(LEAST, Math.min(1, lengthCm / FULL_CM));
  const isSide = underSite > underGeneral;
  const binds = isSide ? OF_THE_PLACE : 1;
  const open = scene.snowCm !== undefined && underCm <= scene.snowCm ? UNDER_SNOW : 1;
  const points = limits('weigh.low').value * binds * open * share * meanOn(UNDER, underCm, heightSure);
  return [
    { what: isSide ? 'low-side' : 'low', points, measured: isSide ? Math.max(heightCm, middleCm) : heightCm },
  ];
}
