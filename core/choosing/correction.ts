import type { StemId } from '../tree/stem-readings';

/** What is done to a limb so that it suits its place better. Angles deg. */
export type Correction =
  | { kind: 'swing'; byDeg: number }
  | { kind: 'spread'; toDeg: number }
  | { kind: 'rival-bent'; toDeg: number; toLengthCm: number }
  /** A top cut back to a shoot of its own that leads on. */
  | { kind: 'cut-to'; to: StemId };
