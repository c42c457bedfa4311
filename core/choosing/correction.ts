/** What is done to a limb so that it suits its place better. Angles deg. */
export type Correction =
  | { kind: 'swing'; byDeg: number }
  | { kind: 'spread'; toDeg: number }
  | { kind: 'rival-bent'; toDeg: number; toLengthCm: number };
