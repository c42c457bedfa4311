// A second scorer, written from docs/choosing.md and nothing else, over every set there is. It shares no code with
// core/choosing or core/findings: plumb trunk, straight limbs, its own geometry.
import type { Limb, TestTree } from './trees';

/** [breaches, short, form, merit, tie] of one set, and the stems in it. */
export interface Scored {
  stems: readonly string[];
  cost: readonly number[];
}

export interface BruteForce {
  best: Scored[];
  /** Some measure lies so near a limit that two honest computations may differ on it. */
  nearLimit: boolean;
}

interface Seat {
  limb: Limb;
  ring: number;
  form: number;
  merit: number;
}

const GAP = [
  [1.15, 0],
  [1.3, 5],
  [1.4, 8],
  [1.5, 12],
  [1.75, 30],
  [2, 50],
  [9e9, 80],
];
const LIKE = [
  [1.5, 0],
  [2, 10],
  [3, 25],
  [9e9, 40],
];

/** The best set and the next three of a tree, found by scoring all. At most about 14 limbs. */
export function bruteForce(tree: TestTree, keep = 4): BruteForce {
  const isLeader = tree.form === 'central-leader';
  const isFlat = tree.form === 'horizontal-espalier';
  const hasTop = isLeader || isFlat;
  const ratioLimit = isLeader ? 0.5 : isFlat ? 0.6 : 0.667;
  const [runFrom, runTo] = isLeader ? [60, 80] : isFlat ? [85, 95] : [40, 60];
  const wide = isFlat ? 90 : 60;
  const clearance = isLeader ? 50 : isFlat ? 20 : 45;
  const shade = isFlat ? 15 : 50;
  let nearLimit = false;
  halves = 0;
  const near = (value: number, limit: number, by: number): void => {
    if (Math.abs(value - limit) < by) nearLimit = true;
  };

  const trunkMmAt = (h: number): number => {
    const { length, mm, headed } = tree.trunk;
    const end = headed ? Math.max(mm / 2, mm - 0.08 * (length - 10)) : Math.min(3, mm);
    return h <= 10 ? mm : mm + ((end - mm) * (Math.min(h, length) - 10)) / (length - 10);
  };
  const ratio = (l: Limb): number => l.mm / trunkMmAt(l.h);
  const tipHeight = (l: Limb): number => l.h + l.length * Math.cos((l.angle * Math.PI) / 180);

  const limbs = tree.limbs.filter((l) => l.length >= 20);
  const ruins = (l: Limb): boolean => ['dead', 'cankered', 'broken'].includes(l.condition ?? 'sound');
  const isBarred = (l: Limb): boolean => {
    near(l.angle, 30, 1e-6);
    near(ratio(l), 0.8, 1e-9);
    const isRival = ratio(l) > Math.max(ratioLimit, 0.8) && l.angle < 30;
    return ruins(l) || l.h < 10 || l.h < clearance || l.angle < 30 || Boolean(l.barkTrapped) || isRival;
  };

  const merit = (l: Limb): number => {
    const crotch = line(
      [
        [30, 50],
        [40, 15],
        [45, 0],
        [wide, 0],
        [wide + 30, 20],
        [wide + 60, 60],
      ],
      l.angle,
    );
    const r = ratio(l);
    const thick = line(
      [
        [ratioLimit - 0.1, 0],
        [ratioLimit, 20],
        [ratioLimit + 0.15, 60],
        [ratioLimit + 0.4, 100],
      ],
      r,
    );
    const thin = line(
      [
        [0, 0],
        [4, 40],
      ],
      7 - l.mm,
    );
    const bend = line(
      [
        [0, 0],
        [60, 60],
      ],
      Math.max(runFrom - l.angle, l.angle - runTo, 0),
    );
    const over = isLeader
      ? line(
          [
            [0, 0],
            [24, 60],
          ],
          tipHeight(l) - (tree.trunk.length - 15),
        )
      : 0;
    return crotch + thick + thin + bend + over + (l.condition === 'rubbed' ? 30 : 0);
  };

  // The rings a limb may stand in, and the form's own cost of its place.
  const seats: Seat[] = [];
  let rings = 1;
  if (!hasTop) {
    for (const l of limbs) {
      const off = Math.max(45 - l.h, l.h - 140, 0);
      if (!isBarred(l) && off <= 15) seats.push({ limb: l, ring: 0, form: Math.ceil(off), merit: merit(l) });
    }
  } else if (isLeader) {
    const feet = [50, 130, 210].filter((foot, i) => i === 0 || foot + 40 < tree.trunk.length);
    rings = feet.length;
    for (const l of limbs) {
      const offs = feet.map((foot) => Math.max(foot - l.h, l.h - foot - 40, 0));
      const off = Math.min(...offs);
      if (isBarred(l) || off > 12) continue;
      seats.push({ limb: l, ring: offs.indexOf(off), form: Math.ceil(off), merit: merit(l) });
    }
  } else {
    const wires = [45, 85, 125].filter((w, i) => i === 0 || w <= tree.trunk.length + 5);
    rings = wires.length * 2;
    for (const l of limbs) {
      const fits = (w: number): boolean => w - l.h <= 25 && w - l.h >= -5;
      const wire = wires.findIndex(fits);
      const [east, west] = [turn(l.bearing, 90), turn(l.bearing, 270)];
      const off = Math.min(east, west);
      if (isBarred(l) || wire < 0 || off > 45) continue;
      const below = (wires[wire] as number) - l.h;
      const form =
        line(
          [
            [10, 0],
            [45, 50],
          ],
          off,
        ) +
        line(
          [
            [-5, 30],
            [0, 5],
            [3, 0],
            [12, 0],
            [25, 30],
          ],
          below,
        );
      seats.push({ limb: l, ring: wire * 2 + (east <= west ? 0 : 1), form, merit: merit(l) });
    }
  }

  const pairBreach = new Map<string, number>();
  const pairForm = new Map<string, number>();
  limbs.forEach((a, i) =>
    limbs.slice(i + 1).forEach((b) => {
      const up = Math.abs(a.h - b.h);
      let breaches = turn(a.bearing, b.bearing) < 30 && up < shade ? 1 : 0;
      let form = isFlat ? 0 : up < 3 ? 30 : !hasTop && up < 10 ? 3 : 0;
      const now = gap(a, b, 0);
      near(now, 1, 0.2);
      if (now < 1) breaches++;
      else {
        const later = gap(a, b, 21);
        near(later, 0, 0.2);
        if (later < 0 && !isFlat) form += 20;
      }
      if (isFlat) form += armPair(a, b);
      pairBreach.set(a.id + b.id, breaches);
      pairForm.set(a.id + b.id, form);
    }),
  );

  /** Arms of one wire should match. */
  function armPair(a: Limb, b: Limb): number {
    const wires = [45, 85, 125].filter((w, i) => i === 0 || w <= tree.trunk.length + 5);
    const wireOf = (l: Limb): number => {
      const worth = wires.map((w) => Math.max(w - l.h - 25, l.h - w - 5, 0) * 100 + Math.abs(w - l.h));
      return worth.indexOf(Math.min(...worth));
    };
    const side = (l: Limb): boolean => turn(l.bearing, 90) <= turn(l.bearing, 270);
    if (wireOf(a) !== wireOf(b) || side(a) === side(b)) return 0;
    const like = Math.max(a.mm, b.mm) / Math.min(a.mm, b.mm);
    return (
      line(
        [
          [5, 0],
          [25, 40],
        ],
        Math.abs(a.h - b.h),
      ) +
      line(
        [
          [1.5, 0],
          [3, 30],
        ],
        like,
      )
    );
  }

  const tops = hasTop
    ? [
        { id: 'trunk', merit: tree.trunk.headed ? 30 : 0, h: Infinity },
        ...limbs
          .filter((l) => l.angle < 35 && tipHeight(l) > tree.trunk.length * 0.75 && ratio(l) > 0.45)
          .filter((l) => !ruins(l) && l.h >= 10)
          .map((l) => ({ id: l.id, merit: Math.round(l.angle * 2) + Math.round(l.mm * 2.5), h: l.h })),
      ]
    : [];
  const names = [...new Set([...seats.map(({ limb }) => limb.id), ...tops.map(({ id }) => id)])].sort();

  const found = new Map<string, Scored>();
  for (let bits = 0; bits < 1 << seats.length; bits++) {
    const set = seats.filter((_, i) => (bits >> i) & 1);
    for (const top of [undefined, ...tops]) {
      if (top && set.some(({ limb }) => limb.id === top.id)) continue;
      let [breaches, short, form, merits] = [0, hasTop && !top ? 1 : 0, 0, top?.merit ?? 0];
      set.forEach((a, i) => {
        form += a.form;
        merits += a.merit;
        const below = (b: { id: string }, key: Map<string, number>): number =>
          key.get(a.limb.id + b.id) ?? key.get(b.id + a.limb.id) ?? 0;
        for (const b of set.slice(i + 1)) {
          breaches += below(b.limb, pairBreach);
          form += below(b.limb, pairForm);
        }
        if (top && top.id !== 'trunk') {
          breaches += below(top, pairBreach) + (a.limb.h > top.h ? 1 : 0);
          form += below(top, pairForm);
        }
      });
      for (let ring = 0; ring < rings; ring++) {
        const inRing = set.filter((seat) => seat.ring === ring).map(({ limb }) => limb);
        const n = inRing.length;
        const [fewest, wish, most] = isFlat ? [1, 1, 1] : [3, 4, 5];
        breaches += Math.max(0, n - most);
        short += Math.max(0, fewest - n);
        merits += 40 * Math.max(0, wish - n);
        if (isFlat) continue;
        if (n >= fewest) form += 10 * Math.abs(n - wish);
        if (n < 2) continue;
        const around = inRing.map(({ bearing }) => bearing).sort((x, y) => x - y);
        const widest = Math.max(
          ...around.map((x, i) =>
            i + 1 < n ? (around[i + 1] as number) - x : (around[0] as number) + 360 - x,
          ),
        );
        form +=
          step(GAP, (widest * n) / 360) +
          step(
            LIKE,
            span(
              inRing.map(({ mm }) => mm),
              true,
            ),
          );
        if (!hasTop) {
          const deep = span(
            inRing.map(({ h }) => h),
            false,
          );
          form += step(
            [
              [50, 0],
              [60, 10],
              [75, 30],
              [9e9, 60],
            ],
            deep,
          );
        }
      }
      const stems = [...set.map(({ limb }) => limb.id), ...(top ? [top.id] : [])].sort();
      const tie = stems.reduce((sum, id) => sum + names.indexOf(id) + 1, 0);
      const scored = { stems, cost: [breaches, short, form, merits, tie] };
      const known = found.get(stems.join());
      if (!known || compare(scored, known) < 0) found.set(stems.join(), scored);
    }
  }
  const sorted = [...found.values()].sort(compare);
  const fewest = sorted[0]?.cost[0];
  return {
    best: sorted.filter(({ cost }) => cost[0] === fewest).slice(0, keep),
    nearLimit: nearLimit || halves > 0,
  };
}

