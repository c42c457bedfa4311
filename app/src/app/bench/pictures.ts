import {
  afterActs,
  layOut,
  oldWounds,
  withBent,
  woodSeason,
  woundsLeft,
  type Fixed,
  type Judgement,
  type PlannedAct,
  type ReadBook,
  type ShootVerdict,
  type Tree,
  type TreeState,
} from '../../../../core';
import { extentOf } from '../drawing/frame';
import type { TreePicture } from '../drawing/tree-picture';
import type { BenchState } from './bench-state';
import { triedBend, triedOn } from './tried';

/** What every picture of a tree has in common: the tree as it is drawn, its wounds, and no work. */
export const bare = (shown: TreeState, read: ReadBook, drawn: Tree): TreePicture => ({
  laid: layOut(drawn),
  room: extentOf(layOut(drawn)),
  season: woodSeason(shown.site, shown.today),
  day: shown.today,
  verdicts: {},
  acts: [],
  // An end that was cut back is drawn with its stem.
  wounds: oldWounds(read, shown.record.id).filter(({ isEnd }) => !isEnd),
});

/** A tree as it stood on a day gone by, in the room it needs today. */
export const pastPicture = (then: TreeState, now: TreeState, read: ReadBook): TreePicture => ({
  ...bare(then, read, then.tree),
  room: extentOf(layOut(now.tree)),
});

/** A tree as planned acts leave it that are done by a day to come, in the room it needs today; what grows until then is not drawn. */
export const aheadPicture = (
  now: TreeState,
  read: ReadBook,
  acts: readonly PlannedAct[],
  on: string,
): TreePicture => {
  const picture = bare({ ...now, today: on }, read, afterActs(now.tree, acts));
  return {
    ...picture,
    room: extentOf(layOut(now.tree)),
    wounds: [...picture.wounds, ...woundsLeft(now.tree, acts, on)],
  };
};

/** A tree in leaf with its soft shoots on it, and what is done with them. */
export const leafPicture = (
  shown: TreeState,
  read: ReadBook,
  leafed: Tree,
  soft: readonly ShootVerdict[],
): TreePicture => ({ ...bare(shown, read, leafed), soft });

/** A tree as it stands with its work shown on it, as the work leaves it, with other limbs, or with one bent. */
export function treePicture(
  shown: TreeState,
  read: ReadBook,
  answer: Judgement | undefined,
  {
    moment,
    tried,
    bending,
    fixed,
  }: Pick<BenchState, 'moment' | 'tried' | 'bending'> & { fixed: () => Fixed[] },
): TreePicture {
  const isAfter = moment === 'after' && answer !== undefined;
  if (answer && tried) return { ...bare(shown, read, shown.tree), ...triedOn(shown, tried, answer.verdicts) };
  const drawn = isAfter ? answer.plan.after : bending ? withBent(shown.tree, bending) : shown.tree;
  const picture = bare(shown, read, drawn);
  return {
    ...picture,
    ...(!isAfter && { fixed: fixed() }),
    room: extentOf(layOut(shown.tree)),
    wounds: isAfter
      ? [...picture.wounds, ...woundsLeft(shown.tree, answer.plan.acts, shown.today)]
      : picture.wounds,
    verdicts: answer?.verdicts ?? {},
    // A bend that is tried shows its limb alone, and no other work.
    acts: answer && !isAfter && !bending ? answer.plan.acts : [],
    ...(!isAfter && bending && { tried: triedBend(shown.tree, bending) }),
  };
}
