import type { StemId } from '../tree/stem';

/** The finding or comparison an act rests on, as it stood when the act was made. */
export interface ActReason {
  rule: string;
  words: string;
}

/**
 * Work on the tree. Lengths cm, diameters mm, angles deg from upright.
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
  | { kind: 'make-limb'; heightCm: number; bearingDeg: number; place: string; reason: ActReason };

export type ActKind = Act['kind'];
