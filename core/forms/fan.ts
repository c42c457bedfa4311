import { told } from '../words/message';
import type { Candidacy, FormScene, Place } from '../choosing/candidacy';
import { assembled } from '../choosing/assemble';
import type { Consideration } from '../choosing/consideration';
import { meanOn, onCurve, type Curve } from '../choosing/curve';
import { livingCm } from '../choosing/weigh/view';
import type { Scene } from '../findings/finding';
import { isOnTrunk } from '../tree/joins';
import { direction, dot, wrapBearing } from '../geometry/vector';
import { wallBearing } from '../sites/site';
import type { Stem } from '../tree/stem';
import type { Form } from './form';
import { gapCurve, LIKE_VIGOUR } from './grades';
import { placeCosts } from './ring';
import { seated } from './seat';

/** A short trunk and ribs spread over a wall like the fingers of a hand. */
export const fan: Form = {
  id: 'fan',
  rules: {
    'thick.ratio': 0.667,
    'set.fromDeg': 5,
    'set.toDeg': 85,
    'clearance.cm': 15,
    'crotch.narrowDeg': 15,
    'crotch.doubtfulDeg': 20,
    'crotch.idealFromDeg': 30,
    'crotch.idealToDeg': 90,
    'cluster.turnDeg': 90,
    'rival.uprightDeg': 12,
    'shade.heightCm': 0,
    'parallel.turnDeg': 10,
    'parallel.apartCm': 8,
    'cluster.bandCm': 1,
    'cross.joinCm': 25,
    'cross.seasons': 2,
  },
  figures: ['rib.fewest', 'rib.wish', 'rib.most', 'rib.armCm', 'plane.mostDeg', 'clearance.cm'],
  typicalOf: [
    'peach',
    'nectarine',
    'apricot',
    'european-plum',
    'japanese-plum',
    'sour-cherry',
    'sweet-cherry',
    'fig',
  ],
  standsOn: 'arms',
  hasLeader: false,
  headsScaffolds: true,
  holdsHeight: true,
  needsWall: true,
  spreadCm: 400,
  build(scene) {
    return assembled(scene, {
      places: [ARMS, hand(scene)],
      candidacies: scene.limbs.map((stem) => ribCandidacy(scene, stem)),
      harm: (stem) => [
        ...outOfHand(scene, stem),
        // An arm is of the frame: it is not only left.
        ...(onlyCarries(scene, stem) ? [{ what: 'off-run', points: 1 } as const] : []),
      ],
    });
  },
  whip(scene) {
    const fromCm = scene.limits('clearance.cm').value;
    const headAtCm = fromCm + 25;
    const wall = wallBearing(scene.site);
    const places = [wall, wall + 180].map((bearingDeg, side) => ({
      circle: {
        ...hand(scene).circle,
        name: `first rib, side ${side + 1}`,
        called: told('place.first-rib', { n: side + 1 }),
        fewest: 1,
        wish: 1,
        most: 1,
        gap: [],
      },
      fromCm,
      toCm: headAtCm,
      apartCm: 0,
      facing: { bearingDeg: bearingDeg % 360, withinDeg: scene.limits('plane.mostDeg').value },
    }));
    return { places, headAtCm, headAnywayCm: headAtCm };
  },
};

/** Arms cut back behind their ribs: they carry, and point where no rib does. */
const ARMS: Place = {
  role: 'scaffold',
  word: 'arm',
  onlyCarries: true,
  heightCm: 0,
  circle: {
    name: 'arms',
    called: told('place.arms'),
    fewest: 0,
    wish: 0,
    most: 24,
    ...{ short: 0, empty: 0, over: 0 },
    gap: [],
  },
  spreads: [],
};
const ARMS_AT = 0;
const HAND = 1;

/** How far along a cut arm a shoot must rise to take over its place in the hand, as a share of it. Working value. */
const TAKES_OVER = 2 / 3;

/** Whether an arm was cut back to ribs near its end, so that it is no rib itself. */
function onlyCarries({ laid, limbs }: FormScene, arm: Stem): boolean {
  const fromCm = arm.length.value * TAKES_OVER;
  return (
    arm.headed &&
    isOnTrunk(laid, arm) &&
    limbs.some(
      ({ parent, origin }) => parent.kind === 'stem' && parent.stemId === arm.id && origin.value >= fromCm,
    )
  );
}

/** What one rib of many is worth against one of a few limbs. Working value. */
const RIB_SHARE = 0.5;

function hand(scene: Scene): Place {
  const { limits } = scene;
  const wall = wallBearing(scene.site);
  return {
    role: 'scaffold',
    word: 'rib',
    heightCm: limits('clearance.cm').value + 15,
    bearingOf: (positionDeg) => wrapBearing(positionDeg <= 90 ? wall : wall + 180),
    circle: {
      name: 'fan',
      called: told('place.fan'),
      fewest: limits('rib.fewest').value,
      wish: limits('rib.wish').value,
      most: limits('rib.most').value,
      ...placeCosts(limits, RIB_SHARE),
      gap: gapCurve(limits),
      arc: { fromDeg: 0, toDeg: 180 },
    },
    spreads: [{ name: 'like-vigour', of: 'ratio', grades: LIKE_VIGOUR }],
  };
}

/**
 * Where a rib stands in the hand: 0 flat (or hanging) along the wall's bearing, 90 upright, 180 flat the other way; and how far its
 * run stands out of the wall's plane, deg.
 */
export function inPlane(stem: Stem, wallBearingDeg: number): { atDeg: number; offDeg: number } {
  const run = direction(stem.shape.runBearing.value, stem.shape.run.value);
  const along = dot(run, direction(wallBearingDeg, 90));
  const out = dot(run, direction(wallBearingDeg + 90, 90));
  return {
    atDeg: (Math.atan2(Math.max(0, run[2]), along) * 180) / Math.PI,
    offDeg: (Math.asin(Math.min(1, Math.abs(out))) * 180) / Math.PI,
  };
}

/** Cost, 0 to 1, by how far a rib's run stands out of the wall's plane, deg; by how long it is, cm; and by how upright it stands on an arm, deg. */
const OFF_PLANE: Curve = [
  [12, 0],
  [30, 0.5],
  [50, 1],
];
const LONG: Curve = [
  [8, 0],
  [16, 0.35],
  [40, 1],
];
const SPROUT: Curve = [
  [8, 1],
  [15, 0.6],
  [22, 0.1],
  [28, 0],
];

/** What a shoot costs a fan that stands away from the wall or into it, or straight up its middle. */
function outOfHand(scene: FormScene, stem: Stem): Consideration[] {
  const { limits, laid } = scene;
  const { offDeg } = inPlane(stem, wallBearing(scene.site));
  const { run, runBearing } = stem.shape;
  const off = meanOn(OFF_PLANE, offDeg, runBearing.sure) * onCurve(LONG, livingCm(stem));
  const upright = isOnTrunk(laid, stem) ? 0 : meanOn(SPROUT, run.value, run.sure);
  return [
    { what: 'plane', points: limits('weigh.plane').value * off, measured: offDeg },
    { what: 'sprout', points: limits('weigh.sprout').value * upright, measured: run.value },
  ];
}

function ribCandidacy(scene: FormScene, stem: Stem): Candidacy {
  const { atDeg } = inPlane(stem, wallBearing(scene.site));
  const carriesOnly = onlyCarries(scene, stem);
  const place = carriesOnly ? ARMS_AT : HAND;
  const spread = carriesOnly ? [] : [stem.diameter.value];
  return { ...seated(scene, stem, place, () => outOfHand(scene, stem), spread), atDeg };
}
