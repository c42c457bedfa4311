import type { Stem } from './stem';

/** Growth of a season where none was read, cm. Working value. */
export const SEASON_CM = 60;

/** A stretch of a stem and how many seasons old its wood is: 0 grew this season. */
export interface AgedWood {
  fromCm: number;
  toCm: number;
  ageSeasons: number;
}

/**
 * Stretches of a stem by age, from its foot outward: the newest growth is at the tip. Wood that no season's growth
 * accounts for is taken as a season older than the oldest that is known.
 * @param season the season (year) the tree is looked at in
 */
export function woodByAge(stem: Stem, season: number): AgedWood[] {
  const grown = Object.entries(stem.growthCm)
    .map(([year, cm]) => ({ age: Math.max(0, season - Number(year)), cm }))
    .sort((a, b) => a.age - b.age);
  const stretches: AgedWood[] = [];
  let toCm = stem.length.value;
  for (const { age, cm } of grown) {
    if (toCm <= 0) break;
    const fromCm = Math.max(0, toCm - cm);
    stretches.unshift({ fromCm, toCm, ageSeasons: age });
    toCm = fromCm;
  }
  const oldest = grown.at(-1)?.age;
  if (toCm > 0.5) stretches.unshift({ fromCm: 0, toCm, ageSeasons: oldest === undefined ? 1 : oldest + 1 });
  return stretches;
}

/**
 * The same with growth that nobody read taken as `SEASON_CM` a season from the tip inward, no more seasons than the tree has
 * grown: what was read stays as it is.
 */
export function woodByLikelyAge(stem: Stem, season: number, treeSeasons: number): AgedWood[] {
  if (Object.keys(stem.growthCm).length > 0) return woodByAge(stem, season);
  const seasons = Math.max(1, Math.min(Math.ceil(stem.length.value / SEASON_CM), Math.ceil(treeSeasons)));
  const each = stem.length.value / seasons;
  return Array.from({ length: seasons }, (_, i) => ({
    ...{ fromCm: i * each, toCm: (i + 1) * each },
    ageSeasons: seasons - i,
  }));
}
