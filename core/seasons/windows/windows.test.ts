import { describe, expect, it } from 'vitest';
import { dayNumber, isoOf } from '../../calendar/days';
import { kindFacts } from '../../kinds/kinds';
import { KIND_ROWS } from '../../kinds/kind-rows';
import { STATIONS, weatherOn } from '../../stations/stations';
import type { Stage } from '../stage';
import { longRunMean, seasonPlace } from '../stages';
import { NO_WEATHER } from '../weather';
import { WINDOW_ACTS, type TreeYear, type Window, type WindowAct, treeYear } from './window';
import { standingTo, windowsFor, windowsOf } from './windows';

/** The stage that must have come before an act's window opens, of this season or the one before. */
const CAUSE: Partial<Record<WindowAct, { stage: Stage; of: 'season' | 'before' }>> = {
  'blossom-off': { stage: 'swell', of: 'season' },
  'fruit-off': { stage: 'bloom', of: 'season' },
  disbud: { stage: 'break', of: 'season' },
  peg: { stage: 'break', of: 'season' },
  spread: { stage: 'break', of: 'season' },
  pinch: { stage: 'break', of: 'season' },
  tip: { stage: 'break', of: 'season' },
  open: { stage: 'break', of: 'season' },
  'summer-cut': { stage: 'break', of: 'season' },
  budding: { stage: 'break', of: 'season' },
  release: { stage: 'shoots-stop', of: 'before' },
  'stake-off': { stage: 'leaf-fall', of: 'before' },
};
/** The stage it must be over by, but for some days. */
const ENDS: Partial<Record<WindowAct, Stage>> = {
  read: 'break',
  'bud-plan': 'break',
  notch: 'break',
  pinch: 'shoots-stop',
  tip: 'shoots-stop',
  'summer-cut': 'leaf-fall',
};
/** Nothing grows where a day is colder than this in the long run, deg C. */
const GROWS_FROM_C = 4;
const SEASONS = Array.from({ length: 12 }, (_, i) => 2015 + i);

const yearOf = (latitudeDeg: number, kind: string, more: Partial<TreeYear['site']> = {}): TreeYear =>
  treeYear(
    {
      place: seasonPlace({ latitudeDeg }, NO_WEATHER),
      site: { latitudeDeg, ...more },
      ...{ kind: kindFacts(kind), answers: {} },
    },
    2026,
  );

/** The first window of an act. */
function first(act: WindowAct, year: TreeYear): Window {
  const found = windowsFor(act, year);
  if ('not' in found) throw new Error(`no window: ${found.not.code}`);
  return found[0] as Window;
}

describe('through twelve years at six stations', () => {
  it.each(STATIONS.map((station) => [station.id, station] as const))(
    '%s: every act has its time, after its cause and in its half of the year, or says why not',
    (_, station) => {
      const from = dayNumber('2013-06-01');
      const days = Array.from({ length: dayNumber('2027-12-31') - from }, (_unused, i) =>
        weatherOn(station, from + i),
      );
      const place = seasonPlace(station, { days, forecast: [] });
      const troubles: string[] = [];
      for (const kind of KIND_ROWS)
        for (const season of SEASONS) {
          const tree = {
            place,
            kind,
            answers: {},
            site: { ...station, wetWinters: season % 2 === 0, hot: season % 3 === 0 },
          };
          const { windows, none } = windowsOf(tree, season);
          const year = treeYear(tree, season);
          const told = new Set([...windows, ...none].map(({ act }) => act));
          const say = (what: string): unknown => troubles.push(`${kind.id} ${season} ${what}`);
          for (const act of WINDOW_ACTS) if (!told.has(act)) say(`${act} is not told of`);
          for (const { not, act } of none)
            if (not.code === 'window.none') say(`${act} has no time and no cause`);
          for (const window of windows) {
            const { act, bestFrom, bestTo, to } = window;
            if (!(window.from <= bestFrom && bestFrom <= bestTo && bestTo <= to))
              say(`${act} has its days crossed`);
            const cause = CAUSE[act];
            const came = cause && year[cause.of].stages[cause.stage]?.on;
            if (came !== undefined && window.from < came)
              say(`${act} opens ${window.from}, before ${cause?.stage} on ${came}`);
            const end = ENDS[act] && year.season.stages[ENDS[act]]?.on;
            if (end !== undefined && to > isoOf(dayNumber(end) + 8))
              say(`${act} is open until ${to}, after ${ENDS[act]} on ${end}`);
            if (isGrowing(act) && longRunMean(place, dayNumber(bestFrom)) < GROWS_FROM_C)
              say(`${act} is best in the cold half: ${bestFrom}`);
          }
        }
      expect(troubles).toEqual([]);
    },
  );
});

