import type { Say } from '../words/say';
import type { Fault } from './faults';
import { because, type Reason } from '../words/reason';

/** Why a form has no place for a limb, in one sentence with its number. Undefined for what findings tell already. */
export function placeWords(fault: Fault, place: string, say: Say): Reason | undefined {
  const measured = fault.measured ?? 0;
  switch (fault.what) {
    case 'outside-band':
      return because(
        `It starts at ${say.length(measured)}, outside the stretch of trunk that ${place} rises from.`,
        { key: 'scaffold.lowestCm' },
      );
    case 'over-held':
      return because(`It starts at ${say.length(measured)}, over reach: the stem is held below it.`, {
        rule: 'over-reach',
      });
    case 'out-of-plane':
      return because(
        `It stands ${say.angle(measured)} out of the wall’s plane: it grows into the wall or away from it.`,
        { key: 'plane.mostDeg' },
      );
    case 'off-wire':
      return measured > 0
        ? because(`It starts ${say.length(measured)} below ${place}, too far to be brought to it.`, {
            key: 'wire.belowCm',
          })
        : because(`It starts ${say.length(-measured)} above ${place}, too high to be brought down to it.`, {
            key: 'wire.aboveCm',
          });
    case 'too-strong':
      return because(
        `It is ${say.ratio(measured)} as thick as the stem at its join: too strong for ${place}, where limbs are to stay weak.`,
        { rule: 'too-thick', key: 'thick.ratio' },
      );
    default:
      return undefined;
  }
}
