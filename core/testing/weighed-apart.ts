import type { Scene } from '../findings/finding';
import { crotchDeg, hangsOnCane, ratioSure, thicknessRatio } from '../tree/joins';
import type { Stem } from '../tree/stem';
import { taperOf, woodBetween } from '../tree/taper';

/**
 * What speaks against leaving a limb of the trunk, against taking it out, and against two limbs beside each other, written again from
 * docs/choosing.md and sharing none of its curves, means or sums with `core/choosing`. For straight limbs on a plumb trunk that has no
 * side of its own, of a tree past its first season.
 */
type Corners = readonly (readonly [number, number])[];

/** Height of a line through corners. */
export function along(corners: Corners, x: number): number {
  const after = corners.findIndex(([at]) => at >= x);
  const [first, last] = [corners[0], corners.at(-1)];
  if (!first || !last) throw new Error('no corners');
  if (after === 0) return first[1];
  if (after < 0) return last[1];
  const [[x0, y0], [x1, y1]] = [corners[after - 1], corners[after]] as [[number, number], [number, number]];
  return y0 + ((x - x0) / (x1 - x0)) * (y1 - y0);
}

/** Mean of such a line over a normal spread, summed in narrow strips between six standard deviations. */
export function mean(corners: Corners, x: number, sure: number): number {
  if (sure === 0) return along(corners, x);
  const strips = 3000;
  let [sum, weight] = [0, 0];
  for (let i = 0; i <= strips; i++) {
    const z = -6 + (12 * i) / strips;
    const share = Math.exp(-(z ** 2) / 2) * (i === 0 || i === strips ? 0.5 : 1);
    sum += share * along(corners, x + z * sure);
    weight += share;
  }
  return sum / weight;
}

export const clamp = (least: number, x: number, most: number): number => Math.min(most, Math.max(least, x));
export const cosine = (deg: number): number => Math.cos((deg * Math.PI) / 180);
export const turn = (a: number, b: number): number => 180 - Math.abs(180 - (Math.abs(a - b) % 360));

/** Points by what is weighed; nothing that comes to nothing. */
export type Weighed = Record<string, number>;
export const felt = (all: Weighed): Weighed =>
  Object.fromEntries(Object.entries(all).filter(([, points]) => Math.round(points * 100) > 0));

export const trunkOf = ({ laid }: Scene): Stem => {
  if (!laid.trunk) throw new Error('no trunk');
  return laid.trunk;
};
const ofFoot = (scene: Scene, { diameter }: Stem): number => diameter.value / trunkOf(scene).diameter.value;
export const limbsOf = (scene: Scene): Stem[] =>
  scene.laid.tree.stems.filter((stem) => stem !== trunkOf(scene));

/** How much of the tree hangs on a join. */
const hangsOn = (scene: Scene, stem: Stem): number =>
  clamp(0.15, Math.min((thicknessRatio(scene.laid, stem) ?? 0) / 0.4, ofFoot(scene, stem) / 0.25), 1.2);

/** Seasons in a limb of which no growth was read. */
export const seasonsIn = (scene: Scene, { length }: Stem): number =>
  Math.max(1, Math.min(Math.max(1, scene.when.seasonsGrown), length.value / 60));

