// A second scorer, written from docs/choosing.md and nothing else, over every set there is. It shares no code with
// core/choosing, core/findings or core/forms: plumb trunk, its own geometry, its own tables.
import { armMmAt, crotchOf, onlyCarries, placed, type Placed } from './brute-arms';
import {
  barkGap,
  besideCm,
  feetApartCm,
  overFootDeg,
  planeAtDeg,
  tipHeight,
  type Laid,
} from './brute-geometry';
import { PLANS, type FormPlan } from './brute-forms';
import {
  asRead,
  BAND,
  GAP,
  halves,
  leansTo,
  LIKE,
  line,
  step,
  turn,
  whole,
  widestGap,
} from './brute-measures';
import { placesOf } from './brute-places';
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

/** A limb in a ring, as one correction lays it. */
interface Seat {
  limb: Limb;
  laid: Laid;
  ring: number;
  at: number;
  form: number;
  merit: number;
}

/** No ring: arms that only carry cost what they are, and fill nothing. */
const CARRIERS = -1;

/** The best set and the next three of a tree, found by scoring all. */
export function bruteForce(tree: TestTree, keep = 4): BruteForce {
  const plan = PLANS[tree.form] as FormPlan;
  let nearLimit = false;
  halves.met = 0;
  const near = (value: number, limit: number, by: number): void => {
    if (Math.abs(value - limit) < by) nearLimit = true;
  };
  const trunk = tree.trunk.length;
  const trunkMmAt = (h: number): number => {
    const { length, mm, headed } = tree.trunk;
    const end = headed ? Math.max(mm / 2, mm - 0.08 * (length - 10)) : Math.min(3, mm);
    return h <= 10 ? mm : mm + ((end - mm) * (Math.min(h, length) - 10)) / (length - 10);
  };
  const ratio = (l: Limb): number => {
    const { arm, prolongs } = placedOf(l);
    return prolongs ? 0 : l.mm / (arm ? armMmAt(arm, l.h) : trunkMmAt(l.h));
  };
  const main: Limb = { id: 'trunk', h: 0, bearing: 0, angle: 0, length: trunk, mm: tree.trunk.mm };
  const placedLimbs = placed([...(plan.isBush ? [main] : []), ...tree.limbs], plan.places === 'fan');
  const limbs = placedLimbs.map(({ limb }) => limb);
  const byId = new Map(placedLimbs.map((p) => [p.limb.id, p]));
  const armIdOf = new Map(placedLimbs.map(({ limb, arm }) => [limb.id, arm?.id]));
  const placedOf = (l: Limb): Placed => byId.get(l.id) as Placed;
  const ruins = (l: Limb): boolean =>
    ['dead', 'cankered', 'broken', 'blighted'].includes(l.condition ?? 'sound');

  const unsound = (l: Limb): boolean => ruins(l) || (!plan.isBush && placedOf(l).laid.h < 10);
  const narrow = (l: Limb): boolean => !plan.isBush && (crotchOf(placedOf(l)) ?? 90) < plan.narrow;
  const rival = (l: Limb): boolean =>
    !plan.isBush && ratio(l) > Math.max(plan.ratio, 0.8) && l.angle < plan.upright;

  const merit = (l: Limb): number => {
    const [from, to] = plan.ideal;
    const crotch = line(
      [
        [from - 15, 50],
        [from - 5, 15],
        [from, 0],
        [to, 0],
        [to + 30, 20],
        [to + 60, 60],
      ],
      crotchOf(placedOf(l)) ?? from,
    );
    const r = plan.ratio;
    const thick = line(
      [
        [r - 0.1, 0],
        [r, 20],
        [r + 0.15, 60],
        [r + 0.4, 100],
      ],
      ratio(l),
    );
    const thin = line(
      [
        [0, 0],
        [4, 40],
      ],
      plan.thin - l.mm,
    );
    const bend = line(
      [
        [0, 0],
        [60, 60],
      ],
      Math.max(plan.run[0] - l.angle, l.angle - plan.run[1], 0),
    );
    const over =
      plan.cone === undefined
        ? 0
        : line(
            [
              [0, 0],
              [24, 60],
            ],
            tipHeight(asRead(l)) - (trunk - plan.cone),
          );
    const joins = plan.isBush ? 0 : crotch + thick;
    return joins + thin + bend + over + (l.condition === 'rubbed' ? 30 : 0);
  };

  const places = placesOf(tree, plan, ratio);
  const { rings, seatOf } = places;
  const seats: Seat[] = [];
  for (const l of limbs) {
    near(ratio(l), 0.8, 1e-9);
    near(ratio(l), plan.ratio, 1e-9);
    const place = seatOf(l);
    const { laid, arm } = placedOf(l);
    const crotch = crotchOf(placedOf(l)) ?? 90;
    near(crotch, plan.narrow, 1e-4);
    near(crotch, plan.doubtful, 1e-4);
    const low = !plan.isBush && laid.h < plan.clearance;
    near(laid.h, plan.clearance, arm ? 1e-3 : 0);
    const barred =
      unsound(l) ||
      low ||
      (arm !== undefined && l.angle < 25) ||
      Boolean(l.barkTrapped) ||
      place.barred ||
      (plan.strictRatio && ratio(l) > plan.ratio);
    if (barred) continue;
    const doubtful = !plan.isBush && crotch < plan.doubtful ? 10 : 0;
    const at = plan.places === 'fan' ? planeAtDeg(laid) : plan.isBush ? leansTo(laid) : l.bearing;
    const ring = onlyCarries(placedOf(l), placedLimbs) ? CARRIERS : place.ring;
    const seat = { limb: l, laid, ring, at, form: place.form + doubtful, merit: merit(l) };
    const isOpen = !narrow(l) && !rival(l);
    if (isOpen) seats.push(seat);
    const correctable = plan.corrects && (plan.places !== 'large and small' || place.ring === 0);
    if (correctable && isOpen && l.mm <= 12 && l.length >= 40) {
      for (const by of [-20, 20]) {
        const to = (l.bearing + by + 360) % 360;
        seats.push({ ...seat, laid: { ...laid, runBearing: to }, at: to, form: seat.form + 12 });
      }
    }
    if (correctable && rival(l)) {
      seats.push({
        ...seat,
        laid: { ...laid, set: plan.run[0], length: l.length / 2 },
        form: seat.form + 60,
      });
    }
  }

  const pair = (a: Laid, b: Laid): [breaches: number, form: number] => {
    const [lower, upper] = a.h < b.h || (a.h === b.h && a.id < b.id) ? [a, b] : [b, a];
    const onStem = !armIdOf.get(a.id) && !armIdOf.get(b.id);
    const areKin = armIdOf.get(a.id) === b.id || armIdOf.get(b.id) === a.id;
    const [up, apart] = [onStem ? upper.h - lower.h : feetApartCm(a, b), turn(a.runBearing, b.runBearing)];
    const stacked = !plan.isBush && apart < 30 && up < plan.shade;
    let breaches = stacked ? 1 : 0;
    let form = 0;
    const now = areKin ? Infinity : barkGap(a, b, 0, plan.joinCm);
    near(now, 1, 0.3);
    let rubs = false;
    if (now < 1) breaches++;
    else if (!areKin) {
      const later = barkGap(a, b, plan.seasons * plan.gainMm, plan.joinCm);
      near(later, 0, 0.3);
      rubs = later < 0;
    }
    if (plan.places === 'wires') return [breaches, armPair(a, b)];
    form += rubs ? 20 : 0;
    if (plan.isBush) {
      const feet = Math.hypot(a.foot[0] - b.foot[0], a.foot[1] - b.foot[1]);
      return [breaches, form + (feet < 8 ? 30 : 0)];
    }
    form += up < plan.cluster[0] && apart <= plan.cluster[1] ? 30 : up < plan.wishCm ? 3 : 0;
    if (!onStem) near(up, plan.cluster[0], 1e-3);
    const beside = besideCm(lower, upper);
    near(beside.turnDeg, plan.parallel[0], 1e-6);
    near(beside.apartCm, plan.parallel[1], 0.05);
    if (!stacked && !areKin && beside.turnDeg < plan.parallel[0] && beside.apartCm < plan.parallel[1])
      form += 20;
    return [breaches, form];
  };

  /** Arms of one wire should match. */
  const armPair = (a: Laid, b: Laid): number => {
    const wires = [45, 85, 125].filter((w, i) => i === 0 || w <= trunk + 5);
    const wireOf = (l: Laid): number => {
      const worth = wires.map((w) => Math.max(w - l.h - 25, l.h - w - 5, 0) * 100 + Math.abs(w - l.h));
      return worth.indexOf(Math.min(...worth));
    };
    const side = (l: Laid): boolean => turn(l.bearing, 90) <= turn(l.bearing, 270);
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
  };

  const tops = plan.hasLeader
    ? [
        { id: 'trunk', merit: tree.trunk.headed ? 30 : 0, laid: undefined },
        ...limbs
          .filter((l) => l.angle < plan.upright + 5 && tipHeight(asRead(l)) > trunk * 0.75 && ratio(l) > 0.45)
          .filter((l) => !unsound(l))
          .map((l) => ({
            id: l.id,
            merit: whole(l.angle + overFootDeg(asRead(l))) + Math.round(l.mm * 1.5),
            laid: asRead(l),
          })),
      ]
    : [];
  const all: readonly Laid[] = [...seats.map(({ laid }) => laid), ...tops.flatMap(({ laid }) => laid ?? [])];
  const table = all.map((a, i) => all.map((b, j) => (i < j && a.id !== b.id ? pair(a, b) : undefined)));
  const index = new Map(all.map((laid, i) => [laid, i]));
  const priced = (a: Laid, b: Laid): [number, number] => {
    const [i, j] = [index.get(a) as number, index.get(b) as number];
    return table[Math.min(i, j)]?.[Math.max(i, j)] ?? [0, 0];
  };
  const isSeated = new Set(seats.map(({ limb }) => limb.id));
  const carried = seats.filter(({ limb }) => {
    const arm = armIdOf.get(limb.id);
    return arm === undefined || isSeated.has(arm);
  });
  const names = [...new Set([...carried.map(({ limb }) => limb.id), ...tops.map(({ id }) => id)])].sort();

  const found = new Map<string, Scored>();
  const score = (set: readonly Seat[]): void => {
    for (const top of [undefined, ...tops]) {
      if (top && set.some(({ limb }) => limb.id === top.id)) continue;
      let [breaches, short, form, merits] = [0, plan.hasLeader && !top ? 1 : 0, 0, top?.merit ?? 0];
      set.forEach((a, i) => {
        const arm = armIdOf.get(a.limb.id);
        if (arm !== undefined && !set.some(({ limb }) => limb.id === arm)) breaches++;
        form += a.form;
        merits += a.merit;
        for (const b of set.slice(i + 1)) {
          const [broken, cost] = priced(a.laid, b.laid);
          breaches += broken;
          form += cost;
        }
        if (top?.laid) {
          const [broken, cost] = priced(a.laid, top.laid);
          breaches += broken + (a.limb.h > top.laid.h ? 1 : 0);
          form += cost;
        }
      });
      rings.forEach((r, at) => {
        const inRing = set.filter((seat) => seat.ring === at);
        const n = inRing.length;
        breaches += Math.max(0, n - r.most);
        short += Math.max(0, r.fewest - n);
        merits += r.empty * Math.max(0, r.wish - n);
        if (r.isArm) return;
        if (n >= r.fewest) form += r.off * Math.abs(n - r.wish);
        const widest = widestGap(
          inRing.map((seat) => seat.at),
          r.isArc,
        );
        form += step(GAP, (widest * Math.max(n, r.wish)) / (r.isArc ? 180 : 360));
        if (n < 2) return;
        const thick = inRing.map(({ limb }) => limb.mm);
        if (r.like) form += step(LIKE, Math.max(...thick) / Math.min(...thick));
        const heights = inRing.map(({ limb }) => limb.h);
        if (r.band) form += step(BAND, Math.max(...heights) - Math.min(...heights));
      });
      const stems = [...set.map(({ limb }) => limb.id), ...(top ? [top.id] : [])].sort();
      const tie = stems.reduce((sum, id) => sum + names.indexOf(id) + 1, 0);
      const scored = { stems, cost: [breaches, short, form, merits, tie] };
      const known = found.get(stems.join());
      if (!known || compare(scored, known) < 0) found.set(stems.join(), scored);
    }
  };
  const byLimb = limbs.map((l) => carried.filter(({ limb }) => limb === l)).filter((own) => own.length > 0);
  const every = (from: number, set: readonly Seat[]): void => {
    if (from === byLimb.length) return score(set);
    every(from + 1, set);
    for (const seat of byLimb[from] as Seat[]) every(from + 1, [...set, seat]);
  };
  every(0, []);
  const sorted = [...found.values()].sort(compare);
  const least = sorted[0]?.cost[0];
  return {
    best: sorted.filter(({ cost }) => cost[0] === least).slice(0, keep),
    nearLimit: nearLimit || places.nearLimit || halves.met > 0,
  };
}

function compare(a: Scored, b: Scored): number {
  for (let i = 0; i < a.cost.length; i++) {
    if (a.cost[i] !== b.cost[i]) return (a.cost[i] as number) - (b.cost[i] as number);
  }
  return a.stems.join() < b.stems.join() ? -1 : 1;
}
