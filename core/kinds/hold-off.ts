import type { KindFacts } from './kind-facts';
import { isInLeaf, type OnEarth } from '../calendar/seasons';
import { onKind } from '../words/ground';
import { because, day, type Reason } from '../words/message';

/** Why structural cuts wait, and the day from which they may be made. */
export interface HoldOff {
  why: 'wet-winter' | 'bleeds' | 'evergreen';
  /** ISO date; the stage that ends it may come some weeks sooner or later. */
  until: string;
}

/** Months (1 to 12, north) after which each ends, and its first day then: bloom over, leaf full, fruit set. Working values, until seasons are computed. */
const ENDS: Record<HoldOff['why'], readonly [month: number, day: number]> = {
  'wet-winter': [5, 10],
  bleeds: [6, 15],
  evergreen: [5, 1],
};
/** Months (north) in which a walnut bleeds: from mid-winter until its leaves are out; at leaf fall it does not. Common extension guidance. */
const BLEEDS: readonly number[] = [1, 2, 3, 4, 5];
/** Months (north) in which frost may still come to an evergreen, and its fruit has not set. Common extension guidance. */
const COLD: readonly number[] = [11, 12, 1, 2, 3, 4];

/**
 * Whether structural cuts are held off on a day: stone fruit and others at risk where winters are wet wait for dry weather
 * after bloom; what bleeds waits for full leaf; an evergreen until frost is over and fruit has set. Undefined where
 * nothing is held off.
 */
export function holdOffOn(
  kind: Pick<KindFacts, 'wetWinterRisk' | 'bleeds' | 'evergreen'>,
  site: OnEarth & { wetWinters?: boolean },
  isoDate: string,
): HoldOff | undefined {
  const month = northMonth(site, isoDate);
  if (kind.evergreen.value && COLD.includes(month)) return held('evergreen', site, isoDate);
  if (kind.bleeds.value && BLEEDS.includes(month)) return held('bleeds', site, isoDate);
  const isResting = !isInLeaf(site, isoDate);
  if (kind.wetWinterRisk.value && site.wetWinters === true && isResting)
    return held('wet-winter', site, isoDate);
  return undefined;
}

/** Whether a kind is worked while it rests, as most are: it neither bleeds, nor keeps its leaf, nor takes harm from wet winters here. */
export const isWorkedDormant = (
  kind: Pick<KindFacts, 'wetWinterRisk' | 'bleeds' | 'evergreen'>,
  site: { wetWinters?: boolean },
): boolean =>
  !kind.bleeds.value && !kind.evergreen.value && !(kind.wetWinterRisk.value && site.wetWinters === true);

/** Months (north) in which leaves turn and fall: wounds stay open till spring (common extension guidance). */
const AUTUMN: readonly number[] = [9, 10];

/** Whether what can wait had better wait for dormancy: in autumn, for what neither bleeds later nor is evergreen. */
export const isAutumn = (
  kind: Pick<KindFacts, 'bleeds' | 'evergreen'>,
  site: OnEarth,
  isoDate: string,
): boolean => !kind.bleeds.value && !kind.evergreen.value && AUTUMN.includes(northMonth(site, isoDate));

/** The month as it would be north of the equator. */
const northMonth = ({ latitudeDeg }: OnEarth, isoDate: string): number => {
  const month = Number(isoDate.slice(5, 7));
  return latitudeDeg < 0 ? ((month + 5) % 12) + 1 : month;
};

function held(why: HoldOff['why'], site: OnEarth, isoDate: string): HoldOff {
  const [north, day] = ENDS[why];
  const month = site.latitudeDeg < 0 ? ((north + 5) % 12) + 1 : north;
  const year = Number(isoDate.slice(0, 4));
  const end = (y: number): string => `${y}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  return { why, until: end(year) > isoDate ? end(year) : end(year + 1) };
}

/** The fact of the kind that each rests on. */
const FACT = { 'wet-winter': 'wetWinterRisk', bleeds: 'bleeds', evergreen: 'evergreen' } as const;

/** Why nothing but dead wood and root shoots goes today, and from when the rest may. */
export const holdOffTold = ({ why, until }: HoldOff): Reason =>
  because(`hold-off.${why}`, { until: day(until) }, onKind(FACT[why]));
