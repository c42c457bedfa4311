import { budWorkFields } from '../../buds/bud-work';
import { id, oneOf, shape, text, type Typed } from '../../fields/fields';
import { told, type Message } from '../../words/message';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['bud-work']), treeId: id(), ...budWorkFields, by: text(80).optional() });

/**
 * Work on a whip's buds as it was done. It carries the plan of its day, so that what was chosen is known of the shoots that
 * come, and what is not done yet is not planned otherwise meanwhile.
 */
export type BudWork = Typed<typeof schema>;

export const budWork: EventWays<BudWork> = {
  schema,
  reduce({ budWork }, { happenedOn, form, buds, headAtCm, done, isRubbedOff, headedAtCm }) {
    budWork.push({
      ...{ on: happenedOn, form, buds, done },
      ...(headAtCm !== undefined && { headAtCm }),
      ...(isRubbedOff && { isRubbedOff }),
      ...(headedAtCm !== undefined && { headedAtCm }),
    });
  },
  told: whatWasDone,
};

function whatWasDone({ done, isRubbedOff, headedAtCm }: BudWork): Message | undefined {
  if (done.length > 0) return told('book.bud-work', { buds: done.length });
  if (headedAtCm !== undefined) return told('book.bud-work.headed');
  return isRubbedOff ? told('book.bud-work.rubbed-off') : undefined;
}
