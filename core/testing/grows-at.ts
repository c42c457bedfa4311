import type { Growing } from '../calendar/growing';
import { kindFacts } from '../kinds/kinds';
import { growingOf, seasonsOf } from '../seasons/known';

/** The growing seasons of a kind in normal years at a latitude, deg. */
export function growsAt(latitudeDeg: number, kind = 'apple'): Growing {
  const site = { latitudeDeg };
  return growingOf(seasonsOf(kindFacts(kind), site), site);
}
