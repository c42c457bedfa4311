import type { FormScene } from '../choosing/candidacy';
import type { Say } from '../words/say';
import { joinHeightCm } from '../tree/joins';
import { reading } from '../readings/reading';
import { arcAtHeight, courseFrom, layOut, tipOf, type Course } from '../tree/course';
import { stemOf, type Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { type Act, afterActs } from '../acts/acts';
import type { HeadingPurpose } from '../acts/shorten';
import { cutDiameterMm } from '../acts/wood';
import { bendTarget, isFirstStage } from './bends';
import type { Kept, PlanQuestion } from './question';

interface Cut {
  toLengthCm: number;
  purpose: HeadingPurpose;
  /** The limb standing there that it is cut to. */
  toStem?: StemId;
  reason: Act['reason'];
}

/** A cut nearer to the end than this is not worth making, cm. */
const LEAST_CUT_CM = 3;

function shortenTo(stem: Stem, cut: Cut): Act[] {
  return [{ kind: 'shorten', stemId: stem.id, ...cut, diameterMm: cutDiameterMm(stem, cut.toLengthCm) }];
}

const lowest = (cuts: readonly (Cut | undefined)[]): Cut | undefined =>
  cuts.filter((cut) => cut !== undefined).sort((a, b) => a.toLengthCm - b.toLengthCm)[0];

/** New length of last season, cm; the whole stem when none was read. */
function lastGrowthCm(stem: Stem): number {
  const last = Object.entries(stem.growthCm).sort(([a], [b]) => Number(b) - Number(a))[0];
  return last ? last[1] : stem.length.value;
}

/** Heads a limb that grew long last season, is bare, or would stand higher than the leader allows; a rival hard. */
export function shortenLimb(
  { scene, form, say }: PlanQuestion,
  { stem, limb }: Kept,
  leaderId: StemId | undefined,
): Act[] {
  const { limits } = scene;
  const cut = lowest([
    rivalCut(limb.correction, say),
    plantingCut(scene, stem, say),
    form.headsScaffolds ? lastGrowthCut(scene, stem, say) : undefined,
    form.headsScaffolds ? olderWoodCut(scene, stem, say) : undefined,
    bareCut(scene, stem, say),
    leaderId === undefined ? undefined : underLeader(scene, form.firstStageDeg, stem, leaderId, say),
  ]);
  if (!cut || cut.toLengthCm > stem.length.value - LEAST_CUT_CM) return [];
  const toLengthCm = Math.max(cut.toLengthCm, limits('scaffold.shortestCm').value);
  return toLengthCm < stem.length.value ? shortenTo(stem, { ...cut, toLengthCm }) : [];
}

function rivalCut(correction: Kept['limb']['correction'], say: Say): Cut | undefined {
  if (correction?.kind !== 'rival-bent') return undefined;
  const words = `A second leader made into a scaffold: cut hard, to ${say.length(correction.toLengthCm)}, so that it no longer leads.`;
  return {
    toLengthCm: correction.toLengthCm,
    purpose: 'weaken-rival',
    reason: { rule: 'thick.rivalRatio', words },
  };
}

/** A tree lifted bare-rooted left roots behind: its limbs are cut back in balance, by its school's share. */
function plantingCut({ limits, when }: FormScene, stem: Stem, say: Say): Cut | undefined {
  const share = limits('planting.share').value;
  if (!when.justPlanted || when.cameAs !== 'bare-rooted' || share === 0 || stem.headed) return undefined;
  const grownCm = Math.min(lastGrowthCm(stem), stem.length.value);
  const words = `It was lifted bare-rooted: ${say.ratio(share)} of its last growth, ${say.length(grownCm)}, comes off in balance with the roots it lost.`;
  const reason = { rule: 'planting.share', words };
  return { toLengthCm: stem.length.value - grownCm * share, purpose: 'balance-roots', reason };
}

function lastGrowthCut({ limits, findings }: FormScene, stem: Stem, say: Say): Cut | undefined {
  const usual = limits('shorten.share').value;
  const grownCm = lastGrowthCm(stem);
  if (stem.headed || usual === 0 || grownCm <= limits('shorten.longCm').value) return undefined;
  const isWeak = stem.diameter.value < limits('thin.diameterMm').value;
  const isStrong = findings.some(({ rule, stemId }) => rule === 'outgrowing-peers' && stemId === stem.id);
  const rule = isWeak ? 'shorten.weakShare' : isStrong ? 'shorten.strongShare' : 'shorten.share';
  const share = isStrong && !isWeak ? Math.min(usual, limits(rule).value) : limits(rule).value;
  if (share === 0) return undefined;
  const grew = `It grew ${say.length(grownCm)} last season`;
  const off = `${say.ratio(share)} of that comes off`;
  const words = isWeak
    ? `${grew} and is thin for its place: ${off}, so that it catches up.`
    : isStrong
      ? `${grew} and outgrows its peers: no more than ${off}, since hard cutting would drive it on.`
      : `${grew}: ${off}, so that it thickens and branches.`;
  const reason = { rule, words };
  return { toLengthCm: stem.length.value - grownCm * share, purpose: 'keep-direction', reason };
}

/** A limb no longer than this is not cut back into its older wood, cm. */
const OLDER_FROM_CM = 40;

/** After a poor season a limb is cut below last season's growth, where stronger buds sleep. */
function olderWoodCut({ limits, kind, when }: FormScene, stem: Stem, say: Say): Cut | undefined {
  const grownCm = stem.growthCm[String(when.season - 1)];
  const poorCm = limits('shorten.poorCm').value;
  if (grownCm === undefined || grownCm > poorCm || stem.headed || limits('shorten.share').value === 0)
    return undefined;
  const toLengthCm = stem.length.value - grownCm - 2 * kind.budSpacingCm.value;
  if (stem.length.value < OLDER_FROM_CM || toLengthCm < limits('scaffold.shortestCm').value) return undefined;
  const words = `It grew only ${say.length(grownCm)} last season: cut into older wood, so that it starts anew.`;
  return { toLengthCm, purpose: 'older-wood', reason: { rule: 'shorten.poorCm', words } };
}

/** Least of a limb that is left when it is evened with its peers. Working value. */
const EVENED_LEAST = 2 / 3;

/**
 * A vase's limbs whose tips would still stand too far over the lowest once the work is done are brought down further, so that
 * they grow alike; by no more than a third of their length.
 */
export function evened({ scene, form, chosen, say }: PlanQuestion, acts: readonly Act[]): Act[] {
  if (form.hasLeader || form.needsWall || scene.standsOn !== 'trunk') return [...acts];
  const after = layOut(afterActs(scene.laid.tree, acts));
  const tips = chosen.limbs
    .filter(({ role }) => role === 'scaffold')
    .flatMap(({ stemId }) => after.courses.get(stemId) ?? [])
    .map((course) => ({ course, tipCm: tipOf(course)[2] }));
  const apartCm = scene.limits('tips.apartCm').value;
  const limitCm = Math.min(...tips.map(({ tipCm }) => tipCm)) + apartCm;
  const cuts = tips.flatMap(({ course, tipCm }): Act[] => {
    const stem = stemOf(scene.laid.tree, course.stemId);
    if (!stem || tips.length < 3 || tipCm <= limitCm) return [];
    const wanted = arcAtHeight(course, limitCm - 1);
    const toLengthCm = Math.max(wanted, stem.length.value * EVENED_LEAST);
    if (toLengthCm > course.lengthCm - LEAST_CUT_CM) return [];
    const words = `Its tip would stand ${say.length(tipCm - limitCm + apartCm)} over the lowest: brought down, so that the limbs grow alike.`;
    return shortenTo(stem, { toLengthCm, purpose: 'equalise', reason: { rule: 'tips.apartCm', words } });
  });
  const isEvened = (act: Act): boolean =>
    act.kind === 'shorten' && cuts.some((cut) => cut.kind === 'shorten' && cut.stemId === act.stemId);
  return [...acts.filter((act) => !isEvened(act)), ...cuts];
}

/** Share of a bare limb that comes off, so that it forks. Working value. */
const BARE_SHARE = 1 / 3;

function bareCut({ findings }: FormScene, stem: Stem, say: Say): Cut | undefined {
  if (!findings.some(({ rule, stemId }) => rule === 'long-bare' && stemId === stem.id)) return undefined;
  const toLengthCm = stem.length.value * (1 - BARE_SHARE);
  const words = `It is ${say.length(stem.length.value)} without a side shoot: headed to ${say.length(toLengthCm)}, where two buds face the two ways wanted.`;
  return { toLengthCm, purpose: 'fork', reason: { rule: 'bare.longCm', words } };
}

function underLeader(
  scene: FormScene,
  firstStageDeg: number | undefined,
  stem: Stem,
  leaderId: StemId,
  say: Say,
): Cut | undefined {
  const { laid, limits } = scene;
  const staged = isFirstStage(scene, firstStageDeg, stem);
  // An arm on its way down to its wire no longer rivals next summer: it need only be lower than the leader.
  const clearCm = staged ? 0 : limits('leader.clearCm').value;
  const topCm = tipOf(laid.courses.get(leaderId) as Course)[2] - clearCm;
  const target = bendTarget(scene, firstStageDeg, stem);
  const angle = reading('angle', target ?? stem.set.value, 'gauge');
  const base = (laid.courses.get(stem.id) as Course).points[0] as Course['points'][number];
  const { points } = courseFrom({ ...stem, set: angle, tipAngle: angle }, base);
  const over = points.findIndex((p) => p[2] > topCm);
  if (over < 0) return undefined;
  const words = staged
    ? 'Brought half way down, its tip would still stand over the leader’s, and rival it.'
    : `Its tip stands higher than ${say.length(clearCm)} under the leader’s, and would rival it.`;
  const toLengthCm = (Math.max(0, over - 1) / (points.length - 1)) * stem.length.value;
  return { toLengthCm, purpose: 'under-leader', reason: { rule: 'leader.clearCm', words } };
}

/** What is cut off the trunk's top: down to another shoot that leads, to a leaf bud, by school, or to the form's height. */
export function shortenLeader(question: PlanQuestion, kept: readonly Kept[]): Act[] {
  const { scene, say } = question;
  const { trunk, joins } = scene.laid;
  const leader = kept.find(({ limb }) => limb.role === 'leader')?.stem;
  if (!trunk || !leader) return [];
  const atCm = joins.get(leader.id);
  if (leader.id !== trunk.id && atCm !== undefined) {
    const reason = { rule: 'leader', words: `${say.stem(leader.id)} leads in its place.` };
    return shortenTo(trunk, { toLengthCm: atCm + 1, purpose: 'new-leader', toStem: leader.id, reason });
  }
  const cut = lowest([
    flowerTipCut(scene, trunk, say),
    schoolCut(scene, trunk, say),
    topOverLimbs(question, kept, trunk),
    withinReach(question, kept, trunk),
    nextTier(question, trunk),
  ]);
  return cut && cut.toLengthCm < trunk.length.value - LEAST_CUT_CM ? shortenTo(trunk, cut) : [];
}

function flowerTipCut({ kind, findings }: FormScene, trunk: Stem, say: Say): Cut | undefined {
  if (!findings.some(({ rule }) => rule === 'flower-tip')) return undefined;
  const offCm = 2 * kind.budSpacingCm.value;
  const words = `It ends in a flower bud: cut ${say.length(offCm)} back, to the first leaf bud, so that it runs on.`;
  return {
    toLengthCm: trunk.length.value - offCm,
    purpose: 'leader-tip',
    reason: { rule: 'flower-tip', words },
  };
}

const TIP_SHARE = { never: 0, tipped: 0.2, 'cut-hard': 0.5 } as const;

function schoolCut({ answers }: FormScene, trunk: Stem, say: Say): Cut | undefined {
  const share = TIP_SHARE[answers['leader-tip']];
  if (share === 0 || trunk.headed) return undefined;
  const grownCm = Math.min(lastGrowthCm(trunk), trunk.length.value);
  const words = `${say.ratio(share)} of its last growth, ${say.length(grownCm)}, comes off by its school.`;
  return {
    toLengthCm: trunk.length.value - grownCm * share,
    purpose: 'leader-tip',
    reason: { rule: 'leader-tip', words },
  };
}

/** A modified leader's top is held at a height over the tips of its large limbs. */
function topOverLimbs(
  { scene, form, say }: PlanQuestion,
  kept: readonly Kept[],
  trunk: Stem,
): Cut | undefined {
  const { laid, limits } = scene;
  if (form.id !== 'modified-leader') return undefined;
  const large = kept.filter(({ limb }) => limb.word === 'scaffold');
  if (large.length < limits('scaffold.fewest').value) return undefined;
  const tips = large.map(({ stem }) => tipOf(laid.courses.get(stem.id) as Course)[2]);
  const smallCm = Math.max(
    0,
    ...kept.filter(({ limb }) => limb.word === 'top limb').map(({ stem }) => joinHeightCm(laid, stem)),
  );
  const toCm = Math.max(Math.max(...tips) + limits('top.overCm').value, smallCm + 2);
  const words = `The large limbs hold it back: it is shortened to ${say.length(toCm)}, ${say.length(limits('top.overCm').value)} over their tips, and renewed every year.`;
  const toLengthCm = arcAtHeight(laid.courses.get(trunk.id) as Course, toCm);
  return { toLengthCm, purpose: 'leader-tip', reason: { rule: 'top.overCm', words } };
}

/** A form that is held within reach is cut to its highest limb that stays; above reach that is only one the grower pinned. */
function withinReach(
  { scene, form, say }: PlanQuestion,
  kept: readonly Kept[],
  trunk: Stem,
): Cut | undefined {
  const { laid, findings, site } = scene;
  if (!form.holdsHeight || !findings.some(({ rule }) => rule === 'over-reach')) return undefined;
  const joins = kept
    .filter(({ limb }) => limb.role === 'scaffold')
    .map(({ stem }) => ({ stem, heightCm: joinHeightCm(laid, stem) }))
    .sort((a, b) => b.heightCm - a.heightCm);
  const to = joins[0];
  if (!to) return undefined;
  const takes = form.needsWall ? '' : `; ${say.stem(to.stem.id)} takes the top over and is not bent`;
  const words = `Its top is over reach (${say.length(site.reachCm)}): cut to ${say.stem(to.stem.id)} at ${say.length(to.heightCm)}, not to a stump${takes}.`;
  const toLengthCm = arcAtHeight(laid.courses.get(trunk.id) as Course, to.heightCm) + 1;
  const reason = { rule: 'over-reach', words };
  return { toLengthCm, purpose: 'hold-height', toStem: to.stem.id, reason };
}

/** Height over a wire that a leader must have passed before it is headed there, cm. */
const PAST_WIRE_CM = 8;

/** On wires a tier a year: where a wire above every arm that stays has none and the leader has passed it, it is headed there to make some. */
function nextTier({ scene, chosen, say }: PlanQuestion, trunk: Stem): Cut | undefined {
  const { laid, limits, answers } = scene;
  if (answers.espalier !== 'tier-a-year' || trunk.headed) return undefined;
  const armsCm = chosen.limbs
    .filter(({ role }) => role === 'scaffold')
    .map(({ stemId }) => laid.joins.get(stemId) ?? 0);
  const bare = chosen.empty.filter(
    (place) =>
      Math.max(...armsCm) < arcAtHeight(laid.courses.get(trunk.id) as Course, place.heightCm) &&
      chosen.empty.filter(({ heightCm, side }) => side !== undefined && heightCm === place.heightCm).length >
        1,
  );
  const course = laid.courses.get(trunk.id) as Course;
  const wireCm = Math.min(...bare.map(({ heightCm }) => heightCm));
  if (!Number.isFinite(wireCm) || tipOf(course)[2] < wireCm + PAST_WIRE_CM) return undefined;
  const words = `No arm serves the wire at ${say.length(wireCm)}: headed there, its top buds make the next pair and the leader.`;
  return {
    toLengthCm: arcAtHeight(course, wireCm),
    purpose: 'next-tier',
    reason: {
      rule: 'wire.gapCm',
      words: `${words} ${say.length(limits('wire.gapCm').value)} lie between wires.`,
    },
  };
}
