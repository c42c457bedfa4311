import type { Scene } from '../findings/finding';
import type { Stem } from '../tree/stem';
import { because, day, tagOf, type Reason } from '../words/message';
import type { OtherwiseQuestion } from './otherwise';
import type { Standing } from './standings';

/** What is said of a stem, as far as what it was grown for bears on it. */
interface Said {
  decision: string;
  rule: string;
  reasons: readonly Reason[];
  forAWhile?: string;
  job?: string;
}

/** A verdict with what the stem was grown for, first: that is why it stays, or goes. */
export function asGrownFor<S extends Said>({ scene, state }: OtherwiseQuestion, stem: Stem, saying: S): S {
  const standing = scene.standings?.get(stem.id);
  const reason = standing && standingReason(state.tree, standing);
  if (!standing || !reason || (state.rulings[stem.id] ?? 'undecided') !== 'undecided') return saying;
  const goes = saying.decision === 'out';
  if (standing.is === 'over') return goes ? { ...saying, reasons: [reason], rule: 'spare-over' } : saying;
  if (goes) return saying;
  // It has its place for good, or until its summer is over: no other date.
  const lasting: S = { ...saying };
  delete lasting.forAWhile;
  if (standing.is === 'waits') return { ...lasting, job: 'leaf', reasons: [reason] };
  return { ...lasting, reasons: [reason, ...saying.reasons] };
}

/** What is said of a stem for what it was grown for; nothing of one that failed, whose own faults are told. */
function standingReason(tree: Scene['laid']['tree'], standing: Standing): Reason | undefined {
  const { part } = standing;
  const on = day(part.on);
  switch (standing.is) {
    case 'chosen':
      return because(standing.leads ? 'part.leads' : `part.chosen.${part.from}`, { on });
    case 'takes-over':
      return standing.failed === undefined
        ? because('part.takes-over', { on })
        : because('part.takes-over.of', { on, chosen: tagOf(tree, standing.failed) });
    case 'over':
      return because('part.over', { chosen: tagOf(tree, standing.chosen) });
    case 'waits':
      return standing.tag === undefined
        ? because('part.waits')
        : because('part.waits.unread', { chosen: { tag: standing.tag } });
    case 'failed':
      return undefined;
  }
}
