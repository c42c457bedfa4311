import { daysAfter, isoOf } from '../calendar/days';
import type { OnEarth } from '../calendar/seasons';
import type { KindFacts } from '../kinds/kind-facts';
import type { Seasons } from './known';
import { midsummerIn, midwinterIn } from './stages';
import { onKind } from '../words/ground';
import { because, day, type Reason } from '../words/message';

/** Why structural cuts wait, and the day from which they may be made. */
export interface HoldOff {
  why: 'wet-winter' | 'bleeds' | 'evergreen';
  /** ISO date; the stage that ends it may come some weeks sooner or later. */
  until: string;
}

/** Days round the stages that hold it off: the leaf is full after break; sap begins to rise before midwinter. Working values. */
const FULL_LEAF = 30;
const SAP_RISES = -18;
/** Days before midsummer by which frost is over wherever an evergreen stands outdoors. Working value. */
const FROST_OVER = -42;

/**
 * Whether structural cuts are held off on a day: stone fruit and others at risk where winters are wet wait while they rest, until the
 * first colour shows; what bleeds waits from midwinter for full leaf; an evergreen from the end of growth until its fruit has set,
 * or frost is over at the latest.
 * Undefined where nothing is held off.
 */
export function holdOffOn(
  kind: Pick<KindFacts, 'wetWinterRisk' | 'bleeds' | 'evergreen'>,
  site: OnEarth & { wetWinters?: boolean },
  seasons: Seasons,
  isoDate: string,
): HoldOff | undefined {
  const why = whyHeld(kind, site);
  if (!why) return undefined;
  const year = Number(isoDate.slice(0, 4));
  for (const season of [year - 1, year, year + 1]) {
    const { from, until } = heldIn(why, site, seasons, season);
    if (from !== undefined && until !== undefined && from <= isoDate && isoDate < until)
      return { why, until };
  }
  return undefined;
}

function whyHeld(
  kind: Pick<KindFacts, 'wetWinterRisk' | 'bleeds' | 'evergreen'>,
  site: { wetWinters?: boolean },
): HoldOff['why'] | undefined {
  if (kind.evergreen.value) return 'evergreen';
  if (kind.bleeds.value) return 'bleeds';
  return kind.wetWinterRisk.value && site.wetWinters === true ? 'wet-winter' : undefined;
}

/** The days it is held off before and in a season's growth. */
function heldIn(
  why: HoldOff['why'],
  site: OnEarth,
  seasons: Seasons,
  season: number,
): { from: string | undefined; until: string | undefined } {
  const [before, now] = [seasons(season - 1).stages, seasons(season).stages];
  switch (why) {
    case 'evergreen':
      return {
        from: before['shoots-stop']?.on,
        until: earlier(now['fruit-set']?.on, isoOf(midsummerIn(site, season) + FROST_OVER)),
      };
    case 'bleeds':
      return {
        from: isoOf(midwinterIn(site, season) + SAP_RISES),
        until: now.break && daysAfter(now.break.on, FULL_LEAF),
      };
    case 'wet-winter':
      return { from: before['leaf-fall']?.on, until: (now.pink ?? now.break)?.on };
  }
}

const earlier = (a: string | undefined, b: string): string => (a !== undefined && a < b ? a : b);

/** Whether a kind is worked while it rests, as most are: it neither bleeds, nor keeps its leaf, nor takes harm from wet winters here. */
export const isWorkedDormant = (
  kind: Pick<KindFacts, 'wetWinterRisk' | 'bleeds' | 'evergreen'>,
  site: { wetWinters?: boolean },
): boolean => whyHeld(kind, site) === undefined;

/** Days round leaf fall in which leaves turn and fall, and wounds stay open till spring. Common extension guidance. */
const AUTUMN = { from: -45, to: 7 };

/** Whether what can wait had better wait for dormancy: in autumn, for what neither bleeds later nor is evergreen. */
export function isAutumn(
  kind: Pick<KindFacts, 'bleeds' | 'evergreen'>,
  seasons: Seasons,
  isoDate: string,
): boolean {
  if (kind.bleeds.value || kind.evergreen.value) return false;
  const year = Number(isoDate.slice(0, 4));
  return [year - 1, year].some((season) => {
    const falls = seasons(season).stages['leaf-fall'];
    return (
      falls !== undefined &&
      daysAfter(falls.on, AUTUMN.from) <= isoDate &&
      isoDate <= daysAfter(falls.on, AUTUMN.to)
    );
  });
}

/** The fact of the kind that each rests on. */
const FACT = { 'wet-winter': 'wetWinterRisk', bleeds: 'bleeds', evergreen: 'evergreen' } as const;

/** Why nothing but dead wood and root shoots goes today, and from when the rest may. */
export const holdOffTold = ({ why, until }: HoldOff): Reason =>
  because(`hold-off.${why}`, { until: day(until) }, onKind(FACT[why]));
