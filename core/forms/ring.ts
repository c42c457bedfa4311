import type { Message } from '../words/message';
import type { Place } from '../choosing/candidacy';
import type { Limits } from '../rules/limits';
import { GAP_GRADES, OFF_WISH } from './grades';

/** A ring of scaffolds, as many as the form stands on, spread by its bearings. */
export function scaffoldCircle(name: string, called: Message, limits: Limits): Place['circle'] {
  return {
    ...{ name, called },
    fewest: limits('scaffold.fewest').value,
    wish: limits('scaffold.wish').value,
    most: limits('scaffold.most').value,
    offWish: OFF_WISH,
    empty: 40,
    gap: GAP_GRADES,
  };
}
