import { accountOf } from '../acts/account';
import type { Act } from '../acts/acts';
import type { HeadingPurpose } from '../acts/shorten';
import { isWorkedDormant } from '../seasons/hold-off';
import { onFigure } from '../words/ground';
import { because, list, tagOf, type Reason } from '../words/message';
import type { StemId } from '../tree/stem-readings';
import type { PlanQuestion } from './question';

/** Cuts that lose nothing by being made in winter. */
const WINTER_WORK: readonly HeadingPurpose[] = [
  ...(['under-leader', 'equalise', 'side-shoot', 'leader-tip'] as const),
  // What is spared for its leaf keeps it, where that is much.
  'calm-temporary',
];

/** The acts of a visit in leaf, and the limbs whose cuts wait for winter so that no more leaf goes than is usual. */
export interface WithinLeaf {
  acts: readonly Act[];
  waiting: readonly StemId[];
}

/**
 * Leaves cuts that make tips alike to the winter, in kinds that are worked then; and others that can wait while the acts take more
 * of the leaf than is usual, those that take the most first.
 */
export function withinLeafCap(question: PlanQuestion, acts: readonly Act[]): WithinLeaf {
  const { scene, caps } = question;
  const { tree } = scene.laid;
  if (!scene.when.inLeaf) return { acts, waiting: [] };
  const isForWinter = (act: Act): boolean =>
    isWorkedDormant(scene.kind, scene.site) && act.kind === 'shorten' && act.purpose === 'equalise';
  let left = acts.filter((act) => !isForWinter(act));
  const waiting: StemId[] = acts.flatMap((act) => ('stemId' in act && isForWinter(act) ? [act.stemId] : []));
  while (accountOf(tree, left).shoots > caps.shoots) {
    const [most] = left
      .filter(
        (act) => act.kind === 'shorten' && act.purpose !== undefined && WINTER_WORK.includes(act.purpose),
      )
      .map((act) => ({ act, takes: accountOf(tree, [act]).shoots }))
      .filter(({ takes }) => takes > 0)
      .sort((a, b) => b.takes - a.takes);
    if (!most) break;
    left = left.filter((act) => act !== most.act);
    if (most.act.kind === 'shorten') waiting.push(most.act.stemId);
  }
  return { acts: left, waiting };
}

/** Which limbs are left whole until winter, and why. */
export const waitingTold = ({ scene }: PlanQuestion, waiting: readonly StemId[]): Reason[] =>
  waiting.length === 0
    ? []
    : [
        because(
          'note.waits-for-winter',
          { limbs: list(waiting.map((id) => tagOf(scene.laid.tree, id))) },
          onFigure('shoots.leafRatio'),
        ),
      ];
