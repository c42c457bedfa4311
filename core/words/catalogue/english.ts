import type { Catalogue } from '../teller';
import messages from './en.json' with { type: 'json' };

/** The catalogue the program is written in. */
export const ENGLISH: Catalogue = { locale: 'en-GB', messages };
