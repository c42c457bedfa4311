import { daysAfter } from '../calendar/days';
import { afterGrowing, growingWeeks, type Growing } from '../calendar/growing';

/**
 * Share of a bend that has set after so many growing weeks held, 0 to under 1: wood laid down while it is held keeps it, ever more slowly.
 * @param weeks growing weeks in which it sets but for 1 / e (see `WoodBears`), over 0
 */
export const setShare = (heldWeeks: number, weeks: number): number => 1 - Math.exp(-heldWeeks / weeks);

/** Share of a bend that is set before it is let go, or brought further. Working values. */
const SET_TO_GO = 0.85;
const SET_FOR_NEXT = 0.5;

/** Growing weeks a bend is held before the next stage, and before it is let go. */
export const weeksToNext = (weeks: number): number => -weeks * Math.log(1 - SET_FOR_NEXT);
const weeksToGo = (weeks: number): number => -weeks * Math.log(1 - SET_TO_GO);

/** Less growth than this before growth stops is not worth letting go in that season: the tie stays through the next. Weeks. */
const STAYS_ON = 4;

/**
 * The day a tie comes off: when the bend is set for the most part, told at the end of a season's growth, not in the middle of one where it would only
 * be put back; and the share that has set by then.
 */
export function letGo(grows: Growing, from: string, weeks: number): { on: string; set: number } {
  const enough = afterGrowing(grows, from, weeksToGo(weeks));
  for (let season = Number(from.slice(0, 4)) - 1; ; season++) {
    const { from: opens, to } = grows(season);
    const has = growingWeeks(grows, from, to);
    if (to <= from || has < STAYS_ON) continue;
    // Soft wood sets within weeks: its peg comes off in growth.
    if (enough >= opens && enough <= to && weeks <= STAYS_ON) return { on: enough, set: SET_TO_GO };
    if (enough <= to || growingWeeks(grows, from, to) >= 2 * STAYS_ON)
      return { on: to, set: setShare(has, weeks) };
  }
}

/** Ties are looked at once a month in growth. Common extension guidance. */
const LOOK_DAYS = 30;

/** The day a tie is looked at first: a month into growth. */
export function lookOn(grows: Growing, from: string): string {
  const begins = afterGrowing(grows, from, 0.01);
  return daysAfter(begins, LOOK_DAYS);
}

/** Width a loop has for wood of a thickness beside it, mm: it lies loose. Working value. */
const SLACK_MM = 4;

/** Inner width of a loop, mm, that leaves wood of a thickness room for what it gains until it comes off. */
export const loopMm = (diameterMm: number, gainMm: number): number =>
  Math.ceil(diameterMm + gainMm + SLACK_MM);

/** The day a loop gets tight, as wood gains so many mm in a season's growth; undefined where it never does within three seasons. */
export function tightOn(
  grows: Growing,
  from: string,
  { insideMm, diameterMm, gainMm }: { insideMm: number; diameterMm: number; gainMm: number },
): string | undefined {
  const room = insideMm - diameterMm;
  if (room <= 0) return from;
  const { from: opens, to } = grows(Number(from.slice(0, 4)));
  const season = growingWeeks(grows, opens, to);
  if (gainMm <= 0 || room > 3 * gainMm) return undefined;
  return afterGrowing(grows, from, (room / gainMm) * season);
}
