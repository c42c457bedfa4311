import { describe, expect, it } from 'vitest';
import { judge, type Judgement } from '../judging/judge';
import { treeOf, type TestTree } from '../testing/trees';
import { holdOffOn, isAutumn } from './hold-off';
import { kindFacts } from '../kinds/kinds';
import { seasonsOf } from './known';

const NORTH = { latitudeDeg: 50 };
const SOUTH = { latitudeDeg: -38 };
const WET = { ...NORTH, wetWinters: true };

describe('structural cuts', () => {
  it.each([
    // The month that ends it: first colour of a cherry at 50 degrees, full leaf of a walnut, frost over for an orange.
    ['sweet-cherry', WET, '2026-12-05', 'wet-winter 2027-04'],
    ['sweet-cherry', WET, '2027-02-20', 'wet-winter 2027-04'],
    ['sweet-cherry', WET, '2027-07-10', undefined],
    ['sweet-cherry', NORTH, '2027-01-10', undefined],
    ['apple', WET, '2027-01-10', undefined],
    ['walnut', NORTH, '2027-02-01', 'bleeds 2027-06'],
    ['walnut', NORTH, '2026-11-05', undefined],
    ['citrus', NORTH, '2026-12-05', 'evergreen 2027-05'],
    ['citrus', NORTH, '2027-06-01', undefined],
    ['citrus', SOUTH, '2026-06-05', 'evergreen 2026-10'],
    ['walnut', SOUTH, '2026-08-01', 'bleeds 2026-10'],
  ] as const)('of a %s, %o, on %s are held off as %s', (kind, site, day, wanted) => {
    const held = holdOffOn(kindFacts(kind), site, seasonsOf(kindFacts(kind), site), day);
    expect(held && `${held.why} ${held.until.slice(0, 7)}`).toBe(wanted);
  });

  it.each([
    ['apple', NORTH, '2026-09-20', true],
    ['apple', NORTH, '2026-11-25', false],
    ['apple', SOUTH, '2026-04-10', true],
    ['apple', SOUTH, '2026-09-20', false],
    ['walnut', NORTH, '2026-10-20', false],
    ['citrus', NORTH, '2026-10-20', false],
  ] as const)('of a %s, %o, on %s are better left for dormancy: %s', (kind, site, day, wanted) => {
    expect(isAutumn(kindFacts(kind), seasonsOf(kindFacts(kind), site), day)).toBe(wanted);
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
    const waiting = Object.values(verdicts).filter(({ until }) => until?.startsWith('2027-06'));
    expect(waiting.length).toBeGreaterThan(0);
  });
});
