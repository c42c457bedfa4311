import { told, type Message } from '../words/message';

export const FORM_IDS = [
  'open-vase',
  'central-leader',
  'spiral-leader',
  'modified-leader',
  'bent-down-axis',
  'horizontal-espalier',
  'fan',
  'slim-column',
  'multi-stem-bush',
] as const;

export type FormId = (typeof FORM_IDS)[number];

/** What a form is called. */
export const formCalled = (id: FormId): Message => told(`form.${id}`);
