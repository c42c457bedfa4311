import { boolean } from 'yup';
import { id, listOf, maybe, oneOf, shape, text, type Typed } from '../../fields/fields';
import { WINDOW_ACTS } from '../../seasons/windows/window';
import { MOST_STEMS } from '../../tree/stem-readings';
import { told } from '../../words/message';
import type { EventWays } from '../event';
import { UNDONE_WHY } from './left-undone';

/** Work of the season: what has its window, and uprights that rise from a limb laid flat. */
export const SEASON_WORK = [...WINDOW_ACTS, 'uprights'] as const;

const schema = shape({
  kind: oneOf(['season-work']),
  treeId: id(),
  /** What has its time in the year, on the whole tree or on some of its stems. */
  act: oneOf(SEASON_WORK),
  stemIds: maybe(listOf(id(), MOST_STEMS)),
  isDone: boolean().strict().required(),
  /** Why it was not done, and in the grower's words. */
  why: oneOf(UNDONE_WHY).optional(),
  text: text(400).optional(),
  /** Who did it, where that is not the one who writes. */
  by: text(80).optional(),
});

/** Work that has its time in the year, done or left: shoots rubbed off, blossom taken, tips pinched. It changes no reading. */
export type SeasonWork = Typed<typeof schema>;

export const seasonWork: EventWays<SeasonWork> = {
  schema,
  tellsOfStems: true,
  told: ({ act, isDone }) =>
    told(isDone ? 'book.season-work' : 'book.season-work.not', {
      what: told(act === 'uprights' ? 'due-thing.uprights' : `window-act.${act}`),
    }),
};
