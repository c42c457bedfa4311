import { ValidationError, type AnyObjectSchema } from 'yup';
import { asRefusal, told, type Message } from '../words/message';
import { eventSchema, type BookEvent } from './events';

/**
 * Why an event may not be written; undefined for a good one. What is written is held to the very shape that is
 * read, so that no book can be exported that could not be taken in again.
 */
export function eventTroubles(event: BookEvent): Message | undefined {
  try {
    (eventSchema as unknown as AnyObjectSchema).validateSync(event, { strict: true });
    return undefined;
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return told('refused.field', { field: error.path || '', why: asRefusal(error.message) });
  }
}
