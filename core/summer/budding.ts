import type { Degree } from '../kinds/kind-facts';
import { dayNumber, isoOf } from '../calendar/days';
import type { TreeYear, Window } from '../seasons/windows/window';
import { windowsFor } from '../seasons/windows/windows';
import { because, mm, type Reason } from '../words/message';

/** A stock to be budded: how it grew this summer, and how thick it is where the bud goes, mm. */
export interface Stock {
  vigour: Degree;
  thickMm?: number;
}

/** Thinnest stock that takes a bud, mm: about a pencil. Days that a weakly grown stock waits past the others. Working values. */
const TAKES_FROM_MM = 6;
const WEAK_WAITS_DAYS = 14;

/** The window for budding a stock: later for one that grew poorly, and none for one that is too thin. */
export function buddingOf(year: TreeYear, { vigour, thickMm }: Stock): Window | { not: Reason } {
  const found = windowsFor('budding', year);
  if ('not' in found) return found;
  const window = found[0] as Window;
  if (thickMm !== undefined && thickMm < TAKES_FROM_MM)
    return { not: because('window.budding.thin', { is: mm(thickMm), wants: mm(TAKES_FROM_MM) }) };
  if (vigour !== 'weak') return window;
  const later = (iso: string): string => isoOf(dayNumber(iso) + WEAK_WAITS_DAYS);
  const [from, bestFrom] = [later(window.from), later(window.bestFrom)];
  return { ...window, from, bestFrom, bestTo: bestFrom > window.bestTo ? bestFrom : window.bestTo };
}
