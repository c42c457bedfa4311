import { compassCalled } from '../words/compass';
import { told } from '../words/message';
import type { Candidacy, FormScene, Place } from '../choosing/candidacy';
import { assembled } from '../choosing/assemble';
import type { Consideration } from '../choosing/consideration';
import { meanOn, onCurve, type Curve } from '../choosing/curve';
import { planeCost } from '../choosing/weigh/plane';
import { joinHeightCm } from '../tree/joins';
import { bearingDifference } from '../geometry/vector';
import { tipOf, type Course } from '../tree/course';
import { wallBearing } from '../sites/site';
import type { Stem } from '../tree/stem';
import type { Form } from './form';
import { LEADER_PLACE, leaderCandidacies, underLeader } from './leader-place';
import { placeCosts } from './ring';
import { seated } from './seat';

/** A flat tree on wires: one stem, a pair of arms at each wire. */
export const horizontalEspalier: Form = {
  id: 'horizontal-espalier',
  rules: {
    'thick.ratio': 0.6,
    'bend.worthDeg': 6,
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
    const wall = wallBearing(scene.site);
    const wires = wiresReached(scene);
    const arms = wires.flatMap((heightCm, w) => [
      armPlace(scene, heightCm, w, wall),
      armPlace(scene, heightCm, w, wall + 180),
    ]);
    const top = underLeader(scene, arms.length);
    return assembled(scene, {
      places: [...arms, LEADER_PLACE],
      candidacies: [
        ...scene.limbs.map((stem) => armCandidacy(scene, stem, wires, wall)),
        ...leaderCandidacies(scene, arms.length),
      ],
      harm: (stem) => planeCost(scene, stem, wall),
      ...top,
      pair: (a, b) => [...top.pair(a, b), ...unlikeness(scene, a, b, wires, wall, arms.length)],
    });
  },
  whip(scene) {
    const { limits, site } = scene;
    const wall = wallBearing(site);
    const wireCm = limits('wire.firstCm').value;
    const within = limits('plane.mostDeg').value;
    const places = [wall, wall + 180].map((bearingDeg) => ({
      circle: armPlace(scene, wireCm, 0, bearingDeg).circle,
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

function armPlace(
  { limits }: Pick<FormScene, 'limits'>,
  heightCm: number,
  wire: number,
  bearingDeg: number,
): Place {
  const toward = bearingDeg % 360;
  return {
    role: 'scaffold',
    word: 'arm',
    heightCm,
    bearingDeg: toward,
    circle: {
      name: `wire ${wire + 1} toward ${Math.round(toward)}°`,
      called: told('place.wire', { n: wire + 1, toward: compassCalled(toward) }),
      fewest: 1,
      wish: 1,
      most: 1,
      ...placeCosts(limits, 0.6),
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

/** Points by cm of a limb's join under its wire; negative over it: arms are brought down to it, hardly up. Working values. */
const TO_WIRE: Curve = [
  [-15, 40],
  [-5, 12],
  [0, 1],
  [3, 0],
  [12, 0],
  [25, 12],
  [40, 40],
];

/** An arm lies in the plane for good: what it costs as leaf wood, and half of that again. Working value. */
const ARM_SHARE = 1.5;

function armCandidacy(scene: FormScene, stem: Stem, wires: readonly number[], wall: number): Candidacy {
  const seat = seatOf(scene, stem, wires, wall);
  const asks = (): Consideration[] => [
    ...planeCost(scene, stem, wall).map((one) => ({ ...one, points: one.points * ARM_SHARE })),
    { what: 'wire', points: meanOn(TO_WIRE, seat.belowCm, stem.origin.sure), measured: seat.belowCm },
  ];
  const arm = seated(scene, stem, seat.wire * 2 + seat.side, asks);
  // Laid along its wire, an arm rivals nothing, however steep it stands yet.
  return { ...arm, against: arm.against.filter(({ what }) => what !== 'rival' && what !== 'strong') };
}

/** Points by how far the two arms of a wire are from starting at like heights, cm, and from like thickness. Working values. */
const UNLIKE_HEIGHT: Curve = [
  [5, 0],
  [25, 6],
];
const UNLIKE_THICK: Curve = [
  [1.5, 0],
  [3, 5],
];

/** The two arms of a wire should start at like heights and be of like thickness. */
function unlikeness(
  scene: FormScene,
  a: Candidacy,
  b: Candidacy,
  wires: readonly number[],
  wall: number,
  leaderPlace: number,
): Consideration[] {
  const { laid } = scene;
  if (a.place === leaderPlace || b.place === leaderPlace) return [];
  const [seatA, seatB] = [seatOf(scene, a.stem, wires, wall), seatOf(scene, b.stem, wires, wall)];
  if (seatA.wire !== seatB.wire || seatA.side === seatB.side) return [];
  const apart = Math.abs(joinHeightCm(laid, a.stem) - joinHeightCm(laid, b.stem));
  const [thin, thick] = [a.stem.diameter.value, b.stem.diameter.value].sort((x, y) => x - y) as [
    number,
    number,
  ];
  return [
    {
      what: 'unlike-arms',
      points: onCurve(UNLIKE_HEIGHT, apart) + onCurve(UNLIKE_THICK, thick / thin),
      measured: apart,
    },
  ];
}
