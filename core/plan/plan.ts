import type { FormScene } from '../choosing/build';
import type { ChosenSet, EmptyPlace } from '../choosing/chosen-set';
import type { Verdict } from '../choosing/verdicts';
import type { Say } from '../findings/finding';
import type { Form } from '../forms/form';
import { reading } from '../readings/reading';
import { courseFrom, tipOf, type Course } from '../tree/course';
import type { Stem, StemId, Tree } from '../tree/stem';
import type { Act } from './acts';
import { afterActs, cutDiameterMm, shareRemoved } from './after';

/** The work that brings the tree to what was chosen, and what it takes off. */
export interface Plan {
  acts: readonly Act[];
  /** Share of the tree's wood (sum of d^2 L) taken off, 0 to 1. */
  woodShare: number;
  /** The common cap on it for this kind. */
  woodCap: number;
  wounds: number;
  largestWoundMm: number;
  after: Tree;
}

export interface PlanQuestion {
  scene: FormScene;
  form: Form;
  chosen: ChosenSet;
  verdicts: Readonly<Record<StemId, Verdict>>;
  say: Say;
}

/** Largest gap over the even one past which a sector is bare. */
const BARE_RATIO = 1.5;
/** A run this near its target is left as it is, deg. */
const BEND_WORTH_DEG = 5;

/** Acts in the order they are told: what goes, what is cut back, what is bent, what is made anew. */
export function planFrom(question: PlanQuestion): Plan {
  const { scene, chosen } = question;
  const { tree } = scene.laid;
  const kept = chosen.limbs.flatMap(({ stemId, role }) => {
    const stem = tree.stems.find(({ id }) => id === stemId);
    return stem ? [{ stem, role }] : [];
  });
  const scaffolds = kept.filter(({ role }) => role === 'scaffold').map(({ stem }) => stem);
  const acts: Act[] = [
    ...takeOuts(question),
    ...trunkToLeader(question),
    ...scaffolds.flatMap((stem) => shorten(question, stem)),
    ...scaffolds.flatMap((stem) => bend(question, stem)),
    ...chosen.empty
      .filter((place) => isWanted(question, place))
      .map((place) => makeLimb(place, question.say)),
  ];
  const wounds = acts.flatMap((act) =>
    act.kind === 'take-out' || act.kind === 'shorten' ? [act.diameterMm] : [],
  );
  return {
    acts,
    woodShare: shareRemoved(tree, acts),
    woodCap: scene.limits('wood.capRatio').value,
    wounds: wounds.length,
    largestWoundMm: Math.max(0, ...wounds),
    after: afterActs(tree, acts),
  };
}

function takeOuts({ scene, verdicts }: PlanQuestion): Act[] {
  return scene.laid.tree.stems.flatMap((stem): Act[] => {
    const verdict = verdicts[stem.id];
    if (verdict?.decision !== 'out') return [];
    const reason = { rule: verdict.rule, words: verdict.reasons[0] ?? '' };
    return [{ kind: 'take-out', stemId: stem.id, diameterMm: stem.diameter.value, reason }];
  });
}

/** Where another shoot leads, the trunk is cut back to its join. */
function trunkToLeader({ scene, chosen, say }: PlanQuestion): Act[] {
  const { trunk, joins } = scene.laid;
  const leader = chosen.limbs.find(({ role }) => role === 'leader');
  const atCm = leader ? joins.get(leader.stemId) : undefined;
  if (!trunk || !leader || leader.stemId === trunk.id || atCm === undefined) return [];
  const toLengthCm = atCm + 1;
  return [
    {
      kind: 'shorten',
      stemId: trunk.id,
      toLengthCm,
      diameterMm: cutDiameterMm(trunk, toLengthCm),
      reason: { rule: 'leader', words: `${say.stem(leader.stemId)} leads in its place.` },
    },
  ];
}

/** Heads a limb that grew long last season, and any that would stand higher than the leader allows. */
function shorten({ scene, form, say }: PlanQuestion, stem: Stem): Act[] {
  const { limits } = scene;
  const wish = [lastGrowthCut(scene, form, stem, say), underLeader(scene, form, stem, say)].filter(
    (cut) => cut !== undefined,
  );
  const cut = wish.sort((a, b) => a.toLengthCm - b.toLengthCm)[0];
  if (!cut || cut.toLengthCm > stem.length.value - 3) return [];
  const toLengthCm = Math.max(cut.toLengthCm, limits('scaffold.shortestCm').value);
  if (toLengthCm >= stem.length.value) return [];
  return [
    {
      kind: 'shorten',
      stemId: stem.id,
      toLengthCm,
      diameterMm: cutDiameterMm(stem, toLengthCm),
      reason: cut.reason,
    },
  ];
}

