import type { Act } from '../acts/acts';
import type { Held } from '../acts/held';
import type { TreeState } from '../history/tree-at';
import type { Judgement } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { layOut, positionAt, type LaidTree } from '../tree/course';
import { stemOf, withDescendants, type Stem } from '../tree/stem';
import { diameterAt, taperOf } from '../tree/taper';

type Promised = (state: TreeState, judged: Judgement) => string[];
type HeldAct = Act & { stemId: string; held: Held; toDeg: number };

const heldOf = ({ plan }: Judgement): HeldAct[] =>
  plan.acts.filter((act) => 'held' in act && act.held !== undefined) as HeldAct[];

/** What is held by a cord or prop to the ground straight under its tie. */
const DOWN: readonly Held['by'][] = ['ground-peg', 'prop'];
/** Places between two points of a course that are looked at. */
const FINE = 24;

/** Whether a stem passes through the line straight down from where a limb is tied, looked at place by place. */
function liesAcross(laid: LaidTree, { stemId, held }: HeldAct, other: Stem): boolean {
  const [tied, course] = [laid.courses.get(stemId), laid.courses.get(other.id)];
  if (!tied || !course || !DOWN.includes(held.by)) return false;
  const [east, north, up] = positionAt(tied, Math.min(tied.lengthCm, held.tieCm));
  const places = FINE * course.points.length;
  return Array.from({ length: places }, (_, i) => (i / places) * course.lengthCm).some((sCm) => {
    const [x, y, z] = positionAt(course, sCm);
    return z < up && Math.hypot(x - east, y - north) < diameterAt(taperOf(other), sCm) / 20;
  });
}

/** Promises that a judgement of any tree keeps about what it bends and holds, and where one breaks it. */
export const HELD_PROMISES: Readonly<Record<string, Promised>> = {
  'no bend asks more of the wood than it bears without saying so': (state, judged) => {
    const most = sceneOf(state).limits('crack.chanceRatio').value + 1e-3;
    return heldOf(judged)
      .filter(({ held }) => (held.how === 'now' || held.how === 'stages') && held.chance > most)
      .map(({ stemId, held }) => `${stemId} ${held.how} at ${held.chance}`);
  },

  'no limb is laid in the ground without saying so': (_, judged) => {
    const laid = layOut(judged.plan.after);
    return heldOf(judged)
      .filter(({ held, stemId }) => {
        const low = Math.min(...(laid.courses.get(stemId)?.points ?? []).map(([, , z]) => z));
        return low < 0 && held.ladenCm === undefined;
      })
      .map(({ stemId, toDeg }) => `${stemId} at ${toDeg}`);
  },

  'no cord lies through another limb without saying so': (_, judged) => {
    const laid = layOut(judged.plan.after);
    return heldOf(judged).flatMap((act) => {
      const stem = stemOf(laid.tree, act.stemId);
      if (act.held.crosses !== undefined || !stem) return [];
      const own = withDescendants(laid.tree, act.stemId);
      const carrier = stem.parent.kind === 'stem' ? stem.parent.stemId : undefined;
      return laid.tree.stems
        .filter(({ id }) => !own.has(id) && id !== laid.trunk?.id && id !== carrier)
        .filter((other) => liesAcross(laid, act, other))
        .map(({ id }) => `${act.stemId} through ${id}`);
    });
  },

  'what is held comes off after it is looked at, and not before it is bent': (state, judged) =>
    heldOf(judged)
      .filter(
        ({ held: { stages, lookOn, offBy } }) =>
          offBy < lookOn || offBy <= (stages.at(-1)?.on ?? '') || (stages[0]?.on ?? '') < state.today,
      )
      .map(({ stemId, held: { stages, lookOn, offBy } }) =>
        [stemId, stages.map(({ on }) => on).join(' '), lookOn, offBy].join(' '),
      ),

  'nothing low is tied out of reach for its form’s angle alone': (state, judged) => {
    const { laid } = sceneOf(state);
    const topCm = Math.max(...[...laid.courses.values()].map((course) => course.points.at(-1)?.[2] ?? 0));
    return heldOf(judged)
      .filter(({ reason: { code } }) => code.startsWith('bend.form') || code === 'bend.raise-weak')
      .filter(({ stemId }) => (laid.courses.get(stemId)?.points.at(-1)?.[2] ?? 0) < topCm - 80)
      .filter(({ stemId }) => (laid.courses.get(stemId)?.points[0]?.[2] ?? 0) > state.site.reachCm + 1)
      .map(({ stemId }) => stemId);
  },

  'no jug hangs among animals, and a loop leaves room to thicken': (state, judged) =>
    heldOf(judged).flatMap(({ stemId, held: { by, loopMm, tieCm } }) => {
      const stem = stemOf(judged.plan.after, stemId);
      const isBrowsed = state.site.clearance.some(({ what }) => what === 'browses');
      const thick = stem ? diameterAt(taperOf(stem), tieCm) : 0;
      return [
        ...(by === 'weight' && isBrowsed ? [`${stemId} with a jug`] : []),
        ...(loopMm <= thick ? [`${stemId} loop ${loopMm} on ${thick}`] : []),
      ];
    }),
};
