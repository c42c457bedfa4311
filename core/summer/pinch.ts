import type { KindFacts } from '../kinds/kind-facts';
import { PINCH_WEEKS } from '../seasons/windows/growing';
import { because, cm, type Reason } from '../words/message';
import { onKind } from '../words/ground';
import { isRunUp } from './run-up';

/** A plant that may be pinched, as it is read in summer. */
export interface Pinchable {
  /** Height of what would be pinched, cm above the ground or its foot. */
  heightCm: number;
  /** Breadth of a full top leaf, and of the grower's spread hand, cm. */
  leafBreadthCm?: number;
  handCm?: number;
  /** The same by the eye alone: narrower than a spread hand. */
  isLeafNarrow?: boolean;
  /** Close growth, good colour; undefined where not looked at. */
  isHealthy?: boolean;
  /** Mottled or crinkled leaves, as from a virus. */
  isMottled?: boolean;
  /** Weeks of shoot growth that are left. */
  weeksLeft: number;
  /** How fast it grows, cm a day, where two readings tell. */
  cmPerDay?: number;
  /** Whether it is a stem still climbing its stake. */
  isClimbing?: boolean;
  /** Season it grows in, 1 the first. */
  season?: number;
}

/** Yes or no, with every reason; what to look at or wait for where it is no. */
export interface SummerVerdict {
  is: boolean;
  why: readonly Reason[];
}

/** Height a plant is strong at, cm: some 60 to 90. A spread hand where nobody measured theirs, cm. Slower than this it is no strong plant, cm a day. */
export const STRONG_CM = 60;
const HAND_CM = 18;
const SLOW_CM_PER_DAY = 0.5;

/** Whether to pinch a plant's top in its first summer: by the plant, never by the date. */
export function pinchNow(plant: Pinchable, kind?: KindFacts): SummerVerdict {
  const { heightCm, leafBreadthCm, handCm = HAND_CM, isHealthy, isMottled, weeksLeft, cmPerDay } = plant;
  const against: Reason[] = [];
  if (plant.isClimbing) against.push(because('summer.climbing'));
  if (kind && isRunUp(kind) && (plant.season ?? 1) <= 1)
    against.push(because('summer.pinch.run-up', {}, onKind('fruitsOn')));
  if (heightCm < STRONG_CM)
    against.push(because('summer.pinch.low', { is: cm(heightCm), wants: cm(STRONG_CM) }));
  if (leafBreadthCm !== undefined && leafBreadthCm < handCm)
    against.push(because('summer.pinch.leaf', { is: cm(leafBreadthCm), hand: cm(handCm) }));
  if (plant.isLeafNarrow) against.push(because('summer.pinch.leaf-narrow'));
  if (isMottled) against.push(because('summer.pinch.mottled'));
  if (isHealthy === false) against.push(because('summer.pinch.poor'));
  if (cmPerDay !== undefined && cmPerDay < SLOW_CM_PER_DAY)
    against.push(because('summer.pinch.slow', { rate: cm(7 * cmPerDay) }));
  if (weeksLeft < PINCH_WEEKS)
    against.push(because('summer.pinch.late', { n: Math.max(0, Math.floor(weeksLeft)), wants: PINCH_WEEKS }));
  if (against.length > 0) return { is: false, why: against };
  return { is: true, why: [because('summer.pinch.yes', { is: cm(heightCm), n: Math.floor(weeksLeft) })] };
}
