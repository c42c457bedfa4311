import type { StemId } from '../tree/stem';

/** The finding or comparison an act rests on, as it stood when the act was made. */
export interface ActReason {
  rule: string;
  words: string;
}

/** What a temporary limb is kept for. */
export type KeptFor = 'fruit' | 'leaf' | 'shade' | 'insurance';

export const KEPT_FOR: readonly KeptFor[] = ['fruit', 'leaf', 'shade', 'insurance'];

/**
 * Work on the tree. Lengths cm, diameters mm, angles deg from upright.
 * A swing's degrees are bearings of the run; a spread's are departures. A stay takes nothing: it dates a limb that is
 * spared for a while, `until` an ISO date.
 * `safety` of a bend says what is known of how far is safe.
 */
export type Act =
  | { kind: 'take-out'; stemId: StemId; diameterMm: number; reason: ActReason }
  | { kind: 'shorten'; stemId: StemId; toLengthCm: number; diameterMm: number; reason: ActReason }
  | {
      kind: 'bend';
      stemId: StemId;
      fromDeg: number;
      toDeg: number;
      safety: 'not-yet-computed';
      reason: ActReason;
    }
  | { kind: 'swing'; stemId: StemId; fromDeg: number; toDeg: number; reason: ActReason }
  | { kind: 'spread'; stemId: StemId; fromDeg: number; toDeg: number; reason: ActReason }
  | { kind: 'stay'; stemId: StemId; until: string; keptFor: KeptFor; reason: ActReason }
  | { kind: 'make-limb'; heightCm: number; bearingDeg: number; place: string; reason: ActReason };

export type ActKind = Act['kind'];
