import { describe, expect, it } from 'vitest';
import { judge, type Judgement } from '../judging/judge';
import { treeOf, type TestTree } from '../testing/trees';
import { holdOffOn, isAutumn } from './hold-off';
import { kindFacts } from './kinds';
import { naturalTipDeg } from './natural-shape';

const NORTH = { latitudeDeg: 50 };
const SOUTH = { latitudeDeg: -38 };
const WET = { ...NORTH, wetWinters: true };

describe('structural cuts', () => {
  it.each([
    ['sweet-cherry', WET, '2026-12-05', 'wet-winter 2027-05-10'],
    ['sweet-cherry', WET, '2027-02-20', 'wet-winter 2027-05-10'],
    ['sweet-cherry', WET, '2027-07-10', undefined],
    ['sweet-cherry', NORTH, '2027-01-10', undefined],
    ['apple', WET, '2027-01-10', undefined],
    ['walnut', NORTH, '2027-02-01', 'bleeds 2027-06-15'],
    ['walnut', NORTH, '2026-11-05', undefined],
    ['citrus', NORTH, '2026-12-05', 'evergreen 2027-05-01'],
    ['citrus', NORTH, '2027-06-01', undefined],
    ['citrus', SOUTH, '2026-06-05', 'evergreen 2026-11-01'],
    ['walnut', SOUTH, '2026-08-01', 'bleeds 2026-12-15'],
  ] as const)('of a %s, %o, on %s are held off as %s', (kind, site, day, wanted) => {
    const held = holdOffOn(kindFacts(kind), site, day);
    expect(held && `${held.why} ${held.until}`).toBe(wanted);
  });

  it.each([
    ['apple', NORTH, '2026-09-20', true],
    ['apple', NORTH, '2026-11-25', false],
    ['apple', SOUTH, '2026-04-10', true],
    ['apple', SOUTH, '2026-09-20', false],
    ['walnut', NORTH, '2026-10-20', false],
    ['citrus', NORTH, '2026-10-20', false],
  ] as const)('of a %s, %o, on %s are better left for dormancy: %s', (kind, site, day, wanted) => {
    expect(isAutumn(kindFacts(kind), site, day)).toBe(wanted);
  });

  it('wait with a day while they are held off, and dead wood does not', () => {
    const tree: TestTree = {
      ...{ form: 'open-vase', kind: 'walnut', today: '2027-02-01' },
      trunk: { length: 110, mm: 44, headed: true },
      limbs: [0, 120, 240, 90, 5].map((bearing, i) => ({
        ...{ id: `l${i}`, h: i === 4 ? 57 : 55 + i * 8, bearing, angle: 50, length: 80, mm: 13 },
        ...(i === 1 && { condition: 'dead' as const }),
      })),
    };
    const { plan, verdicts } = judge(treeOf(tree)) as Judgement;
    expect(plan.acts.map((act) => `${act.kind} ${'stemId' in act ? act.stemId : ''}`)).toEqual([
      'take-out l1',
    ]);
    const waiting = Object.values(verdicts).filter(({ until }) => until === '2027-06-15');
    expect(waiting.length).toBeGreaterThan(0);
  });
});

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