interface Cut {
  toLengthCm: number;
  reason: Act['reason'];
}

function lastGrowthCut({ limits }: FormScene, form: Form, stem: Stem, say: Say): Cut | undefined {
  if (!form.headsScaffolds || stem.headed) return undefined;
  const last = Object.entries(stem.growthCm).sort(([a], [b]) => Number(b) - Number(a))[0];
  const grownCm = last ? last[1] : stem.length.value;
  if (grownCm <= limits('shorten.longCm').value) return undefined;
  const isWeak = stem.diameter.value < limits('thin.diameterMm').value;
  const share = limits(isWeak ? 'shorten.weakShare' : 'shorten.share').value;
  const words = `It grew ${say.length(grownCm)} last season: ${say.ratio(share)} of that comes off, so that it thickens and branches.`;
  return { toLengthCm: stem.length.value - grownCm * share, reason: { rule: 'shorten.share', words } };
}

function underLeader(scene: FormScene, form: Form, stem: Stem, say: Say): Cut | undefined {
  const { laid, limits } = scene;
  if (!form.hasLeader || !laid.trunk) return undefined;
  const topCm = tipOf(laid.courses.get(laid.trunk.id) as Course)[2] - limits('leader.clearCm').value;
  const target = bendTarget(scene, form, stem);
  const angle = reading('angle', target ?? stem.set.value, 'gauge');
  const base = (laid.courses.get(stem.id) as Course).points[0] as Course['points'][number];
  const { points } = courseFrom({ ...stem, set: angle, tipAngle: angle }, base);
  const over = points.findIndex((p) => p[2] > topCm);
  if (over < 0) return undefined;
  const words = `Its tip stands higher than ${say.length(limits('leader.clearCm').value)} under the leader’s, and would rival it.`;
  const toLengthCm = (Math.max(0, over - 1) / (points.length - 1)) * stem.length.value;
  return { toLengthCm, reason: { rule: 'leader.clearCm', words } };
}

function bendTarget(scene: FormScene, form: Form, stem: Stem): number | undefined {
  const { from, to } = form.runDeg(scene);
  const now = stem.set.value;
  const wanted = Math.min(Math.max(now, from), to);
  if (Math.abs(wanted - now) < BEND_WORTH_DEG) return undefined;
  return form.firstStageDeg !== undefined && now < form.firstStageDeg - BEND_WORTH_DEG
    ? form.firstStageDeg
    : wanted;
}

function bend({ scene, form, say }: PlanQuestion, stem: Stem): Act[] {
  const toDeg = bendTarget(scene, form, stem);
  if (toDeg === undefined) return [];
  const fromDeg = stem.set.value;
  const { from, to } = form.runDeg(scene);
  const staged = toDeg < from ? `, in two stages: ${say.angle(toDeg)} now` : '';
  const words = `It runs ${say.angle(fromDeg)} from upright; the form wants ${say.angle(from)} to ${say.angle(to)}${staged}.`;
  return [
    {
      kind: 'bend',
      stemId: stem.id,
      fromDeg,
      toDeg,
      safety: 'not-yet-computed',
      reason: { rule: 'set.fromDeg', words },
    },
  ];
}

/** A place is worth making a limb for when the form cannot stand without it, or a sector is bare. */
function isWanted({ chosen, scene }: PlanQuestion, place: EmptyPlace): boolean {
  const gap = chosen.gaps.find(({ place: name }) => name === place.place);
  const isBare = gap !== undefined && gap.largestDeg > gap.evenDeg * BARE_RATIO;
  const filled = chosen.limbs.filter(({ place: name }) => name === place.place).length;
  const fewest = place.lacks + filled > 1 ? scene.limits('scaffold.fewest').value : 1;
  return isBare || filled < fewest;
}

function makeLimb(place: EmptyPlace, say: Say): Act {
  const words = `No limb fills ${place.place}: notch a bud near ${say.length(place.heightCm)}, facing ${say.angle(place.bearingDeg)}, before it breaks.`;
  return {
    kind: 'make-limb',
    heightCm: place.heightCm,
    bearingDeg: place.bearingDeg,
    place: place.place,
    reason: { rule: 'empty-place', words },
  };
}
