import type { Say } from '../findings/finding';
import type { Fault } from './faults';

/** Why a form has no place for a limb, in one sentence with its number. Undefined for what findings tell already. */
export function placeWords(fault: Fault, place: string, say: Say): string | undefined {
  const measured = fault.measured ?? 0;
  switch (fault.what) {
    case 'outside-band':
      return `It starts at ${say.length(measured)}, outside the stretch of trunk that ${place} rises from.`;
    case 'out-of-plane':
      return `It stands ${say.angle(measured)} out of the wall’s plane: it grows into the wall or away from it.`;
    case 'off-wire':
      return measured > 0
        ? `It starts ${say.length(measured)} below ${place}, too far to be brought to it.`
        : `It starts ${say.length(-measured)} above ${place}, too high to be brought down to it.`;
    default:
      return undefined;
  }
}
