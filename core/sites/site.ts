import { wrapBearing } from '../geometry/vector';

/** A stretch of bearings, clockwise from `fromDeg` to `toDeg`, under which limbs must start higher. */
export interface ClearanceSector {
  fromDeg: number;
  toDeg: number;
  heightCm: number;
  /** What asks for it: a path, deer, a mower. */
  why: string;
}

/** A place trees stand in, one for all its trees. */
export interface Site {
  id: string;
  name: string;
  /** Degrees north of the equator; south is negative. */
  latitudeDeg: number;
  /** Whether the bearings read here are from true or magnetic north. Bearings stay in the site's own north. */
  north: 'true' | 'magnetic';
  /** Highest point its grower picks from the ground, cm. */
  reachCm: number;
  clearance: readonly ClearanceSector[];
  /** Bearing along the wall or fence that flat trees are trained on. */
  wallBearingDeg?: number;
  /** Bearing the usual wind blows from. */
  windFromDeg?: number;
  /** Sun through the day in summer; full where not said. */
  light?: 'full' | 'part';
  /** Whether bark laid bare burns in summer. */
  hot?: boolean;
}

/** Height a limb must start at on a bearing, cm: the highest of the sectors that cover it, or 0. */
export function clearanceAt(site: Site, bearingDeg: number): { heightCm: number; why: string } {
  let found = { heightCm: 0, why: '' };
  for (const sector of site.clearance) {
    const width = sector.toDeg - sector.fromDeg === 360 ? 360 : wrapBearing(sector.toDeg - sector.fromDeg);
    const inside = wrapBearing(bearingDeg - sector.fromDeg) <= width;
    if (inside && sector.heightCm > found.heightCm) found = { heightCm: sector.heightCm, why: sector.why };
  }
  return found;
}

/** The season (year its growth began) that a date falls in: growth starts in January north, July south. */
export function seasonOf(site: Site, isoDate: string): number {
  const year = Number(isoDate.slice(0, 4));
  const month = Number(isoDate.slice(5, 7));
  return site.latitudeDeg < 0 && month < 7 ? year - 1 : year;
}

/**
 * The season that the newest wood is compared with when its age is told: through dormancy, last season's growth is
 * already one-year wood. Dormancy is taken as November to March north, May to September south (working value).
 */
export function woodSeason(site: Site, isoDate: string): number {
  const month = Number(isoDate.slice(5, 7));
  const beforeNewYear = site.latitudeDeg < 0 ? month === 5 || month === 6 : month >= 11;
  return seasonOf(site, isoDate) + (beforeNewYear ? 1 : 0);
}

/** Months in leaf: April to October north, October to April south (working value, until seasons are computed). */
export function isInLeaf(site: Site, isoDate: string): boolean {
  const month = Number(isoDate.slice(5, 7));
  return site.latitudeDeg < 0 ? month >= 10 || month <= 4 : month >= 4 && month <= 10;
}
