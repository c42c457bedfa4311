import { day, told, type GoneTree, type Message } from '../../../../core';

/** What is told of a tree that is no longer in the yard, and the entry to take back to put it back. */
export interface GoneWords {
  eventId: string;
  words: Message;
  /** What the grower wrote of it. */
  more: string;
}

export const goneWords = ({ record, eventId, on, why, words }: GoneTree): GoneWords => ({
  ...{ eventId, more: words },
  words: told('gone.since', { tree: record.name, day: day(on), why: told(`taken-out.${why}`) }),
});
