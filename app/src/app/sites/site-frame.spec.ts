import { describe, expect, it } from 'vitest';
import { groundLines, moved, onPlan, siteFrame } from './site-frame';

const place = (eastCm: number, northCm: number) => ({ eastCm, northCm });

describe('the plan of a place', () => {
  it('shows every tree within its edge, north up, at one scale both ways', () => {
    // 600 cm from west to east and 250 cm of ground either side are 1,100 cm; 560 px hold them.
    const frame = siteFrame([place(0, 0), place(600, 0)], 560, 420);
    expect(frame.scale).toBeCloseTo(560 / 1100, 9);
    const [west, east] = [onPlan(frame, place(0, 0)), onPlan(frame, place(600, 0))];
    expect(east.x - west.x).toBeCloseTo(600 * frame.scale, 9);
    expect(onPlan(frame, place(0, 100)).y).toBeCloseTo(west.y - 100 * frame.scale, 9);
    for (const { x, y } of [west, east]) {
      expect(x).toBeGreaterThan(0);
      expect(x).toBeLessThan(560);
      expect(y).toBeCloseTo(210, 9);
    }
  });

  it('shows 8 m across where less is set out, however far the rows run to the south or west', () => {
    expect(siteFrame([], 560, 420).scale).toBeCloseTo(Math.min(560, 420) / 800, 9);
    const frame = siteFrame([place(-900, -3000)], 560, 420);
    expect(onPlan(frame, place(-900, -3000)).y).toBeLessThan(420);
    expect(onPlan(frame, place(-900, -3000)).x).toBeGreaterThan(0);
    // 3,500 cm over 420 px are 8.3 cm a px: lines every 2 m stand 24 px apart, every metre 12.
    expect(frame.everyCm).toBe(200);
  });

  it('moves a tree as far as it is dragged, to the nearest 5 cm, and never off the ground there is', () => {
    const frame = siteFrame([place(0, 0)], 400, 400);
    expect(moved(frame, place(100, 50), 60, 30)).toEqual(place(220, -10));
    expect(moved(frame, place(100, 50), 1, 0)).toEqual(place(100, 50));
    expect(moved(frame, place(1e6, 0), 400, 0).eastCm).toBe(1e6);
  });

  it('has lines through its corner and at even steps from it', () => {
    const frame = siteFrame([place(0, 0)], 400, 400);
    const { xs, ys } = groundLines(frame);
    const { x, y } = onPlan(frame, place(0, 0));
    expect(xs.some((line) => Math.abs(line - x) < 1e-6)).toBe(true);
    expect(ys.some((line) => Math.abs(line - y) < 1e-6)).toBe(true);
    const step = frame.everyCm * frame.scale;
    xs.slice(1).forEach((line, i) => expect(line - (xs[i] as number)).toBeCloseTo(step, 9));
    expect(Math.min(...xs)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...xs)).toBeLessThanOrEqual(400);
  });
});
