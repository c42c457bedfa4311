import type { HeadingPurpose } from '../acts/shorten';
import type { Act } from '../acts/acts';
import type { TreeScene } from '../acts/scene';
import { cutDiameterMm } from '../acts/wood';
import type { Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';

/** Where a limb is cut back to, and why. */
export interface Cut {
  toLengthCm: number;
  purpose: HeadingPurpose;
  /** The limb standing there that it is cut to. */
  toStem?: StemId;
  reason: Act['reason'];
}

/** A cut nearer to the end than this is not worth making, cm. */
export const LEAST_CUT_CM = 3;

/** A cut of one limb as an act. */
export function shortenTo({ laid }: Pick<TreeScene, 'laid'>, stem: Stem, cut: Cut): Act[] {
  const diameterMm = cutDiameterMm(laid, stem, cut.toLengthCm);
  return [{ kind: 'shorten', stemId: stem.id, ...cut, diameterMm }];
}
