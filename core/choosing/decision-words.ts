import { told, type Message } from '../words/message';
import type { Verdict } from './verdicts';

/** What becomes of a stem, in a word or two, as it stands on its tag and in the table. */
export function decisionCalled({ decision, word, job }: Pick<Verdict, 'decision' | 'word' | 'job'>): Message {
  if (decision === 'leave' && job) return told(`decision.leave.${job}`);
  return decision === 'scaffold' && word !== undefined && word !== 'scaffold'
    ? told('decision.scaffold.as', { limb: told(`limb.${word}`) })
    : told(`decision.${decision}`);
}

/** The same in one word, for a narrow column. */
export const decisionShort = ({ decision }: Pick<Verdict, 'decision'>): Message =>
  told(`decision.short.${decision}`);
