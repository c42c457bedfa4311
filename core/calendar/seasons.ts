/** A place on the earth, as far as its seasons go: degrees north of the equator, south is negative. */
export interface OnEarth {
  latitudeDeg: number;
}

/** The season (year its growth began) that a date falls in: growth starts in January north, July south. */
export function seasonOf(site: OnEarth, isoDate: string): number {
  const year = Number(isoDate.slice(0, 4));
  const month = Number(isoDate.slice(5, 7));
  return site.latitudeDeg < 0 && month < 7 ? year - 1 : year;
}

/** ISO date on which the next dormant season begins, after a day: what is put off a year is asked about again then. */
export function nextDormancy(site: OnEarth, isoDate: string): string {
  const begins = site.latitudeDeg < 0 ? '05-01' : '11-01';
  const year = Number(isoDate.slice(0, 4));
  return `${String(isoDate.slice(5) < begins ? year : year + 1).padStart(4, '0')}-${begins}`;
}

/**
 * The season that the newest wood is compared with when its age is told: through dormancy, last season's growth is
 * already one-year wood. Dormancy is taken as November to March north, May to September south (working value).
 */
export function woodSeason(site: OnEarth, isoDate: string): number {
  const month = Number(isoDate.slice(5, 7));
  const beforeNewYear = site.latitudeDeg < 0 ? month === 5 || month === 6 : month >= 11;
  return seasonOf(site, isoDate) + (beforeNewYear ? 1 : 0);
}
