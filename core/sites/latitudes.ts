/** Latitudes to choose from for those who do not know theirs, deg, each told by places that lie near it. */
export const LATITUDES = [
  62, 58, 55, 52, 49, 46, 43, 40, 37, 34, 30, 25, -20, -25, -30, -34, -38, -41, -43,
] as const;
export type KnownLatitude = (typeof LATITUDES)[number];

/** The latitude of the list that is nearest, deg. */
export const nearestLatitude = (deg: number): KnownLatitude =>
  LATITUDES.reduce((best, one) => (Math.abs(one - deg) < Math.abs(best - deg) ? one : best));

/** How far above their own height growers pick without a ladder, cm: some 30 to 70, between which this lies. */
export const REACH_ABOVE_CM = 50;
