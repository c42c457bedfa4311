import { onFigure, onFinding, onSite } from '../words/ground';
import { because, cm, deg, share, type Message, type Reason } from '../words/message';
import type { Fault } from './faults';

/** Why a form has no place for a limb, in one sentence with its number. Undefined for what findings tell already. */
export function noPlace(fault: Fault, place: Message): Reason | undefined {
  const measured = fault.measured ?? 0;
  switch (fault.what) {
    case 'outside-band':
      return because('noplace.outside-band', { height: cm(measured), place }, onFigure('scaffold.lowestCm'));
    case 'over-held':
      return because('noplace.over-held', { height: cm(measured) }, onFinding('over-reach'), onSite('reach'));
    case 'out-of-plane':
      return because('noplace.out-of-plane', { angle: deg(measured) }, onFigure('plane.mostDeg'));
    case 'off-wire':
      return measured > 0
        ? because('noplace.below-wire', { by: cm(measured), place }, onFigure('wire.belowCm'))
        : because('noplace.above-wire', { by: cm(-measured), place }, onFigure('wire.aboveCm'));
    case 'too-strong':
      return because(
        'noplace.too-strong',
        { ratio: share(measured), place },
        onFinding('too-thick'),
        onFigure('thick.ratio'),
      );
    default:
      return undefined;
  }
}
