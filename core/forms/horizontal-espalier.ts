import { deg, told } from '../words/message';
import type { Candidacy, FormScene, PairPrice, Place } from '../choosing/candidacy';
import { faultsOf, onCurve, type Fault } from '../choosing/faults';
import { limbPairPrices } from '../choosing/pairs';
import { joinHeightCm } from '../tree/joins';
import { bearingDifference } from '../geometry/vector';
import { tipOf, type Course } from '../tree/course';
import type { Stem } from '../tree/stem';
import type { Form } from './form';
import { LEADER_PLACE, leaderCandidacies, withLeader } from './leader-place';

/** A flat tree on wires: one stem, a pair of arms at each wire. */
export const horizontalEspalier: Form = {
  id: 'horizontal-espalier',
  rules: {
    'thick.ratio': 0.6,
    'set.fromDeg': 85,
    'set.toDeg': 95,
    'clearance.cm': 20,
    'crotch.idealToDeg': 90,
    'cluster.turnDeg': 90,
    'shade.heightCm': 15,
  },
  figures: ['wire.firstCm', 'wire.gapCm', 'wire.count', 'wire.belowCm', 'wire.aboveCm', 'plane.mostDeg'],
  typicalOf: ['apple', 'european-pear', 'asian-pear'],
  standsOn: 'trunk',
  hasLeader: true,
  headsScaffolds: false,
  holdsHeight: true,
  needsWall: true,
  hasWires: true,
  spreadCm: 350,
  firstStageDeg: 48,
  build(scene) {
    const wall = scene.site.wallBearingDeg ?? 90;
    const wires = wiresReached(scene);
    const arms = wires.flatMap((heightCm, w) => [
      armPlace(heightCm, w, wall),
      armPlace(heightCm, w, wall + 180),
    ]);
    return {
      places: [...arms, LEADER_PLACE],
      candidacies: [
        ...scene.limbs.map((stem) => armCandidacy(scene, stem, wires, wall)),
        ...leaderCandidacies(scene, arms.length),
      ],
      pairPrice: withLeader(scene, arms.length, armPairPrices(scene, wires, wall)),
    };
  },
  whip({ limits, site }) {
    const wall = site.wallBearingDeg ?? 90;
    const wireCm = limits('wire.firstCm').value;
    const within = limits('plane.mostDeg').value;
    const places = [wall, wall + 180].map((bearingDeg) => ({
      circle: armPlace(wireCm, 0, bearingDeg).circle,
      fromCm: wireCm - limits('wire.belowCm').value,
      toCm: wireCm - 3,
      apartCm: 0,
      facing: { bearingDeg: bearingDeg % 360, withinDeg: within },
    }));
    return { places, headAtCm: wireCm, headAnywayCm: wireCm };
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
    word: 'arm',
    heightCm,
    bearingDeg: toward,
    circle: {
      name: `wire ${wire + 1} toward ${Math.round(toward)}°`,
      called: told('place.wire', { n: wire + 1, toward: deg(toward) }),
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
  const toFirst = bearingDifference(stem.shape.runBearing.value, wall);
  const toSecond = bearingDifference(stem.shape.runBearing.value, wall + 180);
  return {
    wire,
    side: toFirst <= toSecond ? 0 : 1,
    offPlaneDeg: Math.min(toFirst, toSecond),
    belowCm: (wires[wire] as number) - height,
  };
}

function armCandidacy(scene: FormScene, stem: Stem, wires: readonly number[], wall: number): Candidacy {
  const { limits } = scene;
  const seat = seatOf(scene, stem, wires, wall);
  const faults: Fault[] = [...faultsOf(scene, stem, scene.findings)];
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

/** On wires only what may not be counts between arms; the two arms of a wire should start alike and be alike. */
function armPairPrices(
  scene: FormScene,
  wires: readonly number[],
  wall: number,
): (a: Candidacy, b: Candidacy) => PairPrice {
  const limbPrice = limbPairPrices(scene, 0);
  return (a, b) => ({
    breaches: limbPrice(a, b).breaches,
    form: unlikeness(scene, a.stem, b.stem, wires, wall),
  });
}

/** The two arms of a wire should start at like heights and be of like thickness. */
function unlikeness(scene: FormScene, a: Stem, b: Stem, wires: readonly number[], wall: number): number {
  const { laid } = scene;
  const [seatA, seatB] = [seatOf(scene, a, wires, wall), seatOf(scene, b, wires, wall)];
  if (seatA.wire !== seatB.wire || seatA.side === seatB.side) return 0;
  const apart = Math.abs(joinHeightCm(laid, a) - joinHeightCm(laid, b));
  const [thin, thick] = [a.diameter.value, b.diameter.value].sort((x, y) => x - y) as [number, number];
  return onCurve(PAIR_HEIGHT_TENTHS, apart) + onCurve(PAIR_THICKNESS_TENTHS, thick / thin);
}
