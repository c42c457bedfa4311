import type { Provider } from '@angular/core';
import { DueStore } from '../due/due-store';
import { JudgingStore } from '../judging/judging-store';
import { LookOn } from '../judging/look-on';
import { Ponder } from '../judging/ponder';
import { Prices } from '../judging/prices';
import { Words } from '../words/words';
import { BookStore } from './book-store';

/**
 * A book and all that follows it: the judging of its trees, the questions about them, and words in its units. Provided for the
 * whole program, and again under a route that opens another book beside it.
 */
export const provideBook = (): Provider[] => [
  BookStore,
  JudgingStore,
  DueStore,
  Ponder,
  LookOn,
  Prices,
  Words,
];
