import type { Fixing, StemId } from '../tree/stem';

/** The finding or comparison an act rests on, as it stood when the act was made. */
export interface ActReason {
  rule: string;
  words: string;
}

/** What a temporary limb is kept for. */
export type KeptFor = 'fruit' | 'leaf' | 'shade' | 'insurance';

export const KEPT_FOR: readonly KeptFor[] = ['fruit', 'leaf', 'shade', 'insurance'];

/** How a limb is taken off: at its collar; to a stub whose hidden buds are hoped for; or broken off, as suckers are. */
export type RemovalCut = 'collar' | 'bench' | 'break-off';
export const REMOVAL_CUTS: readonly RemovalCut[] = ['collar', 'bench', 'break-off'];

/** How a wanted limb is come by: a bud notched; the first shoot that comes there left; or, of a bush, one from the ground. */
export type MakingOfLimb = 'notch' | 'first-shoot' | 'ground-shoot';
export const MAKINGS_OF_LIMB: readonly MakingOfLimb[] = ['notch', 'first-shoot', 'ground-shoot'];

/** The rule an act rests on whose measure the grower set. */
export const OWN_WORD = 'own-word';

/** What a limb is cut back for. */
export const HEADING_PURPOSES = [
  'keep-direction',
  'fork',
  'equalise',
  'turn',
  'weaken-rival',
  'under-leader',
  'hold-height',
  'leader-tip',
  'next-tier',
  'new-leader',
  'open-centre',
  'older-wood',
  'balance-roots',
  'calm-temporary',
  'renew',
  'thin-crop',
  'side-shoot',
] as const;
export type HeadingPurpose = (typeof HEADING_PURPOSES)[number];

/** The bud a limb is cut to: its facing, in words too, the shoot's way, and whether it was counted or is to be looked for. */
export interface CutBud {
  facingDeg: number;
  words: string;
  bearingDeg: number;
  angleDeg: number;
  sureDeg: number;
  isKnown: boolean;
}

/**
 * Work on the tree. Lengths cm, diameters mm, angles deg from upright.
 * A swing's degrees are bearings of the run; a spread's are departures. A stay takes nothing: it dates a limb that is
 * spared for a while, `until` an ISO date.
 * `safety` of a bend says what is known of how far is safe.
 */
export type Act =
  | { kind: 'move'; stemId: StemId; holds: Fixing; reason: ActReason }
  | { kind: 'take-out'; stemId: StemId; diameterMm: number; how?: RemovalCut; reason: ActReason }
  | {
      kind: 'shorten';
      stemId: StemId;
      toLengthCm: number;
      diameterMm: number;
      purpose?: HeadingPurpose;
      bud?: CutBud;
      /** Of a fork, the bud below the first whose shoot goes the other way. */
      second?: CutBud;
      /** The limb standing there that it is cut to, where no bud is meant. */
      toStem?: StemId;
      reason: ActReason;
    }
  | { kind: 'take-crop'; stemId: StemId; crop: 'blossom' | 'fruit'; leave: number; reason: ActReason }
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
  | {
      kind: 'make-limb';
      heightCm: number;
      bearingDeg: number;
      place: string;
      how?: MakingOfLimb;
      reason: ActReason;
    };

export type ActKind = Act['kind'];
