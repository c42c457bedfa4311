import { laterWeather, type SiteWeather } from '../seasons/site-weather';
import { mergeBooks } from './merge';
import type { YardFile } from './yard-file';

/**
 * Files of one yard as one file: every entry of each by its id, every photograph, of each site the later weather, and a tree's half-typed
 * readings as the first file that has any has them. That they are of one yard is for the caller to see to.
 */
export function filesTogether(files: readonly [YardFile, ...YardFile[]]): YardFile {
  return files.reduce((all, next) => ({
    ...all,
    ...mergeBooks(all, next),
    drafts: { ...next.drafts, ...all.drafts },
    photos: { ...next.photos, ...all.photos },
    weather: laterOf(all.weather, next.weather),
  }));
}

function laterOf(
  mine: YardFile['weather'] = {},
  theirs: YardFile['weather'] = {},
): Record<string, SiteWeather> {
  const both = Object.entries(theirs).map(([siteId, weather]): [string, SiteWeather] => {
    const known = mine[siteId];
    return [siteId, known ? laterWeather(known, weather) : weather];
  });
  return { ...mine, ...Object.fromEntries(both) };
}
