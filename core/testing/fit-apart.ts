import type { Scene } from '../findings/finding';
import { crotchDeg } from '../tree/joins';
import type { Stem } from '../tree/stem';
import {
  along,
  againstLeaving,
  clamp,
  cosine,
  felt,
  limbsOf,
  mean,
  seasonsIn,
  trunkOf,
  turn,
  type Weighed,
} from './weighed-apart';

/**
 * What a limb costs a frame over what it costs as leaf wood, what walls, bushes and side shoots are weighed by, and how a top
 * leans: written again from docs/choosing.md as `weighed-apart.ts` is, for straight limbs on a plumb trunk.
 */
export function fitOf(scene: Scene, stem: Stem): Weighed {
  const { limits, runDeg } = scene;
  const { join = 0, bark = 0, low = 0 } = againstLeaving(scene, stem);
  const run = stem.shape.run.value;
  const beside = limbsOf(scene).filter(({ origin }) => Math.abs(origin.value - stem.origin.value) <= 30);
  const thickest = Math.max(...beside.map(({ diameter }) => diameter.value));
  return felt({
    'frame-join': (join + bark) / 2,
    'frame-low': low,
    thin: mean(
      [
        [0, 0],
        [4, 5],
      ],
      limits('thin.diameterMm').value - stem.diameter.value,
      stem.diameter.sure,
    ),
    slight: along(
      [
        [0.4, 9],
        [0.75, 3],
        [0.95, 0],
      ],
      stem.diameter.value / thickest,
    ),
    'off-run':
      mean(
        [
          [0, 0],
          [15, 2],
          [60, 10],
        ],
        Math.max(runDeg.from - run, run - runDeg.to, 0),
        stem.shape.run.sure,
      ) *
      along(
        [
          [1, 1],
          [3, 2.5],
        ],
        seasonsIn(scene, stem),
      ),
    wide: mean(
      [
        [0, 0],
        [30, 4],
        [60, 12],
      ],
      (crotchDeg(scene.laid, stem) ?? 0) - limits('crotch.idealToDeg').value,
      stem.shape.departure.sure,
    ),
  });
}

/** Out of a stretch of trunk, and over what the leader leaves free. */
export function offItsPlace(scene: Scene, stem: Stem, fromCm: number, toCm: number): Weighed {
  const { origin, length, shape } = stem;
  const tipCm = origin.value + length.value * cosine(shape.departure.value);
  const freeCm = trunkOf(scene).length.value - scene.limits('leader.clearCm').value;
  return felt({
    band: mean(
      [
        [0, 0],
        [10, 4],
        [40, 14],
      ],
      Math.max(fromCm - origin.value, origin.value - toCm, 0),
      origin.sure,
    ),
    ...(scene.hasLeader && {
      overtop: mean(
        [
          [0, 0],
          [30, 8],
        ],
        tipCm - freeCm,
        length.sure,
      ),
    }),
  });
}

/** Out of the plane of a wall that runs on a bearing, deg. */
export function offTheWall(scene: Scene, { shape, length }: Stem, wallDeg: number): Weighed {
  const off = Math.min(turn(shape.runBearing.value, wallDeg), turn(shape.runBearing.value, wallDeg + 180));
  const share = mean(
    [
      [15, 0],
      [30, 0.3],
      [45, 0.8],
      [60, 1],
    ],
    off,
    shape.runBearing.sure,
  );
  const long = along(
    [
      [8, 0],
      [16, 0.35],
      [40, 1],
    ],
    length.value,
  );
  return felt({ plane: scene.limits('weigh.plane').value * share * long });
}

