import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import { stationOf, tellsOn, type Station, type Weather } from '../../../../core';
import { fresh, openTab, until } from './open-tab';

const tells = (id: string, today: string): Promise<Weather | undefined> =>
  Promise.resolve(tellsOn(stationOf(id) as Station, today));

describe('the weather of a place', () => {
  it('is that of a station near by in the demo yard from the first visit on, and seasons go by it', async () => {
    const store = await openTab(`weather-${fresh()}`, [], { station: tells });
    await until(() => store.weather().length === 2);
    expect(store.weatherAt('sallow')?.source).toEqual({ kind: 'station', id: 'osier-weir' });
    expect(store.weatherAt('kestrel')?.source).toEqual({ kind: 'station', id: 'tussock-bay' });
    const state = store.states().get('lantern');
    expect(state?.stages?.length).toBe(3);
    expect(state?.stages?.some(({ stages }) => stages.bloom?.isSeen)).toBe(true);
  });

  it('stays as it was told last where the station cannot be reached, and is there after a reload', async () => {
    const name = `weather-${fresh()}`;
    const first = await openTab(name, [], { station: tells });
    await until(() => first.weather().length === 2);
    const now = () => new Date(Date.UTC(2026, 10, 27, 12, 0, fresh()));
    const later = await openTab(name, [], { station: () => Promise.resolve(undefined), now });
    await later.refreshWeather();
    expect(later.weatherAt('sallow')?.weather.days.at(-1)?.day).toBe('2026-11-23');
    expect(await later.takeStation('sallow', 'dry-ford')).toBe(false);
    expect(later.weatherAt('sallow')?.source).toEqual({ kind: 'station', id: 'osier-weir' });
  });

  it('may be the grower’s own, or none at all: then seasons are those of a normal year, but for what was seen', async () => {
    const store = await openTab(`weather-${fresh()}`);
    expect(store.states().get('ember')?.stages?.length).toBe(3);
    const days = [{ day: '2026-11-01', minC: 2, maxC: 9 }];
    expect(await store.takeOwn('sallow', 'mine.csv', days)).toBe(true);
    expect(store.placeOf()('sallow').weather.days).toEqual(days);
    expect(await store.goWithout('sallow')).toBe(true);
    expect(store.placeOf()('sallow').weather.days).toEqual([]);
  });

  it('goes along in the yard’s file: where both have days of one table, each keeps those that only it has', async () => {
    const day = (date: string, maxC: number) => ({ day: date, minC: 2, maxC });
    const at = (hour: number) => ({ now: () => new Date(Date.UTC(2026, 10, 25, hour)) });
    const phone = await openTab(`weather-${fresh()}`, [], at(8));
    const desk = await openTab(`weather-${fresh()}`, [], at(9));
    await phone.takeOwn('sallow', 'shed.csv', [day('2026-11-01', 9), day('2026-11-02', 9)]);
    await desk.takeOwn('sallow', 'shed.csv', [day('2026-11-02', 11), day('2026-11-03', 11)]);
    await desk.takeOwn('kestrel', 'roof.csv', [day('2026-11-03', 8)]);
    const join = async () => {
      const { read } = await phone.examine(phone.readFile((await desk.exportTexts())?.[0] ?? ''));
      if (read.kind !== 'good') throw new Error('refused its own export');
      await phone.keepImport(read.file, 'merge');
    };
    await join();
    const days = () => phone.weatherAt('sallow')?.weather.days.map(({ maxC }) => maxC);
    expect(days()).toEqual([9, 11, 11]);
    expect(phone.weatherAt('kestrel')?.source).toEqual({ kind: 'own', name: 'roof.csv' });
    await phone.putBack();
    expect(days()).toEqual([9, 9]);
    expect(phone.weatherAt('kestrel')).toBeUndefined();
    // Another source's days are not mixed in: the later one stands.
    await phone.takeOwn('sallow', 'other.csv', [day('2026-11-01', 5)]);
    await join();
    expect(days()).toEqual([11, 11]);
  });
});
