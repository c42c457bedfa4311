import type { TreeScene } from '../acts/scene';
import type { Act } from '../acts/acts';
import { formOf } from '../forms';
import type { PlainEvent } from '../history/events';
import { isRead } from '../history/events/visit';
import type { Window, WindowAct } from '../seasons/windows/window';
import { isRunUp } from '../summer/run-up';
import type { Due, DueTree } from './due';

/** A tree and the window that may concern it. */
export interface Asked extends DueTree {
  scene: TreeScene;
  window: Window;
}

/** Seasons in which a young tree still asks for an act, 1 the first. Working values. */
const DISBUDS_TO = 3;
const PEGS_TO = 3;
const SPREADS_TO = 4;
const NO_CROP_TO = 2;
const OPENS_FROM = 2;
const TIPS_IN = 2;

const CUTS: readonly Act['kind'][] = ['take-out', 'shorten'];
const BENDS: readonly Act['kind'][] = ['bend', 'spread', 'swing'];

/** The season a window's tree grows in, 1 the first; in dormancy the coming one. */
const seasonOf = ({ scene, window }: Asked): number =>
  scene.when.seasonsGrown + (window.season - growing(scene));
const growing = ({ when }: TreeScene): number => when.season;

/** Acts of a plan that have their time in a window. */
const STANDS_FOR = {
  prune: ({ kind }: Act): boolean => CUTS.includes(kind),
  notch: (act: Act): boolean => act.kind === 'notch' || (act.kind === 'make-limb' && act.how === 'notch'),
  spread: ({ kind }: Act): boolean => BENDS.includes(kind),
};

/** The window that a planned act has its time in; undefined for one that is done whenever one stands at the tree. */
export const windowOfAct = (act: Act): WindowAct | undefined =>
  (['prune', 'notch', 'spread'] as const).find((window) => STANDS_FOR[window](act));

/** Acts of a plan that are done by a day, ISO, where each is done on its best day; one without a time of its own is done at once. */
export const plannedBy = <A extends Act>(acts: readonly A[], due: readonly Due[], day: string): A[] =>
  acts.filter((act) => {
    const its = due.find(({ what, acts: n }) => n > 0 && what === windowOfAct(act));
    return its === undefined || its.on <= day;
  });

const planned = ({ acts = [] }: Asked, window: keyof typeof STANDS_FOR): number =>
  acts.filter(STANDS_FOR[window]).length;

/** How many acts of the plan a window stands for; 0 for work the plan does not tell of; undefined where the tree does not ask for it. */
type Gate = (asked: Asked) => number | undefined;
const asks = (is: boolean): number | undefined => (is ? 0 : undefined);

/** Which trees ask for which act. What is fixed is followed by its own days (`recurs.ts`); shade is told, not done. */
const GATES: Readonly<Record<WindowAct, Gate>> = {
  read(asked) {
    // Read since shoots stopped, it is read for the winter.
    const { scene, window } = asked;
    const stopped = scene.when.seasons(window.season - 1).stages['shoots-stop']?.on ?? window.from;
    const readOn = lastRead(asked);
    return asks(readOn === undefined || readOn < stopped);
  },
  prune(asked) {
    const { acts, events, window, isWhip } = asked;
    if (isWhip) return undefined;
    if (acts) return planned(asked, 'prune') || undefined;
    return asks(!events.some((event) => isCut(event) && event.happenedOn >= window.from));
  },
  'bud-plan': ({ isWhip = false, budSteps = 1 }) => asks(isWhip && budSteps > 0),
  notch: (asked) => planned(asked, 'notch') || undefined,
  graft: ({ state }) => asks(state.tree.stems.some(({ runUp }) => runUp)),
  'blossom-off': (asked) => asks(seasonOf(asked) <= NO_CROP_TO),
  'fruit-off': (asked) => asks(seasonOf(asked) <= NO_CROP_TO),
  disbud: (asked) => asks(seasonOf(asked) <= DISBUDS_TO),
  peg: (asked) => asks(seasonOf(asked) <= PEGS_TO),
  spread: (asked) => {
    if (asked.acts) return planned(asked, 'spread') || undefined;
    return asks(seasonOf(asked) <= SPREADS_TO && asked.scene.kind.habit.value === 'upright');
  },
  pinch: (asked) => asks(seasonOf(asked) <= 1 && !isRunUp(asked.scene.kind) && asked.scene.kind.ownRooted),
  tip: (asked) => asks(seasonOf(asked) === TIPS_IN),
  open: (asked) => asks(seasonOf(asked) >= OPENS_FROM && !asked.scene.kind.evergreen.value && !isFlat(asked)),
  'summer-cut': (asked) => asks(seasonOf(asked) >= OPENS_FROM && isFlat(asked)),
  budding: ({ state }) => asks(state.tree.stems.some(({ runUp }) => runUp)),
  shade: () => undefined,
  'stake-off': () => undefined,
  release: () => undefined,
};

const isFlat = ({ state }: Asked): boolean => formOf(state.form)?.needsWall ?? false;

/** The day a tree was read last: a tie that was looked at is no reading. */
function lastRead({ state, events }: Asked): string | undefined {
  const visits = events.flatMap((event) => (event.kind === 'visit' ? [event] : []));
  return visits.length === 0 ? state.visitedOn : visits.findLast(isRead)?.happenedOn;
}

/** How many acts a window stands for on a tree; undefined where the tree does not ask for it, or it was done, or left for good. */
export function askedFor(asked: Asked): number | undefined {
  const { act, from } = asked.window;
  const isTicked = asked.events.some(
    (event) =>
      event.kind === 'season-work' && event.act === act && event.happenedOn >= from && isSettled(event),
  );
  return isTicked ? undefined : GATES[act](asked);
}

/** What was done is done; what was left because of weather, or until later, is asked about again. */
const isSettled = (event: PlainEvent & { kind: 'season-work' }): boolean =>
  event.isDone || event.why === 'not-there' || event.why === 'other' || event.why === 'unsure';

const isCut = (event: PlainEvent): boolean =>
  event.kind === 'acts-done' && event.acts.some(({ kind }) => CUTS.includes(kind));