const isGrowing = (act: WindowAct): boolean =>
  ['peg', 'spread', 'pinch', 'tip', 'open', 'budding'].includes(act);
describe('structural cuts', () => {
  it.each([
    // Kind, latitude, wet winters, the day, and where it stands to the window.
    ['apple', 48, false, '2026-03-28', 'best'],
    ['apple', 48, false, '2025-10-20', 'coming'],
    ['apple', 48, false, '2026-01-20', 'early'],
    ['apple', 48, false, '2026-05-20', 'over'],
    ['peach', 31, true, '2026-02-22', 'best'],
    ['apricot', 48, true, '2026-01-20', 'coming'],
    ['apricot', 48, true, '2026-05-20', 'best'],
    ['apricot', 36, false, '2026-02-01', 'best'],
    ['walnut', 48, false, '2026-02-20', 'coming'],
    ['walnut', 48, false, '2026-07-01', 'best'],
    ['citrus', 33, false, '2026-01-20', 'coming'],
    ['citrus', 33, false, '2026-05-05', 'best'],
    ['apple', -41, false, '2026-08-28', 'best'],
    ['apple', -41, false, '2026-03-28', 'coming'],
  ])('%s at %d degrees (wet winters: %s) on %s: %s', (kind, latitude, wetWinters, on, standing) => {
    expect(standingTo(first('prune', yearOf(latitude, kind, { wetWinters })), on)).toBe(standing);
  });

  it('go by the school: in mid-dormancy, or when buds swell', () => {
    const year = yearOf(48, 'apple');
    const mid = first('prune', { ...year, answers: { timing: 'mid-dormant' } });
    expect(standingTo(mid, '2026-02-10')).toBe('best');
    expect(standingTo(first('prune', year), '2026-02-10')).toBe('early');
  });

  it('have a second time at leaf fall on what bleeds', () => {
    const found = windowsFor('prune', yearOf(48, 'walnut'));
    expect('not' in found ? 0 : found.length).toBe(2);
  });
});

describe('acts of the season', () => {
  it('peg while shoots are 10 to 20 cm by the growth curve', () => {
    const year = yearOf(48, 'european-pear');
    const { from, to } = first('peg', year);
    // A strong kind makes 90 cm in the season.
    expect(90 * year.season.grown(dayNumber(from))).toBeGreaterThanOrEqual(10);
    expect(90 * year.season.grown(dayNumber(from) - 1)).toBeLessThan(10);
    expect(90 * year.season.grown(dayNumber(to))).toBeGreaterThanOrEqual(20);
  });

  it('pinch and tip no later than six weeks before shoots stop', () => {
    const year = yearOf(48, 'apple');
    const stops = dayNumber(year.season.stages['shoots-stop']?.on ?? '');
    expect(stops - dayNumber(first('pinch', year).to)).toBe(42);
    expect(stops - dayNumber(first('tip', year).to)).toBe(42);
  });

  it('notch in the last weeks before break, never on what gums; bud in August; shade only where it is hot', () => {
    const year = yearOf(36, 'apple');
    expect(first('notch', year).to).toBe(year.season.stages.break?.on);
    expect(windowsFor('notch', yearOf(36, 'peach'))).toMatchObject({ not: { code: 'window.notch.gums' } });
    expect(standingTo(first('budding', yearOf(36, 'pistachio')), '2026-08-10')).toBe('best');
    expect(windowsFor('shade', year)).toMatchObject({ not: { code: 'window.shade.not-hot' } });
    expect(first('shade', yearOf(36, 'apple', { hot: true })).bestFrom.slice(5, 7)).toBe('05');
  });
});
