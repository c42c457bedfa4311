import type { AnyObjectSchema } from 'yup';
import type { Message } from '../words/message';
import type { Envelope } from './envelope';
import type { TreeDraft, YardDraft } from './tree-draft';

/** All that is known of a kind of event: one file for each. */
export interface EventWays<B> {
  /** Whether what it says holds for the days before it too: a mistake set right, not something that happened. */
  isTimeless?: true;
  /** Whether it tells of what stems were grown for, though it changes no reading. */
  tellsOfStems?: true;
  /** What it carries besides its envelope; its type is read from it. */
  schema: AnyObjectSchema;
  /** What it does to the tree it is about. */
  reduce?(tree: TreeDraft, event: Envelope & B): void;
  /** What it does to its yard. */
  reduceYard?(yard: YardDraft, event: Envelope & B): void;
  /** What it is called on a tree's strip of seasons; undefined where it is not shown there. */
  told?(event: B): Message | undefined;
}