function compare(a: Scored, b: Scored): number {
  for (let i = 0; i < a.cost.length; i++) {
    if (a.cost[i] !== b.cost[i]) return (a.cost[i] as number) - (b.cost[i] as number);
  }
  return 0;
}

const turn = (a: number, b: number): number => Math.abs(((((a - b) % 360) + 540) % 360) - 180);
const step = (table: readonly (readonly number[])[], x: number): number =>
  table.find(([limit]) => x <= (limit as number))?.[1] ?? 0;
const span = (values: readonly number[], asRatio: boolean): number =>
  asRatio ? Math.max(...values) / Math.min(...values) : Math.max(...values) - Math.min(...values);

/** Straight between corners, rounded to whole tenths. */
function line(corners: readonly (readonly number[])[], x: number): number {
  const points = corners as [number, number][];
  const after = points.findIndex(([at]) => x <= at);
  if (after === 0) return (points[0] as [number, number])[1];
  if (after < 0) return (points.at(-1) as [number, number])[1];
  const [[x0, y0], [x1, y1]] = [points[after - 1], points[after]] as [[number, number], [number, number]];
  const tenths = y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
  if (Math.abs(tenths - Math.floor(tenths) - 0.5) < 1e-6) halves++;
  return Math.round(tenths);
}

/** Costs met so far that lie half way between two tenths, where rounding may go either way. */
let halves = 0;

