import { cm, told } from '../words/message';
import type { Condition } from '../tree/stem-readings';
import type { FindingRule } from './finding';

/** Fire blight is cut this far below what shows, cm (common extension guidance). */
const BELOW_BLIGHT_CM = { least: 20, most: 30 } as const;

/** Whether wood lives that is recorded as unsound: hurt along its length, or dead only beyond where it was read to live. */
const livesOn = (condition: Condition, isReadTo: boolean): boolean =>
  condition === 'rubbed' ||
  condition === 'damaged' ||
  condition === 'dieback' ||
  (condition === 'broken' && isReadTo);

/** Wood the grower recorded as dead, diseased, broken or rubbed. */
export const unsoundWood: FindingRule = {
  id: 'unsound-wood',
  look({ laid }) {
    return laid.tree.stems
      .filter(({ condition }) => condition !== 'sound')
      .map(({ id, condition, soundTo }) => ({
        rule: 'unsound-wood',
        stemId: id,
        gravity: livesOn(condition, soundTo !== undefined) ? 'serious' : 'must-go',
        observed: condition,
      }));
  },
  explain({ observed }) {
    if (observed === 'blighted') {
      const { least, most } = BELOW_BLIGHT_CM;
      return told('finding.unsound-wood.blighted', { least, most: cm(most) });
    }
    return told(`finding.unsound-wood.${observed as Exclude<Condition, 'sound' | 'blighted'>}`);
  },
};
