import type { Candidacy, FormScene, Place } from '../choosing/build';
import { faultsOf, onCurve, type Fault } from '../choosing/faults';
import type { LimbPairCost } from '../choosing/pairs';
import { limbPairCosts } from '../choosing/pairs';
import { joinHeightCm } from '../findings/measures';
import { bearingDifference } from '../geometry/vector';
import { tipOf, type Course } from '../tree/course';
import type { Stem } from '../tree/stem';
import type { Form } from './form';
import { cutWithTheTop, LEADER_PLACE, leaderCandidacies } from './leader-place';

/** A flat tree on wires: one stem, a pair of arms at each wire. */
export const horizontalEspalier: Form = {
  id: 'horizontal-espalier',
  summary: 'A flat tree: one stem and, at each wire, one arm to either side in the plane of the wall.',
  rules: {
    'thick.ratio': 0.6,
    'set.fromDeg': 85,
    'set.toDeg': 95,
    'clearance.cm': 20,
    'crotch.idealToDeg': 90,
    'shade.heightCm': 15,
  },
  hasLeader: true,
  headsScaffolds: false,
  firstStageDeg: 48,
  runDeg: ({ limits }) => ({ from: limits('set.fromDeg').value, to: limits('set.toDeg').value }),
  build(scene) {
    const wall = scene.site.wallBearingDeg ?? 90;
    const wires = wiresReached(scene);
    const arms = wires.flatMap((heightCm, w) => [
      armPlace(heightCm, w, wall),
      armPlace(heightCm, w, wall + 180),
    ]);
    const leaders = leaderCandidacies(scene, arms.length);
    const run = this.runDeg(scene);
    return {
      places: [...arms, LEADER_PLACE],
      candidacies: [...scene.limbs.map((stem) => armCandidacy(scene, stem, wires, wall, run)), ...leaders],
      pairs: [
        ...limbPairCosts(scene, scene.findings, 0).map((pair) => ({ ...pair, form: 0 })),
        ...unlikePairs(scene, wires, wall),
        ...cutWithTheTop(scene, leaders),
      ],
    };
  },
};

/** Heights of the wires the stem has reached, cm; the first at the least. */
function wiresReached({ limits, laid }: FormScene): number[] {
  const top = laid.trunk ? tipOf(laid.courses.get(laid.trunk.id) as Course)[2] : 0;
  const wires: number[] = [];
  for (let w = 0; w < limits('wire.count').value; w++) {
    const heightCm = limits('wire.firstCm').value + w * limits('wire.gapCm').value;
    if (w === 0 || heightCm <= top + limits('wire.aboveCm').value) wires.push(heightCm);
  }
  return wires;
}

function armPlace(heightCm: number, wire: number, bearingDeg: number): Place {
  const toward = bearingDeg % 360;
  return {
    role: 'scaffold',
    heightCm,
    bearingDeg: toward,
    circle: {
      name: `wire ${wire + 1} toward ${Math.round(toward)}°`,
      fewest: 1,
      wish: 1,
      most: 1,
      offWish: 0,
      empty: 40,
      gap: [],
    },
    spreads: [],
  };
}

interface Seat {
  wire: number;
  side: 0 | 1;
  offPlaneDeg: number;
  belowCm: number;
}

/** Which wire and side a limb could serve: the nearest wire from just below it, and the side it leans to. */
function seatOf(scene: FormScene, stem: Stem, wires: readonly number[], wall: number): Seat {
  const height = joinHeightCm(scene.laid, stem);
  const [below, above] = [scene.limits('wire.belowCm').value, scene.limits('wire.aboveCm').value];
  const off = (wire: number): number => {
    const belowCm = wire - height;
    return Math.max(belowCm - below, -above - belowCm, 0) * 100 + Math.abs(belowCm);
  };
  const wire = wires.reduce((best, w, i) => (off(w) < off(wires[best] as number) ? i : best), 0);
  const toFirst = bearingDifference(stem.runBearing.value, wall);
  const toSecond = bearingDifference(stem.runBearing.value, wall + 180);
  return {
    wire,
    side: toFirst <= toSecond ? 0 : 1,
    offPlaneDeg: Math.min(toFirst, toSecond),
    belowCm: (wires[wire] as number) - height,
  };
}

function armCandidacy(
  scene: FormScene,
  stem: Stem,
  wires: readonly number[],
  wall: number,
  run: { from: number; to: number },
): Candidacy {
  const { limits } = scene;
  const seat = seatOf(scene, stem, wires, wall);
  const faults: Fault[] = [...faultsOf(scene, stem, scene.findings, run.from, run.to)];
  if (seat.offPlaneDeg > limits('plane.mostDeg').value) {
    faults.push({ rank: 'breaches', what: 'out-of-plane', points: 1, measured: seat.offPlaneDeg });
  }
  if (seat.belowCm > limits('wire.belowCm').value || -seat.belowCm > limits('wire.aboveCm').value) {
    faults.push({ rank: 'breaches', what: 'off-wire', points: 1, measured: seat.belowCm });
  }
  faults.push(
    {
      rank: 'form',
      what: 'off-plane',
      points: onCurve(
        [
          [10, 0],
          [45, 50],
        ],
        seat.offPlaneDeg,
      ),
    },
    {
      rank: 'form',
      what: 'wire',
      points: onCurve(
        [
          [-5, 30],
          [0, 5],
          [3, 0],
          [12, 0],
          [25, 30],
        ],
        seat.belowCm,
      ),
    },
  );
  return { stem, place: seat.wire * 2 + seat.side, faults: faults.filter((f) => f.points > 0), spread: [] };
}

const PAIR_HEIGHT_TENTHS = [
  [5, 0],
  [25, 40],
] as const;
const PAIR_THICKNESS_TENTHS = [
  [1.5, 0],
  [3, 30],
] as const;

/** The two arms of a wire should start at like heights and be of like thickness. */
function unlikePairs(scene: FormScene, wires: readonly number[], wall: number): LimbPairCost[] {
  const { limbs, laid } = scene;
  return limbs.flatMap((a, i) =>
    limbs.slice(i + 1).flatMap((b) => {
      const [seatA, seatB] = [seatOf(scene, a, wires, wall), seatOf(scene, b, wires, wall)];
      if (seatA.wire !== seatB.wire || seatA.side === seatB.side) return [];
      const apart = Math.abs(joinHeightCm(laid, a) - joinHeightCm(laid, b));
      const [thin, thick] = [a.diameter.value, b.diameter.value].sort((x, y) => x - y) as [number, number];
      const form = onCurve(PAIR_HEIGHT_TENTHS, apart) + onCurve(PAIR_THICKNESS_TENTHS, thick / thin);
      return form > 0 ? [{ a: a.id, b: b.id, breaches: 0, form }] : [];
    }),
  );
}
