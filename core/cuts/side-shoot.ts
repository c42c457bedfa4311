import type { FormScene } from '../choosing/candidacy';
import { mm, told, type Message } from '../words/message';
import { bearingDifference, bearingOf, fromUprightOf, type Vec3 } from '../geometry/vector';
import type { Course, LaidTree } from '../tree/course';
import { thicknessMm } from '../tree/carrier';
import { childrenOf } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { faultsOf, RANK, worstFit, type CutWish, type Fit } from './bud-choice';

/** A side shoot a limb could be cut to, and how it would lead on. Lengths cm, angles from upright and bearings deg. */
export interface SideShoot {
  stemId: StemId;
  /** How far along the limb it rises. */
  joinCm: number;
  bearingDeg: number;
  angleDeg: number;
  fit: Fit;
  why: readonly Message[];
}

/** A side shoot nearer to the limb's foot than this takes all of it, cm. */
const LEAST_CM = 10;
/** It is looked for within this share of the wished length either way. */
const WITHIN = 1 / 3;
/** A side shoot takes over from wood up to three times as thick (common guidance). */
const TAKES_OVER = 1 / 3;

/** A cut this near over the place a limb rises is a cut to that limb, cm; on the stem of a form without a leader this near. */
const TO_LIMB_CM = 1.5;
const TO_LIMB_ON_OPEN_CM = 4;

/** The limb a stem is cut to when it is cut at a length: the nearest just under it that stands; undefined for none. */
export function limbCutTo(
  laid: LaidTree,
  form: { hasLeader: boolean },
  stemId: StemId,
  atCm: number,
  stands: (id: StemId) => boolean,
): StemId | undefined {
  const isOpen = stemId === laid.trunk?.id && !form.hasLeader;
  const withinCm = isOpen ? TO_LIMB_ON_OPEN_CM : TO_LIMB_CM;
  return childrenOf(laid.tree, stemId)
    .filter(({ id }) => stands(id))
    .map(({ id }) => ({ id, underCm: atCm - (laid.joins.get(id) ?? Infinity) }))
    .filter(({ underCm }) => underCm >= 0 && underCm < withinCm)
    .sort((a, b) => a.underCm - b.underCm)[0]?.id;
}

/**
 * The sound side shoots near a wished length, best first: the best fit, then the one that leads nearest to the wish. Near is
 * within a third of the length either way unless told.
 */
export function sideShoots(
  scene: FormScene,
  wish: CutWish,
  withinCm = wish.toLengthCm * WITHIN,
): SideShoot[] {
  const { laid } = scene;
  const { stem, toLengthCm } = wish;
  return childrenOf(laid.tree, stem.id)
    .filter(({ condition }) => condition === 'sound')
    .map((shoot) => ({ shoot, joinCm: laid.joins.get(shoot.id) ?? shoot.origin.value }))
    .filter(({ joinCm }) => joinCm > LEAST_CM && Math.abs(joinCm - toLengthCm) < withinCm)
    .map(({ shoot, joinCm }) => {
      const course = laid.courses.get(shoot.id) as Course;
      const way = course.directions.at(-1) as Vec3;
      const [bearingDeg, angleDeg] = [bearingOf(way), fromUprightOf(way)];
      const cutMm = thicknessMm(laid, stem, joinCm);
      const against = [
        ...faultsOf(scene, wish, course),
        ...(shoot.diameter.value < cutMm * TAKES_OVER
          ? [{ fit: 'fair' as const, why: told('bud.thin', { wide: mm(cutMm) }) }]
          : []),
      ];
      const why = [...against].sort((a, b) => RANK[b.fit] - RANK[a.fit]).map(({ why }) => why);
      return { stemId: shoot.id, joinCm, bearingDeg, angleDeg, fit: worstFit(against), why };
    })
    .sort((a, b) => RANK[a.fit] - RANK[b.fit] || missOf(wish, a) - missOf(wish, b));
}

/** How far a side shoot misses the wish: two for each degree of angle off and each cm, one for each degree of turn. Working weights. */
function missOf(
  { bearingDeg, fromDeg, toDeg, toLengthCm, leads }: CutWish,
  { angleDeg, bearingDeg: way, joinCm }: SideShoot,
): number {
  const far = Math.abs(joinCm - toLengthCm) * 2;
  if (leads) return 2 * angleDeg + far;
  const angle = Math.max(fromDeg - angleDeg, angleDeg - toDeg, 0);
  return angle * 2 + bearingDifference(bearingDeg, way) + far;
}
