import type { Condition } from '../tree/stem-readings';
import type { FindingRule } from './finding';

const WORDS: Record<Exclude<Condition, 'sound'>, string> = {
  dead: 'It is recorded as dead: it goes, back to sound wood.',
  cankered:
    'It is recorded as cankered: it goes, back to sound wood, and the blade is cleaned after each cut.',
  blighted:
    'It is recorded as having fire blight: cut in dry weather 20 to 30 cm below what shows, clean the blade after each cut, and take the wood away. In places it must be reported.',
  broken: 'It is recorded as broken: torn wood does not mend.',
  rubbed: 'Its bark is recorded as rubbed through: a way in for disease.',
};

/** Wood the grower recorded as dead, diseased, broken or rubbed. */
export const unsoundWood: FindingRule = {
  id: 'unsound-wood',
  title: 'Dead, diseased or broken',
  look({ laid }) {
    return laid.tree.stems
      .filter(({ condition }) => condition !== 'sound')
      .map(({ id, condition }) => ({
        rule: 'unsound-wood',
        stemId: id,
        gravity: condition === 'rubbed' ? 'serious' : 'must-go',
        observed: condition,
      }));
  },
  explain: ({ observed }) => WORDS[observed as Exclude<Condition, 'sound'>],
};
