import { reading } from '../readings/reading';
import type { Scene } from '../findings/finding';
import { isThisSeasons } from '../findings/measures';
import { thicknessRatio } from '../tree/joins';
import { wouldCrack } from '../bending/roll';
import type { Stem } from '../tree/stem';
import type { Consideration } from './consideration';
import { onCurve, type Curve } from './curve';
import type { Candidacy } from './candidacy';
import type { Correction } from './correction';
import { seasonsIn } from './weigh/view';

/** Least length of a limb that can be tied aside, cm. */
const SWING_FROM_CM = 40;
/** Share of a rival's length that is left when it is cut hard and bent down, and what that costs besides ties, by its thickness over the stem's: what is thicker than its stem is not subdued by halving. Working values. */
const RIVAL_LEFT = 0.5;
const RIVAL_POINTS: Curve = [
  [0.9, 15],
  [1.4, 45],
];
/** Wood older and thicker than this is bent by nobody. Working values. */
const BENT_SEASONS = 1.5;
const BENT_MM = 20;
/** A join that is widened when it is still pliable is mended by so much. Working value. */
const STAYS_SHARP = 0.6;

/** Makes the candidacy of a stem as a correction would lay it. */
export type Seated = (stem: Stem) => Candidacy;

/**
 * A limb's candidacy for a ring, and the same with each correction its wood allows: tied aside either way, spread while it is
 * pliable, or, where it takes the stem over, cut hard and bent down.
 */
export function withCorrections(scene: Scene, stem: Stem, seat: Seated): Candidacy[] {
  const asItStands = seat(stem);
  return [
    asItStands,
    ...swings(scene, stem, seat),
    ...spreads(scene, stem, asItStands, seat),
    ...rivalBent(scene, stem, asItStands, seat),
  ];
}

function corrected(candidacy: Candidacy, correction: Correction, more: readonly Consideration[]): Candidacy {
  return { ...candidacy, against: [...candidacy.against, ...more], correction };
}

/** Sound enough to be moved; what was mended would crack again, and a graft run up is left to run. */
const mayBeMoved = ({ condition, mended, runUp }: Stem): boolean =>
  (condition === 'sound' || condition === 'rubbed') && !mended && !runUp;

/** Tied aside by `swing.deg` either way, if the wood is thin and the limb long enough to hold a tie. */
function swings(scene: Scene, stem: Stem, seat: Seated): Candidacy[] {
  const { limits } = scene;
  const isThin = stem.diameter.value <= limits('swing.thickMm').value;
  if (!isThin || stem.length.value < SWING_FROM_CM || !mayBeMoved(stem)) return [];
  if (wouldCrack(scene, stem, scene.limits('swing.deg').value)) return [];
  return [-1, 1].map((side) => {
    const byDeg = side * limits('swing.deg').value;
    const runBearing = { ...stem.shape.runBearing, value: (stem.shape.runBearing.value + byDeg + 360) % 360 };
    const tie: Consideration = { what: 'tie', points: limits('weigh.tie').value };
    return corrected(seat({ ...stem, shape: { ...stem.shape, runBearing } }), { kind: 'swing', byDeg }, [
      tie,
    ]);
  });
}

/** Whether a limb's join can still be widened: a shoot of this season, in leaf, and thin. */
export const isSoft = (scene: Pick<Scene, 'limits' | 'when'>, stem: Stem): boolean =>
  isThisSeasons(scene, stem) && stem.diameter.value <= scene.limits('soft.diameterMm').value;

/** Thickest one-year wood that is still spread, mm; a limber kind's more, a stiff one's less. Working values. */
const PLIABLE_MM = { limber: 16, middling: 14, stiff: 12 } as const;
const PLIABLE_SEASONS = 1.5;
/** A shoot shorter than this is pegged, if anything, never tied, cm. Working value. */
export const TIE_FROM_CM = 25;

/** Whether a limb can still be spread as a whole: soft, or one-year wood no thicker than its kind allows. */
export function isPliable(scene: Scene, stem: Stem): boolean {
  if (!mayBeMoved(stem) || stem.barkTrapped) return false;
  if (isSoft(scene, stem)) return true;
  const isYoung = seasonsIn(stem, Math.max(1, scene.when.seasonsGrown)) <= PLIABLE_SEASONS;
  return (
    isYoung &&
    stem.length.value >= TIE_FROM_CM &&
    stem.diameter.value <= PLIABLE_MM[scene.kind.stiffness.value]
  );
}

