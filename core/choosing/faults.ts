import { findingsOn, type Finding, type Scene } from '../findings/finding';
import { crotchDeg, joinHeightCm, thicknessRatio } from '../tree/joins';
import { tipOf, type Course } from '../tree/course';
import type { Stem } from '../tree/stem';

/** Points are tenths: 10 is one point. Cost of a measure, straight between the corners of its table, flat outside. */
export type Curve = readonly (readonly [measure: number, tenths: number])[];

export function onCurve(curve: Curve, measure: number): number {
  const first = curve[0] as readonly [number, number];
  if (measure <= first[0]) return first[1];
  for (let i = 1; i < curve.length; i++) {
    const [x0, y0] = curve[i - 1] as readonly [number, number];
    const [x1, y1] = curve[i] as readonly [number, number];
    if (measure <= x1) return Math.round(y0 + ((y1 - y0) * (measure - x0)) / (x1 - x0));
  }
  return (curve.at(-1) as readonly [number, number])[1];
}

/** One thing a limb costs the set it is in. */
export interface Fault {
  rank: 'breaches' | 'form' | 'merit';
  what: string;
  points: number;
  /** What was measured, in the unit of its kind, where a sentence needs it. */
  measured?: number;
}

/**
 * What a limb costs by itself in any form: findings that bar it, and its own weaknesses.
 */
export function faultsOf(scene: Scene, stem: Stem, findings: readonly Finding[]): Fault[] {
  const own = findingsOn(findings, stem.id);
  const barred: Fault[] = own
    .filter((f) => f.otherStemId === undefined && f.gravity === 'must-go')
    .map((f) => ({ rank: 'breaches', what: f.rule, points: 1 }));
  return [...barred, ...weaknesses(scene, stem, own)].filter((f) => f.points > 0);
}

/** Form cost of a scaffold on a doubtful join, tenths: no evenness is worth two of them. Working value. */
const DOUBTFUL_JOIN = 10;

function weaknesses({ laid, limits, runDeg }: Scene, stem: Stem, own: readonly Finding[]): Fault[] {
  const crotch = crotchDeg(laid, stem);
  const ratio = thicknessRatio(laid, stem) ?? 0;
  const has = (rule: string): boolean => own.some((f) => f.rule === rule);
  const strong = limits('thick.ratio').value;
  const thinMm = limits('thin.diameterMm').value - stem.diameter.value;
  const bendDeg = Math.max(runDeg.from - stem.shape.run.value, stem.shape.run.value - runDeg.to, 0);
  const [ideal, wide] = [limits('crotch.idealFromDeg').value, limits('crotch.idealToDeg').value];
  const merit = (what: string, points: number): Fault => ({ rank: 'merit', what, points });
  const isDoubtful = crotch !== undefined && crotch < limits('crotch.doubtfulDeg').value;
  return [
    { rank: 'form', what: 'doubtful-crotch', points: isDoubtful ? DOUBTFUL_JOIN : 0 },
    merit(
      'crotch',
      crotch === undefined
        ? 0
        : onCurve(
            [
              [ideal - 15, 50],
              [ideal - 5, 15],
              [ideal, 0],
              [wide, 0],
              [wide + 30, 20],
              [wide + 60, 60],
            ],
            crotch,
          ),
    ),
    merit(
      'thick',
      onCurve(
        [
          [strong - 0.1, 0],
          [strong, 20],
          [strong + 0.15, 60],
          [strong + 0.4, 100],
        ],
        ratio,
      ),
    ),
    merit(
      'thin',
      onCurve(
        [
          [0, 0],
          [4, 40],
        ],
        thinMm,
      ),
    ),
    merit(
      'bend',
      onCurve(
        [
          [0, 0],
          [60, 60],
        ],
        bendDeg,
      ),
    ),
    merit('inward', has('growing-inward') ? 60 : 0),
    merit('rubbed', has('unsound-wood') ? 30 : 0),
  ];
}

/** Fault of a limb whose join lies outside a stretch of the trunk, and how far, cm. Barred beyond `slackCm`. */
export function outsideBand(
  scene: Scene,
  stem: Stem,
  lowestCm: number,
  highestCm: number,
  slackCm: number,
): Fault[] {
  const height = joinHeightCm(scene.laid, stem);
  const offCm = Math.max(lowestCm - height, height - highestCm, 0);
  if (offCm > slackCm) return [{ rank: 'breaches', what: 'outside-band', points: 1, measured: height }];
  return offCm > 0
    ? [{ rank: 'form', what: 'outside-band', points: Math.ceil(offCm), measured: height }]
    : [];
}

/** Cost of shortening a limb that stands higher than the leader allows: a point for every 4 cm it is too high. */
export function overtops({ laid, limits }: Scene, stem: Stem): Fault {
  const tip = (id: string): number => tipOf(laid.courses.get(id) as Course)[2];
  const overCm = laid.trunk ? tip(stem.id) - (tip(laid.trunk.id) - limits('leader.clearCm').value) : 0;
  const points = onCurve(
    [
      [0, 0],
      [24, 60],
    ],
    overCm,
  );
  return { rank: 'merit', what: 'overtops', points };
}

/** Bars a limb over a share of the stem's thickness, where the form wants only weak limbs. */
export function tooStrong(
  { laid, limits }: Scene,
  stem: Stem,
  key: 'thick.ratio' | 'top.limbRatio',
): Fault[] {
  const ratio = thicknessRatio(laid, stem) ?? 0;
  return ratio > limits(key).value
    ? [{ rank: 'breaches', what: 'too-strong', points: 1, measured: ratio }]
    : [];
}
