import { afterActs, type Act } from '../acts/acts';
import type { Held } from '../acts/held';
import type { TreeScene } from '../acts/scene';
import { crossedUnder } from '../bending/crossed';
import { heldBy, tiesToOf } from '../bending/means';
import type { Worst } from '../bending/pull';
import { safeLine, type BendAsked } from '../bending/safe-line';
import { crackChance, timesAt } from '../bending/wood';
import { onFigure } from '../words/ground';
import { because, deg, type MessageCode } from '../words/message';
import { layOut, tipOf } from '../tree/course';
import { joinHeightCm } from '../tree/joins';
import { wrapBearing } from '../geometry/vector';
import { stemOf, type Stem, type Tree } from '../tree/stem';
import type { PlanQuestion } from './question';

type Bending = Extract<Act, { kind: 'bend' | 'swing' | 'spread' }>;

const isBending = (act: Act): act is Bending =>
  act.kind === 'bend' || act.kind === 'swing' || act.kind === 'spread';

/**
 * The acts with every bend computed on the limb as the cuts leave it: how far is safe, what holds it, until when. One that would crack is brought
 * as far as is safe; not at all where that is not worth a tie, nor for its form's angle
 * out of reach.
 */
export function withHolds(
  { scene, form }: Pick<PlanQuestion, 'scene' | 'form'>,
  acts: readonly Act[],
): Act[] {
  if (!acts.some(isBending)) return [...acts];
  const cut = afterActs(
    scene.laid.tree,
    acts.filter((act) => !isBending(act)),
  );
  const then = { ...scene, laid: layOut(cut) };
  const among = { tiesTo: tiesToOf(form), others: layOut(afterActs(cut, acts.filter(isBending))) };
  const asks = new Map<Act, Worst>();
  const held = acts.flatMap((act): Act[] => {
    const stem = isBending(act) ? stemOf(cut, act.stemId) : undefined;
    if (!isBending(act) || !stem) return [act];
    if (isForForm(act) && isOutOfReach(then, stem) && !standsHighest(then, stem)) return [];
    const asked = askedBy(act);
    const line = safeLine(then, stem, asked);
    const by = heldBy(then, stem, line, asked, { ...among, isSoftJoin: act.kind === 'spread' });
    if (by)
      return [
        noted({ ...act, held: act.kind === 'swing' ? asBearings(act, by) : by }, line.bent.worst, asks),
      ];
    if (act.kind !== 'bend' || Math.abs(line.nowDeg - act.fromDeg) < scene.limits('bend.worthDeg').value)
      return [];
    const nearer: BendAsked = { way: 'upright', toDeg: line.nowDeg };
    const nearerLine = safeLine(then, stem, nearer);
    const short = heldBy(then, stem, nearerLine, nearer, among);
    const args = { to: deg(line.nowDeg), wanted: deg(act.toDeg) };
    const reason = because('bend.as-far', args, onFigure('crack.chanceRatio'));
    return short
      ? [noted({ ...act, toDeg: line.nowDeg, held: short, reason }, nearerLine.bent.worst, asks)]
      : [];
  });
  return ledPast(cut, bothWays(scene, held, asks));
}

/** A limb tied aside is turned in stages: each is a bearing of its run, as all angles of its act are. */
const asBearings = ({ fromDeg }: Extract<Act, { kind: 'swing' }>, held: Held): Held => ({
  ...held,
  stages: held.stages.map(({ on, toDeg }) => ({ on, toDeg: wrapBearing(fromDeg + toDeg) })),
});

/** A bend that only brings a limb nearer to its form's angle is not tied out of reach; one that its place rests on, or that holds a rival back, is, with its caution. */
const FOR_FORM: readonly MessageCode[] = [
  'bend.form',
  'bend.form.raised',
  'bend.form.stages',
  'bend.form.stages-raised',
  'bend.raise-weak',
];

const isForForm = ({ reason }: Bending): boolean => FOR_FORM.includes(reason.code);

const isOutOfReach = ({ laid, site }: TreeScene, stem: Stem): boolean =>
  joinHeightCm(laid, stem) > site.reachCm;

/** Whether a limb's end comes so near the height of the tree that left up it would overtop it. */
function standsHighest({ laid, limits }: TreeScene, stem: Stem): boolean {
  const heightOf = (id: string): number => {
    const course = laid.courses.get(id);
    return course ? tipOf(course)[2] : 0;
  };
  const others = laid.tree.stems.filter(({ id }) => id !== stem.id).map(({ id }) => heightOf(id));
  return heightOf(stem.id) > Math.max(0, ...others) - limits('leader.clearCm').value;
}

/** What hangs straight down from its tie to the ground. */
const DOWN: readonly Held['by'][] = ['ground-peg', 'prop'];

/** Cords that would rub on a limb as all the bends together leave it: they are led past it. */
function ledPast(cut: Tree, acts: readonly Act[]): Act[] {
  const laid = layOut(afterActs(cut, acts.filter(isBending)));
  return acts.map((act) => {
    const stem = isBending(act) ? stemOf(cut, act.stemId) : undefined;
    if (!isBending(act) || !stem || !act.held || !DOWN.includes(act.held.by)) return act;
    const held = { ...act.held };
    delete held.crosses;
    const crosses = crossedUnder(laid, stem, held.tieCm);
    return { ...act, held: { ...held, ...(crosses && { crosses: crosses.tag }) } };
  });
}

function noted(act: Bending, worst: Worst, asks: Map<Act, Worst>): Act {
  asks.set(act, worst);
  return act;
}

/**
 * A limb brought down and aside too is asked both at once: curvatures at right angles add as the legs of a triangle. Where that is not safe it is only brought
 * down; else the chance of a crack is told of both.
 */
function bothWays({ limits }: TreeScene, acts: readonly Act[], asks: ReadonlyMap<Act, Worst>): Act[] {
  const chance = limits('crack.chanceRatio').value;
  const pairs = acts.flatMap((swing) => {
    const bend =
      swing.kind === 'swing'
        ? acts.find((act) => act.kind === 'bend' && act.stemId === swing.stemId)
        : undefined;
    const [aside, down] = [asks.get(swing), bend && asks.get(bend)];
    return bend && aside && down ? [{ swing, bend, aside, down }] : [];
  });
  return acts.flatMap((act): Act[] => {
    const pair = pairs.find(({ swing, bend }) => act === swing || act === bend);
    if (!pair || !isBending(act) || !act.held) return [act];
    const { aside, down } = pair;
    const times = Math.hypot(aside.times, down.times);
    const doubt = Math.max(aside.doubt, down.doubt);
    if (times > timesAt(chance, doubt)) return act === pair.swing ? [] : [act];
    const { likely, from, to } = crackChance(times, doubt);
    return [{ ...act, held: { ...act.held, chance: likely, chanceFrom: from, chanceTo: to } }];
  });
}

function askedBy(act: Bending): BendAsked {
  if (act.kind !== 'swing') return { way: 'upright', toDeg: act.toDeg };
  const turn = ((act.toDeg - act.fromDeg + 540) % 360) - 180;
  return { way: 'aside', toDeg: turn };
}