/** A join sharper than this has bark in it before it firms, and tears when it is opened, deg. Working value. */
const TEARS_DEG = 12;

const SHARP = new Set<Consideration['what']>(['join', 'frame-join']);

/** A limb as it lies once it is spread, and to which angle; undefined where its wood is past it, or it runs flat enough. */
export function spreadOut(
  scene: Scene,
  stem: Stem,
): { laid: Stem; toDeg: number; isSoft: boolean } | undefined {
  const toDeg = Math.max(scene.limits('crotch.idealFromDeg').value, Math.min(scene.runDeg.from, 60));
  if (stem.shape.run.value >= toDeg - 5 || !isPliable(scene, stem)) return undefined;
  if (wouldCrack(scene, stem, toDeg - stem.shape.run.value)) return undefined;
  const soft = isSoft(scene, stem);
  if (!soft && stem.shape.departure.value < TEARS_DEG) return undefined;
  const departure = soft ? reading('angle', toDeg, 'gauge') : stem.shape.departure;
  const run = { ...stem.shape.run, value: toDeg };
  const shape = { ...stem.shape, departure, run, tip: { ...run, how: 'filled-in' as const } };
  return { laid: { ...stem, shape }, toDeg, isSoft: soft };
}

/** What a sharp join still costs once the limb is spread: nothing while it is soft, else it is mended only in part. */
export const afterSpread = (of: readonly Consideration[], soft: boolean): Consideration[] =>
  of.map((one) => (SHARP.has(one.what) ? { ...one, points: one.points * (soft ? 0 : STAYS_SHARP) } : one));

/** A pliable limb with a sharp join, or too upright, is spread. */
function spreads(scene: Scene, stem: Stem, asItStands: Candidacy, seat: Seated): Candidacy[] {
  const spread = spreadOut(scene, stem);
  if (!spread) return [];
  const { laid, toDeg } = spread;
  const sharp = afterSpread(
    asItStands.against.filter(({ what }) => SHARP.has(what)),
    spread.isSoft,
  );
  const seated = seat(laid);
  const candidacy = {
    ...seated,
    against: [...seated.against.filter(({ what }) => !SHARP.has(what)), ...sharp],
  };
  const tie: Consideration = { what: 'tie', points: scene.limits('weigh.tie').value };
  return [corrected(candidacy, { kind: 'spread', toDeg }, [tie])];
}

/** A limb that takes the stem over, cut hard and bent to the form's own angle. */
/** A shoot shorter than this is no rival to be made a limb of, cm. Working value. */
const RIVAL_FROM_CM = 40;

function rivalBent(scene: Scene, stem: Stem, asItStands: Candidacy, seat: Seated): Candidacy[] {
  const takesOver = asItStands.against.some(({ what }) => what === 'rival' || what === 'strong');
  if (!takesOver || stem.barkTrapped || !mayBeMoved(stem)) return [];
  const toDeg = scene.runDeg.from;
  const toLengthCm = stem.length.value * RIVAL_LEFT;
  const isFirm =
    seasonsIn(stem, Math.max(1, scene.when.seasonsGrown)) > BENT_SEASONS && stem.diameter.value > BENT_MM;
  if (stem.shape.run.value >= toDeg || isFirm || stem.length.value < RIVAL_FROM_CM) return [];
  if (wouldCrack(scene, stem, toDeg - stem.shape.run.value)) return [];
  const run = { ...stem.shape.run, value: toDeg };
  const candidacy = seat({
    ...stem,
    shape: { ...stem.shape, run, tip: run },
    length: { ...stem.length, value: toLengthCm },
  });
  const hard: Consideration = {
    what: 'cut-hard',
    points: onCurve(RIVAL_POINTS, thicknessRatio(scene.laid, stem) ?? 0) + scene.limits('weigh.tie').value,
  };
  return [corrected(candidacy, { kind: 'rival-bent', toDeg, toLengthCm }, [hard])];
}
