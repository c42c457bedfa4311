// Which ring a limb may stand in, by the second scorer's own tables.
import type { FormPlan } from './brute-forms';
import { outOfPlaneDeg } from './brute-geometry';
import { asRead, line, turn } from './brute-measures';
import type { Limb, TestTree } from './trees';

export interface Ring {
  fewest: number;
  wish: number;
  most: number;
  off: number;
  empty: number;
  isArc: boolean;
  isArm: boolean;
  like: boolean;
  band: boolean;
}

interface SeatIn {
  ring: number;
  form: number;
  barred: boolean;
}

const LONGEST_SLACK = 15;

/** The rings of a tree, and where in them a limb would sit: the form's own cost of that, and whether it is barred. */
export function placesOf(
  tree: TestTree,
  plan: FormPlan,
  ratio: (l: Limb) => number,
): { rings: Ring[]; seatOf: (l: Limb) => SeatIn; nearLimit: boolean } {
  const trunk = tree.trunk.length;
  let nearLimit = false;
  const near = (value: number, limit: number, by: number): void => {
    if (Math.abs(value - limit) < by) nearLimit = true;
  };
  const rings: Ring[] = [];
  const ring = (fewest: number, wish: number, most: number, more: Partial<Ring> = {}): void => {
    const usual = { off: 6, empty: 40, isArc: false, isArm: false, like: false, band: false };
    rings.push({ fewest, wish, most, ...usual, ...more });
  };
  const [fewest, wish, most] = plan.counts;
  /** Ring of a limb, the form's cost of standing there, and whether it is barred there. */
  let seatOf: (l: Limb) => { ring: number; form: number; barred: boolean } = () => ({
    ring: 0,
    form: 0,
    barred: false,
  });
  const outside = (off: number, slack: number): { form: number; barred: boolean } => ({
    form: Math.ceil(off),
    barred: off > slack,
  });

  switch (plan.places) {
    case 'vase':
      ring(fewest, wish, most, { like: true, band: true });
      seatOf = (l) => ({ ring: 0, ...outside(Math.max(45 - l.h, l.h - 140, 0), LONGEST_SLACK) });
      break;
    case 'tiers': {
      const feet = [50, 130, 210].filter((foot, i) => i === 0 || foot + 40 < trunk);
      feet.forEach(() => ring(fewest, wish, most, { like: true }));
      seatOf = (l) => {
        const offs = feet.map((foot) => Math.max(foot - l.h, l.h - foot - 40, 0));
        const off = Math.min(...offs);
        return { ring: offs.indexOf(off), ...outside(off, 12) };
      };
      break;
    }
    case 'storeys': {
      const top = Math.min(trunk, plan.held);
      const feet: number[] = [];
      let foot = 50;
      do {
        const part = Math.min(1, (Math.max(top, foot + 1) - foot) / plan.storey);
        if (feet.length === 0 || part >= 0.34) {
          feet.push(foot);
          near(part, 0.34, 1e-9);
          ring(Math.floor(fewest * part), Math.round(wish * part), Math.ceil(most * part));
        }
        foot += plan.storey;
      } while (foot < top);
      seatOf = (l) => {
        const at = feet.findLastIndex((from) => l.h >= from);
        return { ring: Math.max(0, at), ...outside(Math.max(0, 50 - l.h), l.h > plan.held ? -1 : 12) };
      };
      break;
    }
    case 'large and small': {
      const hasTop = trunk > 125;
      ring(fewest, wish, most, { like: true });
      if (hasTop) ring(0, 3, 4, { off: 5, empty: 10 });
      seatOf = (l) =>
        hasTop && l.h >= 125
          ? { ring: 1, form: 0, barred: ratio(l) > 0.6 }
          : { ring: 0, ...outside(Math.max(55 - l.h, l.h - 115, 0), LONGEST_SLACK) };
      break;
    }
    case 'wires': {
      const wires = [45, 85, 125].filter((w, i) => i === 0 || w <= trunk + 5);
      wires.forEach(() => [0, 1].forEach(() => ring(1, 1, 1, { off: 0, isArm: true })));
      seatOf = (l) => {
        const wire = wires.findIndex((w) => w - l.h <= 25 && w - l.h >= -5);
        const [east, west] = [turn(l.bearing, 90), turn(l.bearing, 270)];
        const below = (wires[wire] ?? 0) - l.h;
        const seat = line(
          [
            [-5, 30],
            [0, 5],
            [3, 0],
            [12, 0],
            [25, 30],
          ],
          below,
        );
        const off = Math.min(east, west);
        return {
          ring: wire * 2 + (east <= west ? 0 : 1),
          form:
            line(
              [
                [10, 0],
                [45, 50],
              ],
              off,
            ) + seat,
          barred: wire < 0 || off > 45,
        };
      };
      break;
    }
    case 'fan':
      ring(4, 8, 12, { off: 5, empty: 20, isArc: true, like: true });
      seatOf = (l) => {
        const off = outOfPlaneDeg(asRead(l));
        near(off, 45, 1e-6);
        return {
          ring: 0,
          form: line(
            [
              [10, 0],
              [45, 50],
            ],
            off,
          ),
          barred: off > 45,
        };
      };
      break;
    case 'bush':
      ring(fewest, wish, most, { like: true });
  }
  // What lies near a limit is only known once limbs are seated.
  return {
    rings,
    seatOf,
    get nearLimit() {
      return nearLimit;
    },
  };
}
