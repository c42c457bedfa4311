import { expect, it } from 'vitest';
import { loadedLimb } from './loaded-limb';

it('comes down the further the heavier the weight, and older wood less far than young', () => {
  const angle = (seasons: number, kg: number): number => loadedLimb(seasons, 12, kg).toDeg;
  expect(angle(1, 0)).toBeCloseTo(35, 1);
  expect([angle(1, 1), angle(1, 2), angle(1, 4)]).toEqual([angle(1, 4), angle(1, 2), angle(1, 1)].reverse());
  expect(angle(1, 3)).toBeGreaterThan(angle(2, 3));
  expect(angle(2, 3)).toBeGreaterThan(angle(3, 3));
});

it('cracks the sooner the older its wood is, brought to the same angle', () => {
  const chanceAt = (seasons: number, deg: number): number => {
    for (let kg = 0; kg < 40; kg += 0.25) {
      const limb = loadedLimb(seasons, 14, kg);
      if (limb.toDeg >= deg) return limb.chance;
    }
    return NaN;
  };
  const [young, two, old] = [1, 2, 3].map((seasons) => chanceAt(seasons, 100)) as [number, number, number];
  expect(young).toBeLessThan(two);
  expect(two).toBeLessThan(old);
});

it('is asked of its wood between join and weight, and of none beyond', () => {
  const { asked, after, before } = loadedLimb(1, 12, 4);
  expect(Math.max(...asked.slice(0, 16))).toBeGreaterThan(0.2);
  expect(Math.max(...asked.slice(17))).toBeLessThan(0.05);
  expect([after.length, before.length]).toEqual([33, 33]);
});
