import { describe, expect, it } from 'vitest';
import { seenCut, type HeadingCut, type SeenCut } from './cut-in-space';

const CUT: HeadingCut = {
  ...{ diameterMm: 10, limbDeg: 0, shootDeg: 40, turnDeg: 0, facingDeg: 180, slopeDeg: 45, overMm: 6 },
};
const seen = (more: Partial<HeadingCut> = {}): SeenCut => seenCut({ ...CUT, ...more }, 3);
const numbers = (d: string): number[] => (d.match(/-?[\d.]+/g) ?? []).map(Number);
/** How far a line falls from one end to the other, px for each px across. */
const fall = (d: string): number => {
  const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = numbers(d);
  return (y1 - y0) / (x1 - x0);
};

describe('a heading cut close up', () => {
  it('slopes down from its bud, on whichever side that is, and shows its face and its bud', () => {
    for (const facingDeg of [0, 45, 90, 135, 180, 225, 270, 315]) {
      const cut = seen({ facingDeg });
      const [x0 = 0] = numbers(cut.bud);
      expect(cut.isBudBehind).toBe(false);
      expect(cut.face).toBeDefined();
      // On a sheet y grows downward: over a bud on the right the blade rises to the right.
      expect(Math.sign(fall(cut.blade))).toBe(-Math.sign(x0));
    }
  });

  it('is square where it is not to slope', () => {
    expect(Math.abs(fall(seen({ slopeDeg: 0 }).blade))).toBeLessThan(0.05);
    expect(Math.abs(fall(seen().blade))).toBeGreaterThan(0.5);
  });

  it('has the limb lean as far as it does, and the shoot go where the bud sends it', () => {
    const way = (d: string): number => {
      const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = numbers(d);
      return Math.abs((Math.atan2(x1 - x0, y0 - y1) * 180) / Math.PI);
    };
    const along = (limbDeg: number): number => way(seen({ limbDeg, facingDeg: 90 }).removed);
    expect(along(0)).toBeLessThan(1);
    expect(along(80)).toBeGreaterThan(along(40));
    const [x0 = 0, , , , x1 = 0] = numbers(seen({ facingDeg: 180, shootDeg: 60 }).shoot);
    const [bud = 0] = numbers(seen({ facingDeg: 180 }).bud);
    expect(Math.sign(x1 - x0)).toBe(Math.sign(bud));
  });
});
