import { describe, expect, it } from 'vitest';
import { kindFacts } from './kinds';
import { naturalTipDeg } from './natural-shape';

describe('the end of a limb that grew freely', () => {
  const tip = (kind: 'pear' | 'peach', more: Partial<Parameters<typeof naturalTipDeg>[1]> = {}): number =>
    naturalTipDeg(kindFacts(kind), {
      ...{ departureDeg: 50, lengthCm: 60, diameterMm: 8, seasons: 1 },
      ...more,
    });

  it('turns up by its kind’s habit, times the sine of its join', () => {
    // A middling kind by 10 deg in 60 cm: 50 - 10 sin 50 = 42.34; half of that in half the room.

    expect(tip('pear')).toBeCloseTo(50 - 10 * Math.sin((50 * Math.PI) / 180), 9);
    expect(tip('pear', { lengthCm: 30, diameterMm: 4 })).toBeCloseTo(
      50 - 5 * Math.sin((50 * Math.PI) / 180),
      9,
    );
  });

  it('sinks with every season and with a crop, and never past level ground or upright', () => {
    expect(tip('peach', { seasons: 3, lengthCm: 150, diameterMm: 20 })).toBeGreaterThan(tip('peach'));
    expect(tip('pear', { bears: 'fruit' }) - tip('pear')).toBeCloseTo(6 * Math.sin((50 * Math.PI) / 180), 9);
    expect(tip('pear', { departureDeg: 0 })).toBeGreaterThanOrEqual(0);
    expect(tip('peach', { departureDeg: 175, seasons: 9 })).toBeLessThanOrEqual(180);
  });
});
