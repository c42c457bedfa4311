import { describe, expect, it } from 'vitest';
import { draws } from '../testing/broken-files';
import { toldAnew, withAnew, type BudReadings } from './whip-buds';

const below = draws(8);
/** Some readings of the buds from one number to another: each seen, blind, both or neither. */
function someBuds(from: number, to: number): BudReadings {
  const all = Array.from({ length: to - from + 1 }, (_, i) => from + i);
  const facings = all.flatMap((bud) => (below(2) ? [{ bud, bearingDeg: below(360) }] : []));
  return {
    firstCm: 10 + below(3),
    spacingCm: 2 + below(3),
    facings,
    blind: all.filter(() => below(3) === 0),
  };
}
const joined = (a: BudReadings, b: BudReadings): BudReadings => ({
  ...a,
  facings: [...a.facings, ...b.facings],
  blind: [...(a.blind ?? []), ...(b.blind ?? [])],
});

describe('what an entry tells of a whip’s buds anew', () => {
  it('is all that makes what was read before into what is read now', () => {
    for (let i = 0; i < 50; i++) {
      const [before, now] = [someBuds(1, 8), someBuds(1, 8)];
      expect(withAnew(before, now, toldAnew(before, now))).toEqual(now);
      expect(toldAnew(now, now)).toEqual({ lengths: [], buds: [] });
    }
  });

  it('of two devices that neither knew of the other, both stand, whichever comes first', () => {
    for (let i = 0; i < 50; i++) {
      const [low, high] = [someBuds(1, 5), someBuds(6, 10)];
      const before = joined(low, high);
      const lengths = { firstCm: low.firstCm, spacingCm: low.spacingCm };
      const phone = joined({ ...someBuds(1, 5), ...lengths }, high);
      const desk = { ...joined(low, someBuds(6, 10)), spacingCm: 9 };
      const [byPhone, byDesk] = [toldAnew(before, phone), toldAnew(before, desk)];
      const either = withAnew(withAnew(before, phone, byPhone), desk, byDesk);
      expect(either).toEqual(withAnew(withAnew(before, desk, byDesk), phone, byPhone));
      const seenBy = ({ facings }: BudReadings, bud: number) => facings.find((one) => one.bud === bud);
      for (let bud = 1; bud <= 10; bud++)
        expect(seenBy(either, bud)).toEqual(seenBy(bud <= 5 ? phone : desk, bud));
      expect(either.spacingCm).toBe(9);
    }
  });
});