export function againstLeaving(scene: Scene, stem: Stem): Weighed {
  const { limits, kind, laid } = scene;
  const weight = (name: Parameters<typeof limits>[0]): number => limits(name).value;
  const size = hangsOn(scene, stem);
  const ratio = thicknessRatio(laid, stem) ?? 0;
  const spread = ratioSure(ratio, stem, laid);
  const { run } = stem.shape;
  const firm = seasonsIn(scene, stem) > 1.5 ? 1 : 0.7;
  const shift = (kind.habit.value === 'upright' ? 7 : 0) + 30 - weight('crotch.narrowDeg');
  const splits = mean(
    [
      [12, 1],
      [20, 0.8],
      [25, 0.6],
      [30, 0.4],
      [35, 0.2],
      [40, 0.08],
      [45, 0],
    ],
    (crotchDeg(laid, stem) ?? 90) + shift,
    stem.shape.departure.sure,
  );
  const takes =
    mean(
      [
        [-0.1, 0],
        [0, 0.1],
        [0.2, 0.55],
        [0.5, 1],
      ],
      ratio - weight('thick.ratio'),
      spread,
    ) *
    along(
      [
        [0.15, 0],
        [0.4, 1],
      ],
      ofFoot(scene, stem),
    ) *
    mean(
      [
        [20, 1],
        [40, 0.7],
        [60, 0.35],
        [90, 0.08],
      ],
      run.value,
      run.sure,
    );
  const shared = {
    ...(stem.barkTrapped
      ? { bark: weight('weigh.bark') * Math.max(0.5, size) }
      : { join: weight('weigh.join') * size * firm * splits * (hangsOnCane(scene, stem) ? 0.3 : 1) }),
    low:
      weight('weigh.low') *
      clamp(0.35, stem.length.value / 40, 1) *
      mean(
        [
          [0, 0],
          [4, 0.1],
          [10, 0.45],
          [20, 0.85],
          [30, 1],
        ],
        weight('clearance.cm') - stem.origin.value,
        stem.origin.sure,
      ),
  };
  if (!scene.hasLeader) {
    const upInIt = mean(
      [
        [8, 1],
        [18, 0.6],
        [28, 0.15],
        [36, 0],
      ],
      run.value,
      run.sure,
    );
    return felt({
      ...shared,
      middle: (weight('weigh.strong') / 2) * size * upInIt,
      strong: (weight('weigh.strong') / 2) * takes,
    });
  }
  const strong = weight('weigh.strong') * takes;
  const rival = weight('weigh.rival') * rivalry(scene, stem) * bunched(scene, stem);
  return felt({ ...shared, ...(rival > strong ? { rival } : { strong }), peers: outgrowing(scene, stem) });
}

/** How much a shoot stands as the leader does. */
function rivalry(scene: Scene, stem: Stem): number {
  const { run, departure } = stem.shape;
  const topCm = trunkOf(scene).length.value;
  const tipCm = stem.origin.value + stem.length.value * cosine(departure.value);
  const ratio = thicknessRatio(scene.laid, stem) ?? 0;
  return (
    mean(
      [
        [12, 1],
        [22, 0.9],
        [30, 0.5],
        [38, 0.08],
        [45, 0],
      ],
      run.value,
      run.sure,
    ) *
    mean(
      [
        [0.65, 0],
        [0.8, 0.4],
        [0.9, 0.85],
        [1, 1],
      ],
      tipCm / topCm,
      stem.length.sure / topCm,
    ) *
    mean(
      [
        [0.3, 0],
        [0.5, 0.6],
        [0.7, 1],
      ],
      ratio,
      ratioSure(ratio, stem, scene.laid),
    )
  );
}

/** Of many rivals from one stretch of trunk each counts for less. */
function bunched(scene: Scene, stem: Stem): number {
  const near = limbsOf(scene).filter(({ origin }) => Math.abs(origin.value - stem.origin.value) <= 35);
  const rivals = near.filter((other) => rivalry(scene, other) >= 0.25).length;
  return along(
    [
      [2, 1],
      [3, 0.75],
      [4, 0.5],
    ],
    rivals,
  );
}

/** Thickness past the middle one of those that rise beside it, two at the least. */
function outgrowing(scene: Scene, stem: Stem): number {
  const peers = limbsOf(scene)
    .filter((other) => other !== stem && Math.abs(other.origin.value - stem.origin.value) <= 30)
    .map(({ diameter }) => diameter.value)
    .sort((a, b) => a - b);
  const middle = peers[Math.floor(peers.length / 2)];
  if (middle === undefined || peers.length < 2) return 0;
  const { value, sure } = stem.diameter;
  const share = mean(
    [
      [1.5, 0],
      [2.2, 0.6],
      [3, 1],
    ],
    value / middle,
    (sure / middle) * 1.5,
  );
  const ofStem = thicknessRatio(scene.laid, stem) ?? 0;
  const takes = mean(
    [
      [0.3, 0],
      [0.5, 1],
    ],
    ofStem,
    ratioSure(ofStem, stem, scene.laid),
  );
  return scene.limits('weigh.strong').value * share * takes;
}

