import { seasonOf, type OnEarth } from '../calendar/seasons';
import { kindFacts } from '../kinds/kinds';
import type { KindStages } from '../seasons/known';
import { normalPlace } from '../seasons/known';
import { isOfSpring, type SeenStage, type Stage } from '../seasons/stage';
import { kindSeason, seasonPlace, type AskedChill, type SeasonPlace } from '../seasons/stages';
import { NO_WEATHER, type Weather } from '../seasons/weather';
import type { ReadBook } from './tree-at';
import type { TreeRecord } from './tree-record';

/** Weather of a yard's sites, by their ids. */
export type WeatherOf = ReadonlyMap<string, Weather>;

type Read = Pick<ReadBook, 'sites' | 'trees' | 'gone' | 'seen'>;

/** The place of a site through the years, by its weather and by what was seen on its trees. */
export class YardSeasons {
  private readonly places = new Map<string, { weather: Weather; seen: string; place: SeasonPlace }>();

  /** The place of a site: kept until its weather changes or something else is seen there. */
  placeOf(read: Read, siteId: string, weather: WeatherOf): SeasonPlace {
    const site = read.sites.find(({ id }) => id === siteId) ?? { latitudeDeg: 50 };
    const days = weather.get(siteId) ?? NO_WEATHER;
    const seen = seenAt(read, siteId, site);
    const asks = askedAt(read, siteId);
    const name = `${site.latitudeDeg} ${JSON.stringify([seen, asks])}`;
    const known = this.places.get(siteId);
    if (known?.weather === days && known.seen === name) return known.place;
    const isNormal = days === NO_WEATHER && seen.length === 0 && asks.length === 0;
    const place = isNormal ? normalPlace(site) : seasonPlace(site, days, seen, asks);
    this.places.set(siteId, { weather: days, seen: name, place });
    return place;
  }

  /** The seasons about a day of a tree: the one before, its own and the next; undefined where nothing is known but the latitude. */
  stagesOf(
    read: Read,
    { record, siteId }: { record: TreeRecord; siteId: string },
    today: string,
    weather: WeatherOf,
  ): readonly KindStages[] | undefined {
    const place = this.placeOf(read, siteId, weather);
    if (place.weather.days.length + place.seen.length + place.asks.length === 0) return undefined;
    const now = seasonOf(place.site, today);
    return [now - 1, now, now + 1].map((season) => {
      const { kind, stages, chill, isShortOfChill } = kindSeason(
        place,
        kindFacts(record.kind).id,
        season,
        record.variety,
      );
      return { season, kind, stages, chill, isShortOfChill };
    });
  }
}

/** Chill that varieties of a site ask for, as it was said of one of their trees; of two that differ the later one counts. */
function askedAt({ trees }: Read, siteId: string): AskedChill[] {
  const asked = new Map<string, AskedChill>();
  for (const { record, siteId: at } of trees) {
    const { chillPortions: portions, variety } = record;
    const kind = kindFacts(record.kind).id;
    if (at === siteId && portions !== undefined) asked.set(`${kind} ${variety}`, { kind, variety, portions });
  }
  return [...asked.values()];
}

/** The seasons of a place that its trees are told from on a day: those about it, and those in which something was seen. */
export function seasonsAskedOf({ site, seen }: SeasonPlace, today: string): number[] {
  const now = seasonOf(site, today);
  return [...new Set([now - 1, now, now + 1, ...seen.map(({ season }) => season)])];
}

/** What was seen on the trees of a site. */
function seenAt({ trees, gone, seen }: Read, siteId: string, site: OnEarth): SeenStage[] {
  const here = new Map(
    [...gone, ...trees].flatMap((tree) => (tree.siteId === siteId ? [[tree.record.id, tree.record]] : [])),
  );
  return seen.flatMap(({ treeId, stage, on }) => {
    const record = here.get(treeId);
    if (!record) return [];
    const kind = kindFacts(record.kind).id;
    return [{ kind, variety: record.variety, season: seasonOfStage(site, stage, on), stage, on }];
  });
}

/** The season a stage that was seen on a day belongs to: leaves may fall, and in the south shoots stop, in the year after its growth began. */
export function seasonOfStage(site: OnEarth, stage: Stage, isoDate: string): number {
  const season = seasonOf(site, isoDate);
  const month = Number(isoDate.slice(5, 7));
  return !isOfSpring(stage) && site.latitudeDeg >= 0 && month <= 4 ? season - 1 : season;
}
