import type { Act } from '../acts/acts';
import { bearingDifference } from '../geometry/vector';
import type { BudsDone } from '../buds/bud-work';
import type { TreeState } from '../history/tree-at';
import type { WantedLimb } from '../history/parts';
import { tagOf, because, cm, day, list, type Reason } from '../words/message';
import { compassCalled } from '../words/compass';

/** What is asked of a tree this near to what was asked before is the same: cm along its stem, and deg on the trunk. Working values. */
const SAME_CM = 30;
const SAME_DEG = 40;
const SAME_ON_LIMB_CM = 20;

/** Whether a limb was asked for already and nobody has read yet what came of it. */
export const isAwaitedHere = (
  wanted: readonly WantedLimb[] | undefined,
  act: Act,
  trunkId: string | undefined,
): boolean =>
  (wanted ?? [])
    .filter(({ came }) => came === undefined)
    .some(({ onStem, atCm, bearingDeg }) => {
      if (act.kind === 'notch') return onStem === act.stemId && Math.abs(atCm - act.atCm) < SAME_ON_LIMB_CM;
      return (
        act.kind === 'make-limb' &&
        onStem === trunkId &&
        Math.abs(atCm - act.heightCm) < SAME_CM &&
        bearingDifference(bearingDeg, act.bearingDeg) < SAME_DEG
      );
    });

type CameOf = Pick<TreeState, 'tree' | 'wanted' | 'budsBefore'>;

/** What came of the limbs that were asked for, and of the buds of last spring; what is still awaited. */
export const cameNotes = ({ tree, wanted = [], budsBefore }: CameOf): Reason[] => [
  ...budsCame(tree, budsBefore),
  ...wanted.map((one) => wantedNote(tree, one)),
];

function wantedNote(tree: TreeState['tree'], { onStem, atCm, bearingDeg, on, came }: WantedLimb): Reason {
  const carrier = tree.stems.find(({ id }) => id === onStem);
  const where = { at: cm(atCm), toward: compassCalled(bearingDeg), on: day(on) };
  const args = { ...where, limb: { tag: carrier?.tag ?? onStem } };
  const isOnLimb = carrier?.parent.kind === 'stem';
  if (came === undefined) return because(isOnLimb ? 'note.wanted.on-limb' : 'note.wanted', args);
  if (came === 'none') return because(isOnLimb ? 'note.wanted.none.on-limb' : 'note.wanted.none', args);
  return because('note.wanted.came', { ...args, came: tagOf(tree, came) });
}

/** Of the buds that were left last spring: the limbs that came, and the places nothing came at. */
function budsCame(tree: TreeState['tree'], before: BudsDone | undefined): Reason[] {
  const asked = before?.buds.filter(({ bud, role }) => role !== 'spare' && before.done.includes(bud)) ?? [];
  const grown = tree.stems.filter(({ part }) => part && part.role !== 'spare' && part.on === before?.on);
  if (!before || asked.length === 0 || tree.stems.length < 2) return [];
  const args = { of: asked.length, on: day(before.on), n: grown.length };
  if (grown.length === 0) return [because('note.buds.none', args)];
  return [because('note.buds.came', { ...args, limbs: list(grown.map(({ id }) => tagOf(tree, id))) })];
}