/** Two stems of a bush, by where they lean and where they stand; each by 0.7 where both are only left. */
export function feetBesideEachOther(scene: Scene, a: Stem, b: Stem): Weighed {
  const { limits } = scene;
  const runs = [a, b].map(({ shape }) => shape.runBearing);
  const apartDeg = turn(runs[0]?.value ?? 0, runs[1]?.value ?? 0) / limits('shade.bearingDeg').value;
  const sure = Math.hypot(...runs.map((run) => run.sure)) / limits('shade.bearingDeg').value;
  const share = mean(
    [
      [0, 1],
      [0.5, 0.9],
      [1, 0.42],
      [1.4, 0.12],
      [1.8, 0],
    ],
    apartDeg,
    sure,
  );
  const plumb = Math.min(a.shape.run.value, b.shape.run.value) < 6 ? 0.2 : 1;
  const lesser = clamp(0.2, Math.min(a.length.value, b.length.value) / 50, 1);
  const [p, q] = [footOf(a), footOf(b)];
  const apartCm = Math.hypot(p[0] - q[0], p[1] - q[1]);
  const together = apartCm === 0 ? 0 : Math.max(0, 1 - apartCm / limits('stem.apartCm').value);
  return felt({
    feet: 0.7 * limits('weigh.room').value * plumb * share * lesser,
    node: 0.7 * limits('weigh.node').value * together,
  });
}

const footOf = ({ parent }: Stem): [number, number] =>
  parent.kind === 'ground' ? [parent.eastCm, parent.northCm] : [0, 0];

/** What a sound side shoot of at least a spur's length costs its limb, apart from its join and from wood that touches. */
export function againstSideShoot(scene: Scene, shoot: Stem, carrier: Stem): Weighed {
  const { limits } = scene;
  const run = shoot.shape.run.value;
  const long = along(
    [
      [12, 0],
      [25, 0.35],
      [45, 1],
    ],
    shoot.length.value,
  );
  const steeper = along(
    [
      [0, 0],
      [12, 0.5],
      [25, 1],
    ],
    carrier.shape.run.value - run,
  );
  const upright = mean(
    [
      [8, 1],
      [15, 0.8],
      [22, 0.45],
      [30, 0.1],
      [36, 0],
    ],
    run,
    shoot.shape.run.sure,
  );
  const hanging = mean(
    [
      [92, 0],
      [100, 0.4],
      [112, 1],
    ],
    run,
    shoot.shape.run.sure,
  );
  const atFoot = mean(
    [
      [-2, 1],
      [0, 0.6],
      [4, 0],
    ],
    shoot.origin.value - limits('foot.joinCm').value,
    shoot.origin.sure,
  );
  const weak = along(
    [
      [-2, 1],
      [0, 0.4],
      [1, 0],
    ],
    carrier.diameter.value - limits('thin.diameterMm').value,
  );
  const sap = limits('weigh.sprout').value;
  return felt({
    sprout: sap * long * steeper * upright,
    hangs: sap * long * hanging,
    'at-foot': 1.2 * limits('weigh.room').value * long * atFoot,
    'weak-limb': sap * long * weak,
  });
}

/** Two side shoots of one limb that want one room. */
export function sideShootsTogether({ limits }: Scene, a: Stem, b: Stem): Weighed {
  const longer = Math.min(
    ...[a, b].map(({ length }) =>
      along(
        [
          [12, 0],
          [25, 0.35],
          [45, 1],
        ],
        length.value,
      ),
    ),
  );
  const near = along(
    [
      [0, 1],
      [8, 0.6],
      [20, 0],
    ],
    Math.abs(a.origin.value - b.origin.value),
  );
  const facing = mean(
    [
      [0, 1],
      [20, 0.8],
      [45, 0],
    ],
    turn(a.shape.runBearing.value, b.shape.runBearing.value),
    Math.hypot(a.shape.runBearing.sure, b.shape.runBearing.sure),
  );
  return felt({ room: 0.6 * limits('weigh.room').value * longer * near * facing });
}

/** What speaks against a top of its own by how it leans: the mean of its run and of its tip's way from over the foot. */
export function leanOfTop(scene: Scene, top: Stem): number {
  const { run } = top.shape;
  const outCm = top.length.value * Math.sin((top.shape.departure.value * Math.PI) / 180);
  const upCm = top.origin.value + top.length.value * cosine(top.shape.departure.value);
  const lean = (run.value + (Math.atan2(outCm, upCm) * 180) / Math.PI) / 2;
  const bySchool = { straightest: 1, 'fewest-wounds': 0.6, calmest: 0.6 }[scene.answers['which-top']];
  const points = mean(
    [
      [5, 0],
      [15, 8],
      [25, 45],
      [45, 90],
    ],
    lean,
    run.sure,
  );
  return points * bySchool;
}
