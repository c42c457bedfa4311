import type { Unread } from '../readings/parse';
import { told, type Message } from './message';

/** What is wrong with what was typed, and what would do. */
export const whyUnread = ({ why, dimension, typed }: Unread): Message =>
  told(`trouble.${why}.${dimension}`, { typed });
