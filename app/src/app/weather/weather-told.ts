import { day, daysBetween, gapsIn, stationOf, told, type Message } from '../../../../core';
import type { KeptWeather } from '../book/book-db';

/** Days after which weather that was fetched is called old. */
const OLD_DAYS = 2;

/** What weather a place has, how far it goes, and how old it is. */
export function weatherTold(kept: KeptWeather | undefined, today: string): Message[] {
  if (!kept || kept.source.kind === 'none') return [told('site-weather.none')];
  const { source, weather } = kept;
  const [first, last] = [weather.days[0], weather.days.at(-1)];
  const from =
    source.kind === 'station'
      ? told('site-weather.of-station', { name: stationOf(source.id)?.name ?? source.id })
      : told('site-weather.of-own', { name: source.name });
  const span = first && last ? [told('site-weather.span', { from: day(first.day), to: day(last.day) })] : [];
  const gaps = first ? gapsIn(weather).length : 0;
  const age = last ? daysBetween(last.day, today) : 0;
  return [
    from,
    ...span,
    ...(gaps > 0 ? [told('site-weather.gaps', { n: gaps })] : []),
    ...(age >= OLD_DAYS ? [told('site-weather.old', { n: age })] : []),
  ];
}
