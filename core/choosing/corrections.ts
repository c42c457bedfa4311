import type { Scene } from '../findings/finding';
import { reading } from '../readings/reading';
import type { Stem } from '../tree/stem';
import type { Fault } from './faults';
import type { Candidacy } from './candidacy';

/** Form cost of each correction, tenths. Working values: a limb is swung for a grade of gap, not for less. */
const SWING_POINTS = 12;
const SPREAD_POINTS = 5;
const RIVAL_POINTS = 60;

/** Least length of a limb that can be tied aside, cm. */
const SWING_FROM_CM = 40;

/** Share of a rival's length that is left when it is cut hard and bent down. Working value. */
const RIVAL_LEFT = 0.5;

/**
 * A limb's candidacy for a ring, and the same with each correction its wood allows: tied aside either way, its join
 * widened while soft, or, where only its being a second leader bars it, cut hard and bent down.
 */
export function withCorrections(scene: Scene, candidacy: Candidacy): Candidacy[] {
  return [
    candidacy,
    ...swings(scene, candidacy),
    ...spreads(scene, candidacy),
    ...rivalBent(scene, candidacy),
  ];
}

/** Tied aside by `swing.deg` either way, if the wood is thin and the limb long enough to hold a tie. */
function swings({ limits }: Scene, candidacy: Candidacy): Candidacy[] {
  const { stem, faults } = candidacy;
  const isFree = !faults.some(({ rank }) => rank === 'breaches');
  const isThin = stem.diameter.value <= limits('swing.thickMm').value;
  if (!isFree || !isThin || stem.length.value < SWING_FROM_CM) return [];
  return [-1, 1].map((side) => {
    const byDeg = side * limits('swing.deg').value;
    const runBearing = { ...stem.shape.runBearing, value: (stem.shape.runBearing.value + byDeg + 360) % 360 };
    const fault: Fault = { rank: 'form', what: 'swing', points: SWING_POINTS };
    return {
      ...candidacy,
      stem: { ...stem, shape: { ...stem.shape, runBearing } },
      faults: [...faults, fault],
      correction: { kind: 'swing', byDeg },
    };
  });
}

/** Whether a limb's join can still be widened: a shoot of this season, in leaf, and thin. */
export function isSoft({ limits, when }: Pick<Scene, 'limits' | 'when'>, stem: Stem): boolean {
  const seasons = Object.keys(stem.growthCm);
  const isNew = seasons.length > 0 && seasons.every((season) => Number(season) === when.season);
  return when.inLeaf && isNew && stem.diameter.value <= limits('soft.diameterMm').value;
}

/** Faults of a join that widening it mends. */
const WIDENED = new Set(['narrow-crotch', 'doubtful-crotch', 'crotch']);

/** A soft shoot whose join is too narrow is pegged out to the soundest angle. */
function spreads(scene: Scene, candidacy: Candidacy): Candidacy[] {
  const { stem, faults } = candidacy;
  const isNarrow = faults.some(({ what }) => WIDENED.has(what));
  if (!isNarrow || stem.barkTrapped || !isSoft(scene, stem)) return [];
  const toDeg = scene.limits('crotch.idealFromDeg').value;
  const departure = reading('angle', toDeg, 'gauge');
  const run = { ...stem.shape.run, value: Math.max(stem.shape.run.value, toDeg) };
  const tip = { ...stem.shape.tip, value: run.value };
  return [
    {
      ...candidacy,
      stem: { ...stem, shape: { ...stem.shape, departure, run, tip } },
      faults: [
        ...faults.filter(({ what }) => !WIDENED.has(what) && what !== 'bend'),
        { rank: 'form', what: 'spread', points: SPREAD_POINTS },
      ],
      correction: { kind: 'spread', toDeg },
    },
  ];
}

/** A second leader that nothing else bars, cut hard and bent to the form's own angle. */
function rivalBent({ runDeg }: Scene, candidacy: Candidacy): Candidacy[] {
  const { stem, faults } = candidacy;
  const barred = faults.filter(({ rank }) => rank === 'breaches');
  const isRival = barred.some(({ what }) => what === 'too-thick');
  const otherwise = barred.some(({ what }) => what !== 'too-thick' && what !== 'narrow-crotch');
  if (!isRival || otherwise || stem.barkTrapped) return [];
  const toDeg = runDeg.from;
  const toLengthCm = stem.length.value * RIVAL_LEFT;
  const run = { ...stem.shape.run, value: toDeg };
  return [
    {
      ...candidacy,
      stem: {
        ...stem,
        shape: { ...stem.shape, run, tip: run },
        length: { ...stem.length, value: toLengthCm },
      },
      faults: [
        ...faults.filter(({ rank }) => rank !== 'breaches'),
        { rank: 'form', what: 'rival-bent', points: RIVAL_POINTS },
      ],
      correction: { kind: 'rival-bent', toDeg, toLengthCm },
    },
  ];
}
