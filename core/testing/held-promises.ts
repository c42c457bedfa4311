import type { Act } from '../acts/acts';
import type { Held } from '../acts/held';
import { norm, subtract, type Vec3 } from '../geometry/vector';
import type { TreeState } from '../history/tree-at';
import type { Judgement } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { layOut, positionAt, type LaidTree } from '../tree/course';
import { stemOf, withDescendants } from '../tree/stem';
import { diameterAt, taperOf } from '../tree/taper';

type Promised = (state: TreeState, judged: Judgement) => string[];
type HeldAct = Act & { stemId: string; held: Held; toDeg: number };

const heldOf = ({ plan }: Judgement): HeldAct[] =>
  plan.acts.filter((act) => 'held' in act && act.held !== undefined) as HeldAct[];

/** What is held by a cord or prop to the ground straight under its tie. */
const DOWN: readonly Held['by'][] = ['ground-peg', 'prop'];
/** A cord this deep in the middle of another limb lies through it, however its bark is reckoned, cm. */
const IN_CM = 0.2;

/** Places every cm or so down from where a limb is tied to the ground. */
function cordOf(laid: LaidTree, { stemId, held }: HeldAct): Vec3[] {
  const course = laid.courses.get(stemId);
  if (!course || !DOWN.includes(held.by)) return [];
  const [east, north, up] = positionAt(course, Math.min(course.lengthCm, held.tieCm));
  return Array.from({ length: Math.max(0, Math.ceil(up)) }, (_, i): Vec3 => [east, north, up - i]);
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
      if (act.held.crosses !== undefined) return [];
      const own = withDescendants(laid.tree, act.stemId);
      const cord = cordOf(laid, act);
      return laid.tree.stems
        .filter(({ id }) => !own.has(id) && id !== laid.trunk?.id)
        .filter(({ parent, id }) => parent.kind === 'stem' || id !== act.stemId)
        .filter(({ id }) => {
          const stem = stemOf(laid.tree, act.stemId);
          return stem?.parent.kind !== 'stem' || stem.parent.stemId !== id;
        })
        .filter((other) => {
          const course = laid.courses.get(other.id);
          return course?.points.some((point, i) => {
            const half = diameterAt(taperOf(other), (i / (course.points.length - 1)) * course.lengthCm) / 20;
            return cord.some((place) => norm(subtract(place, point)) < half - IN_CM);
          });
        })
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
