import { onFigure } from '../words/ground';
import { because, cm } from '../words/message';
import { arcAtHeight, layOut, tipOf } from '../tree/course';
import { stemOf } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { type Act, afterActs } from '../acts/acts';
import { besidePeers, WEAK_BESIDE } from './beside-peers';
import { LEAST_CUT_CM, shortenTo } from './shorten-to';
import type { PlanQuestion } from './question';

/** Least of a limb that is left when it is evened with its peers. Working value. */
const EVENED_LEAST = 2 / 3;

/**
 * A vase's limbs whose tips would still stand too far over the lowest once the work is done are brought down further, so that
 * they grow alike; by no more than a third of their length.
 */
export function evened(question: PlanQuestion, acts: readonly Act[]): Act[] {
  const { scene, form, chosen } = question;
  if (form.hasLeader || form.needsWall || scene.standsOn !== 'trunk') return [...acts];
  const after = layOut(afterActs(scene.laid.tree, acts));
  const tips = chosen.limbs
    .filter(({ role }) => role === 'scaffold')
    .flatMap(({ stemId }) => after.courses.get(stemId) ?? [])
    .map((course) => ({ course, tipCm: tipOf(course)[2] }));
  const apartCm = scene.limits('tips.apartCm').value;
  // A limb that is behind is brought on: the others are not brought down to it.
  const isWeak = (id: StemId): boolean => {
    const stem = stemOf(scene.laid.tree, id);
    return stem !== undefined && besidePeers(question, stem) < WEAK_BESIDE;
  };
  const equals = tips.filter(({ course }) => !isWeak(course.stemId));
  const limitCm = Math.min(...equals.map(({ tipCm }) => tipCm)) + apartCm;
  const cuts = tips.flatMap(({ course, tipCm }): Act[] => {
    const stem = stemOf(scene.laid.tree, course.stemId);
    if (!stem || tips.length < 3 || tipCm <= limitCm) return [];
    const wanted = arcAtHeight(course, limitCm - 1);
    const leastCm = scene.limits('scaffold.shortestCm').value;
    const toLengthCm = Math.max(wanted, stem.length.value * EVENED_LEAST, leastCm);
    if (toLengthCm > course.lengthCm - LEAST_CUT_CM) return [];
    const over = cm(tipCm - limitCm + apartCm);
    const reason = because('head.evened', { over }, onFigure('tips.apartCm'));
    return shortenTo(scene, stem, { toLengthCm, purpose: 'equalise', reason });
  });
  const isEvened = (act: Act): boolean =>
    act.kind === 'shorten' && cuts.some((cut) => cut.kind === 'shorten' && cut.stemId === act.stemId);
  return [...acts.filter((act) => !isEvened(act)), ...cuts];
}
