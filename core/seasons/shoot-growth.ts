import type { DayNumber } from '../calendar/days';
import { dayNumber } from '../calendar/days';
import type { Degree } from '../kinds/kind-facts';
import type { KindSeason } from './stages';

/** What a limb of a young tree makes in a season, cm, by how strongly its kind grows: some 60 to 90 is expected. */
const SEASON_CM: Readonly<Record<Degree, number>> = { weak: 55, middling: 70, strong: 90 };

/** Expected growth of a limb in a season, cm. */
export const seasonGrowthCm = (vigour: Degree): number => SEASON_CM[vigour];

/**
 * The day by which a shoot has grown so long, cm, if it makes so much in the season; undefined where it never does.
 * The shoot follows the season's growth curve.
 */
export function dayAtLength(season: KindSeason, lengthCm: number, seasonCm: number): DayNumber | undefined {
  const { break: breaks, 'shoots-stop': stops } = season.stages;
  if (!breaks || !stops || lengthCm > seasonCm) return undefined;
  const [from, to] = [dayNumber(breaks.on), dayNumber(stops.on)];
  for (let day = from; day <= to; day++) if (season.grown(day) * seasonCm >= lengthCm) return day;
  return to;
}