export function againstTaking(scene: Scene, stem: Stem): Weighed {
  const { limits, kind, when } = scene;
  const limbs = limbsOf(scene);
  const trunk = trunkOf(scene);
  const woodOf = (one: Stem): number => woodBetween(taperOf(one), 0, one.length.value);
  const wood = woodOf(stem) / [trunk, ...limbs].reduce((sum, one) => sum + woodOf(one), 0);
  const endCm = trunk.headed ? 0 : trunk.length.value - Math.max(...limbs.map(({ origin }) => origin.value));
  const leaf = stem.length.value / limbs.reduce((sum, { length }) => sum + length.value, endCm);
  const misses = clamp(0.6, 0.2 / kind.removalShare.value, 2);
  const counted = (share: number): number => misses * share * (1 + share);
  const heals = { quick: 0.8, middling: 1, slow: 1.25 }[kind.healing.value];
  const wide = along(
    [
      [0, 0],
      [10, 8],
      [20, 20],
      [30, 40],
      [50, 100],
    ],
    stem.diameter.value,
  );
  const bears = stem.bears === 'fruit' && when.seasonsGrown >= 4;
  return felt({
    wood: limits('weigh.wood').value * counted(wood),
    leaf: limits('weigh.leaf').value * counted(leaf),
    wound: limits('weigh.wound').value * wide * heals,
    crop: bears ? limits('weigh.crop').value : 0,
    cut: limits('weigh.cut').value,
  });
}

/** Two limbs that are both left: room and a shared node, each by 0.7; rubbing is held by the tests of findings. */
export function besideEachOther({ limits }: Scene, a: Stem, b: Stem): Weighed {
  const apartCm = Math.abs(a.origin.value - b.origin.value);
  const runs = turn(a.shape.runBearing.value, b.shape.runBearing.value);
  const feet = turn(a.bearing.value, b.bearing.value);
  const [turnOver, highOver] = [limits('shade.bearingDeg').value, limits('shade.heightCm').value];
  const byFeet = along(
    [
      [5, 1],
      [25, 0],
    ],
    apartCm,
  );
  const facing = feet < runs ? feet * byFeet + runs * (1 - byFeet) : runs;
  const share =
    mean(
      [
        [0, 1],
        [0.5, 0.9],
        [1, 0.42],
        [1.4, 0.12],
        [1.8, 0],
      ],
      facing / turnOver,
      Math.hypot(a.bearing.sure, b.bearing.sure) / turnOver,
    ) *
    mean(
      [
        [0, 1],
        [0.25, 0.88],
        [0.5, 0.58],
        [0.75, 0.2],
        [1, 0],
      ],
      apartCm / highOver,
      Math.hypot(a.origin.sure, b.origin.sure) / highOver,
    );
  const lesser = clamp(0.2, Math.min(a.length.value, b.length.value) / 50, 1);
  const alike = along(
    [
      [0.3, 0.2],
      [0.8, 1],
    ],
    Math.min(a.diameter.value / b.diameter.value, b.diameter.value / a.diameter.value),
  );
  const space = limits('cluster.bandCm').value;
  const node =
    runs > limits('cluster.turnDeg').value
      ? 0
      : mean(
          [
            [0, 1],
            [0.5, 0.9],
            [1, 0],
          ],
          apartCm / space,
          Math.hypot(a.origin.sure, b.origin.sure) / space,
        );
  return felt({
    room: 0.7 * limits('weigh.room').value * share * lesser,
    node: 0.7 * limits('weigh.node').value * node * alike,
  });
}
