import { ENGLISH } from '../words/catalogue/english';
import { tellerIn } from '../words/teller';

/** Messages as a grower who reads metric English is told them. */
export const tell = tellerIn(ENGLISH, 'metric');
