import type { Message } from '../words/message';
import type { StemId } from './stem-readings';

/** What a shoot was grown for: a limb that was chosen, one that insures it, or the shoot that is to lead. */
export const PART_ROLES = ['chosen', 'spare', 'leader'] as const;
export type PartRole = (typeof PART_ROLES)[number];

/** What is known of a stem from the time it was a bud or a soft shoot: it is never forgotten. */
export interface Part {
  role: PartRole;
  /** Who said so: the grower of a shoot in leaf, or the bud plan that was ticked. */
  from: 'own-word' | 'tick';
  /** ISO date on which it was said first. */
  on: string;
  /** The form it was grown for, by its id. */
  form: string;
  /** Of a spare: what became of the shoot it stands by. */
  spareFor?: SpareFor;
  place?: Message;
  isNotched?: boolean;
  isPegged?: boolean;
}

/** The chosen shoot that a spare stands by: the stem it is now, or why it is none; one that is lost has a name of its own. */
export type SpareFor =
  | { is: 'stem'; stemId: StemId }
  | { is: 'lost'; name: string; role: PartRole }
  | { is: 'unread'; tag?: string };