/** Least bark-to-bark distance of two straight limbs more than 8 cm out, by stepping along both, cm. */
function gap(a: Limb, b: Limb, gainMm: number): number {
  const at = (l: Limb, s: number): [number, number, number] => {
    const [t, z] = [(l.bearing * Math.PI) / 180, (l.angle * Math.PI) / 180];
    return [Math.sin(z) * Math.sin(t) * s, Math.sin(z) * Math.cos(t) * s, l.h + Math.cos(z) * s];
  };
  const half = (l: Limb, s: number): number => {
    const mm = s <= 2 ? l.mm : l.mm + ((Math.min(3, l.mm) - l.mm) * (s - 2)) / (l.length - 2);
    return (mm * (1 + gainMm / l.mm)) / 20;
  };
  let least = Infinity;
  let [fa, ta, fb, tb] = [8, a.length, 8, b.length];
  for (let zoom = 0; zoom < 3; zoom++) {
    let [bestA, bestB] = [fa, fb];
    const [da, db] = [(ta - fa) / 60, (tb - fb) / 60];
    for (let i = 0; i <= 60; i++) {
      for (let j = 0; j <= 60; j++) {
        const [sa, sb] = [fa + i * da, fb + j * db];
        const [p, q] = [at(a, sa), at(b, sb)];
        const d = Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]) - half(a, sa) - half(b, sb);
        if (d < least) [least, bestA, bestB] = [d, sa, sb];
      }
    }
    [fa, ta] = [Math.max(8, bestA - 2 * da), Math.min(a.length, bestA + 2 * da)];
    [fb, tb] = [Math.max(8, bestB - 2 * db), Math.min(b.length, bestB + 2 * db)];
  }
  return least;
}
