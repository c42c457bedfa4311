import { inject, type Signal } from '@angular/core';
import { patchState, signalStoreFeature, type, withMethods } from '@ngrx/signals';
import {
  stationNear,
  type ReadBook,
  type Weather,
  type WeatherDay,
  type WeatherSource,
} from '../../../../core';
import type { BookDb, KeptWeather } from './book-db';
import type { BookState } from './book-state';
import { BOOK_WORLD } from './book-world';
import { DEMO_YARD } from './with-yards';

const NO_DAYS: Weather = { days: [], forecast: [] };

/** The weather of the yard's sites: where it comes from, and fetching it anew each day. */
export function withWeather() {
  return signalStoreFeature(
    {
      state: type<BookState>(),
      props: type<{ read: Signal<ReadBook> }>(),
      methods: type<{
        today(): string;
        _keep<T>(what: string, run: (db: BookDb) => Promise<T>, then?: (done: T) => void): Promise<boolean>;
      }>(),
    },
    withMethods((store, world = inject(BOOK_WORLD)) => {
      const of = (siteId: string): KeptWeather | undefined =>
        store.weather().find((one) => one.siteId === siteId);

      async function keep(siteId: string, source: WeatherSource, weather: Weather): Promise<boolean> {
        const kept: KeptWeather = { yardId: store.yard().id, siteId, source, weather };
        return store._keep(
          `weather ${siteId}`,
          (db) => db.put('weather', kept),
          () =>
            patchState(store, ({ weather: all }) => ({
              weather: [...all.filter((one) => one.siteId !== siteId), kept],
            })),
        );
      }

      /** Takes a station for a site and fetches what it tells; false where it cannot be reached. */
      async function takeStation(siteId: string, id: string): Promise<boolean> {
        const yardId = store.yard().id;
        const weather = await world.station(id, store.today());
        if (!weather || store.yard().id !== yardId) return false;
        return keep(siteId, { kind: 'station', id }, weather);
      }

      return {
        weatherAt: of,
        takeStation,
        /** Takes the grower's own days for a site. */
        takeOwn: (siteId: string, name: string, days: readonly WeatherDay[]): Promise<boolean> =>
          keep(siteId, { kind: 'own', name }, { days, forecast: [], fetchedAt: world.now().toISOString() }),
        /** A site goes without weather: its seasons are those of a normal year. */
        goWithout: (siteId: string): Promise<boolean> => keep(siteId, { kind: 'none' }, NO_DAYS),
        /** Fetches what stations have told since, once a day. Where one cannot be reached, what it told last stays. */
        async refreshWeather(): Promise<void> {
          const today = store.today();
          const asked = store.read().sites.map(async ({ id, latitudeDeg }) => {
            const kept = of(id);
            // The demo yard has its weather from the first visit on: its sites are as made up as the stations.
            if (!kept && store.yard().id === DEMO_YARD) await takeStation(id, stationNear(latitudeDeg).id);
            const isOld = (kept?.weather.fetchedAt ?? '') < today;
            if (kept?.source.kind === 'station' && isOld) await takeStation(id, kept.source.id);
          });
          await Promise.all(asked);
        },
      };
    }),
  );
}
