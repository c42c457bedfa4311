import { onFigure, onFinding, onSchool, onSite, onTree } from '../words/ground';
import { because, cm, share, tagOf } from '../words/message';
import type { FormScene } from '../choosing/candidacy';
import { joinHeightCm } from '../tree/joins';
import { RIVALS_FROM_CM } from '../findings/overtopping';
import { arcAtHeight, tipOf, type Course } from '../tree/course';
import { newestCm, stemOf, type Stem } from '../tree/stem';
import type { Act } from '../acts/acts';
import { renewed } from '../choosing/laterals';
import { bendTarget, firstStageTo, isFirstStage, isWorthTying, laidAt, SURELY_LOWER_CM } from './bends';
import { endCut } from './limb-ends';
import type { Kept, PlanQuestion } from './question';
import { besidePeers, lastGrowthCm, WEAK_BESIDE } from './beside-peers';
import { LEAST_CUT_CM, shortenTo, type Cut } from './shorten-to';

const lowest = (cuts: readonly (Cut | undefined)[]): Cut | undefined =>
  cuts.filter((cut) => cut !== undefined).sort((a, b) => a.toLengthCm - b.toLengthCm)[0];

/** Heads a limb that grew long last season, is bare, or would stand higher than the leader allows; a rival hard. */
export function shortenLimb(
  question: PlanQuestion,
  { stem, limb }: Kept,
  leaderTipCm: number | undefined,
): Act[] {
  const { scene, form } = question;
  const { limits } = scene;
  const under =
    leaderTipCm === undefined
      ? undefined
      : underLeader(scene, form.firstStageDeg, { stem, limb }, leaderTipCm);
  const renewal = renewalCut(question, stem);
  if (renewal) return shortenTo(scene, stem, lowest([under, renewal]) ?? renewal);
  const end = endCut(scene, question.verdicts, stem);
  if (end) {
    const mended = lowest([under, end]) ?? end;
    return mended.toLengthCm < stem.length.value - LEAST_CUT_CM ? shortenTo(scene, stem, mended) : [];
  }
  const cut = lowest([
    rivalCut(limb.correction),
    plantingCut(scene, stem),
    form.headsScaffolds ? lastGrowthCut(question, stem) : undefined,
    olderWoodCut(scene, stem),
    bareCut(scene, stem),
    under,
  ]);
  if (!cut || cut.toLengthCm > stem.length.value - LEAST_CUT_CM) return [];
  const toLengthCm = Math.max(cut.toLengthCm, limits('scaffold.shortestCm').value);
  return toLengthCm < stem.length.value ? shortenTo(scene, stem, { ...cut, toLengthCm }) : [];
}

/** Shoots of a slim tree that bore go back to a stub, and last season's are halved, as side shoots are elsewhere. */
export function renewalCut(
  { scene, form }: Pick<PlanQuestion, 'scene' | 'form'>,
  stem: Stem,
): Cut | undefined {
  const sorted = form.renewsShoots ? renewed(scene, stem) : undefined;
  const [reason] = sorted?.reasons ?? [];
  if (sorted?.toLengthCm === undefined || !reason) return undefined;
  return { toLengthCm: sorted.toLengthCm, purpose: sorted.purpose ?? 'renew', reason };
}

function rivalCut(correction: Kept['limb']['correction']): Cut | undefined {
  if (correction?.kind !== 'rival-bent') return undefined;
  return {
    toLengthCm: correction.toLengthCm,
    purpose: 'weaken-rival',
    reason: because('head.rival', { length: cm(correction.toLengthCm) }, onFigure('thick.rivalRatio')),
  };
}

/** A tree lifted bare-rooted left roots behind: its limbs are cut back in balance, by its school's share. */
function plantingCut({ limits, when }: FormScene, stem: Stem): Cut | undefined {
  const part = limits('planting.share').value;
  if (!when.justPlanted || when.cameAs !== 'bare-rooted' || part === 0 || stem.headed) return undefined;
  const grownCm = Math.min(lastGrowthCm(stem), stem.length.value);
  const args = { share: share(part), grown: cm(grownCm) };
  const reason = because('head.planting', args, onFigure('planting.share'), onTree('roots'));
  return { toLengthCm: stem.length.value - grownCm * part, purpose: 'balance-roots', reason };
}

/** A weak limb loses a larger part of its length than the others of theirs, by this much more. Working value. */
const MORE = 1.2;

function lastGrowthCut(question: PlanQuestion, stem: Stem): Cut | undefined {
  const { limits, findings, when } = question.scene;
  const usual = limits('shorten.share').value;
  const grownCm = lastGrowthCm(stem);
  if (stem.headed || usual === 0 || when.inLeaf || stem.runUp || stem.mended) return undefined;
  const beside = besidePeers(question, stem);
  if (beside < WEAK_BESIDE) return weakCut(question, stem, usual);
  if (grownCm <= limits('shorten.longCm').value) return undefined;
  const isWeak = stem.diameter.value < limits('thin.diameterMm').value;
  const isStrong = findings.some(({ rule, stemId }) => rule === 'outgrowing-peers' && stemId === stem.id);
  const rule = isWeak ? 'shorten.weakShare' : isStrong ? 'shorten.strongShare' : 'shorten.share';
  const part = isStrong && !isWeak ? Math.min(usual, limits(rule).value) : limits(rule).value;
  if (part === 0) return undefined;
  const isRead = newestCm(stem) !== undefined;
  const code = isWeak ? 'head.weak' : isStrong ? 'head.strong' : isRead ? 'head.usual' : 'head.usual.unread';
  const reason = because(code, { grown: cm(grownCm), share: share(part) }, onFigure(rule));
  return { toLengthCm: stem.length.value - grownCm * part, purpose: 'keep-direction', reason };
}

/** A limb behind its peers is cut back harder than they are, whatever its size, so that fewer buds share what it gets. */
function weakCut({ scene, chosen }: PlanQuestion, stem: Stem, usual: number): Cut | undefined {
  const { limits, laid } = scene;
  const part = Math.max(usual, limits('shorten.weakShare').value);
  const lossOf = (peer: Stem): number => {
    const grown = lastGrowthCm(peer);
    return grown > limits('shorten.longCm').value ? (grown * usual) / peer.length.value : 0;
  };
  const peers = chosen.limbs
    .filter(({ role, stemId }) => role === 'scaffold' && stemId !== stem.id)
    .flatMap(({ stemId }) => stemOf(laid.tree, stemId) ?? []);
  const theirs = Math.max(0, ...peers.map(lossOf));
  const offCm = Math.max(lastGrowthCm(stem) * part, stem.length.value * Math.min(0.6, theirs * MORE));
  const reason = because(
    'head.weak.peers',
    { share: share(offCm / lastGrowthCm(stem)) },
    onFigure('shorten.weakShare'),
  );
  return { toLengthCm: stem.length.value - offCm, purpose: 'keep-direction', reason };
}

/** A limb no longer than this is not cut back into its older wood, cm. */
const OLDER_FROM_CM = 40;

/** After a poor season a limb is cut below last season's growth, where stronger buds sleep. */
function olderWoodCut({ limits, kind, when }: FormScene, stem: Stem): Cut | undefined {
  const grownCm = stem.growthCm[String(when.season - 1)];
  const poorCm = limits('shorten.poorCm').value;
  const isLeft = stem.headed || when.inLeaf || limits('shorten.share').value === 0;
  if (grownCm === undefined || grownCm > poorCm || isLeft || stem.bears === 'fruit') return undefined;
  const toLengthCm = stem.length.value - grownCm - 2 * kind.budSpacingCm.value;
  if (stem.length.value < OLDER_FROM_CM || toLengthCm < limits('scaffold.shortestCm').value) return undefined;
  const reason = because('head.older', { grown: cm(grownCm) }, onFigure('shorten.poorCm'));
  return { toLengthCm, purpose: 'older-wood', reason };
}

/** Share of a bare limb that comes off, so that it forks. Working value. */
const BARE_SHARE = 1 / 3;

function bareCut({ findings, limits, when }: FormScene, stem: Stem): Cut | undefined {
  // A school that leaves ends whole waits for what they set behind them.
  if (
    when.inLeaf ||
    limits('shorten.share').value === 0 ||
    !findings.some(({ rule, stemId }) => rule === 'long-bare' && stemId === stem.id)
  )
    return undefined;
  const toLengthCm = stem.length.value * (1 - BARE_SHARE);
  const args = { long: cm(stem.length.value), to: cm(toLengthCm) };
  return { toLengthCm, purpose: 'fork', reason: because('head.bare', args, onFigure('bare.longCm')) };
}

/** Least share of a limb that is left where it is cut back under its leader: the leader will have outgrown it by summer. Working value. */
const LEFT_UNDER_LEADER = 0.5;

function underLeader(
  scene: FormScene,
  firstStageDeg: number | undefined,
  { stem, limb: { correction } }: Kept,
  leaderTipCm: number,
): Cut | undefined {
  const { laid, limits } = scene;
  if (stem.length.value <= RIVALS_FROM_CM) return undefined;
  const staged = isFirstStage(scene, firstStageDeg, stem) && isWorthTying(scene, stem);
  // In leaf its leader grows on as well.
  if (staged && scene.when.inLeaf) return undefined;
  // An arm that lies on its wire, or will next summer, rivals no leader: it need only be lower.
  const clearCm = scene.wallDeg === undefined ? limits('leader.clearCm').value : 0;
  const topCm = leaderTipCm - Math.max(clearCm, SURELY_LOWER_CM);
  const bent =
    correction?.kind === 'spread' || correction?.kind === 'rival-bent' ? correction.toDeg : undefined;
  const wanted = isWorthTying(scene, stem) ? bendTarget(scene, firstStageDeg, stem) : undefined;
  const target = bent ?? (staged && wanted ? firstStageTo(scene, wanted, stem, leaderTipCm) : wanted);
  const { points } =
    target === undefined ? (laid.courses.get(stem.id) as Course) : laidAt(laid, stem, target);
  const over = points.findIndex((p) => p[2] > topCm);
  if (over < 0) return undefined;
  const reason = staged
    ? because('head.under-leader.staged', {}, onFigure('leader.clearCm'))
    : because('head.under-leader', { clear: cm(clearCm) }, onFigure('leader.clearCm'));
  const toLengthCm = Math.max(
    limits('scaffold.shortestCm').value,
    stem.length.value * LEFT_UNDER_LEADER,
    (Math.max(0, over - 1) / (points.length - 1)) * stem.length.value,
  );
  if (toLengthCm >= stem.length.value) return undefined;
  return { toLengthCm, purpose: 'under-leader', reason };
}

/** What is cut off the trunk's top: down to another shoot that leads, to a leaf bud, by school, or to the form's height. */
export function shortenLeader(question: PlanQuestion, kept: readonly Kept[]): Act[] {
  const { scene } = question;
  const { trunk, joins } = scene.laid;
  const leader = kept.find(({ limb }) => limb.role === 'leader')?.stem;
  if (!trunk || !leader) return [];
  const atCm = joins.get(leader.id);
  if (leader.id !== trunk.id && atCm !== undefined) {
    const reason = because(
      'head.new-leader',
      { limb: tagOf(scene.laid.tree, leader.id) },
      onSchool('which-top'),
    );
    const over = shortenTo(scene, trunk, {
      toLengthCm: atCm + 1,
      purpose: 'new-leader',
      toStem: leader.id,
      reason,
    });
    const isAtEnd = trunk.length.value - atCm <= LEAST_CUT_CM;
    return [...(isAtEnd ? [] : over), ...cutToOwnShoot(scene, leader, kept)];
  }
  if (scene.when.inLeaf) return [];
  const cut = lowest([
    flowerTipCut(scene, trunk),
    question.form.hasWires ? undefined : schoolCut(scene, trunk),
    topOverLimbs(question, kept, trunk),
    withinReach(question, kept, trunk),
    nextTier(question, trunk),
  ]);
  return cut && cut.toLengthCm < trunk.length.value - LEAST_CUT_CM ? shortenTo(scene, trunk, cut) : [];
}

/** A top that leads by one of its own shoots is cut to that. */
function cutToOwnShoot({ laid }: FormScene, leader: Stem, kept: readonly Kept[]): Act[] {
  const correction = kept.find(({ limb }) => limb.role === 'leader')?.limb.correction;
  if (correction?.kind !== 'cut-to') return [];
  const reason = because('head.cut-to', { limb: tagOf(laid.tree, correction.to) }, onSchool('which-top'));
  const toLengthCm = (laid.joins.get(correction.to) ?? 0) + 1;
  return shortenTo({ laid }, leader, { toLengthCm, purpose: 'new-leader', toStem: correction.to, reason });
}

function flowerTipCut({ kind, findings }: FormScene, trunk: Stem): Cut | undefined {
  if (!findings.some(({ rule }) => rule === 'flower-tip')) return undefined;
  const offCm = 2 * kind.budSpacingCm.value;
  const reason = because('head.flower-tip', { off: cm(offCm) }, onFinding('flower-tip'));
  return { toLengthCm: trunk.length.value - offCm, purpose: 'leader-tip', reason };
}

const TIP_SHARE = { never: 0, tipped: 0.2, 'cut-hard': 0.5 } as const;

function schoolCut({ answers }: FormScene, trunk: Stem): Cut | undefined {
  const part = TIP_SHARE[answers['leader-tip']];
  if (part === 0 || trunk.headed) return undefined;
  const grownCm = Math.min(lastGrowthCm(trunk), trunk.length.value);
  const reason = because('head.school', { share: share(part), grown: cm(grownCm) }, onSchool('leader-tip'));
  return { toLengthCm: trunk.length.value - grownCm * part, purpose: 'leader-tip', reason };
}

/** Large limbs shorter on average than this share of the stem above them are far behind it; it is then cut so far over their tips, cm. Working values. */
const FAR_BEHIND = 0.55;
const HARD_OVER_CM = 12;

/** A form that holds its top does so at a height over the tips of its large limbs, and over the small ones above them. */
function topOverLimbs({ scene, form }: PlanQuestion, kept: readonly Kept[], trunk: Stem): Cut | undefined {
  const { laid, limits } = scene;
  const { holdsTopOver } = form;
  if (!holdsTopOver) return undefined;
  const large = kept.filter(({ limb }) => limb.word === holdsTopOver.large);
  if (large.length < limits('scaffold.fewest').value) return undefined;
  const tips = large.map(({ stem }) => tipOf(laid.courses.get(stem.id) as Course)[2]);
  const smallCm = Math.max(
    0,
    ...kept
      .filter(({ limb }) => limb.word === holdsTopOver.small)
      .map(({ stem }) => joinHeightCm(laid, stem)),
  );
  const highest = Math.max(...large.map(({ stem }) => joinHeightCm(laid, stem)));
  const meanCm = large.reduce((sum, { stem }) => sum + stem.length.value, 0) / large.length;
  const isFarBehind = meanCm < FAR_BEHIND * (tipOf(laid.courses.get(trunk.id) as Course)[2] - highest);
  if (isFarBehind) {
    const toCm = Math.max(Math.max(...tips) + HARD_OVER_CM, smallCm + 2);
    const reason = because('head.top-hard', { height: cm(toCm) }, onFigure('top.overCm'));
    return {
      toLengthCm: arcAtHeight(laid.courses.get(trunk.id) as Course, toCm),
      purpose: 'leader-tip',
      reason,
    };
  }
  const toCm = Math.max(Math.max(...tips) + limits('top.overCm').value, smallCm + 2);
  const args = { height: cm(toCm), over: cm(limits('top.overCm').value) };
  const toLengthCm = arcAtHeight(laid.courses.get(trunk.id) as Course, toCm);
  return {
    toLengthCm,
    purpose: 'leader-tip',
    reason: because('head.top-over', args, onFigure('top.overCm')),
  };
}

/** A top is held at a limb no further than this under reach, cm, and only once it has calmed to so much growth, cm, or where none was read has stood so many seasons: before, it answers with sprouts. Working values. */
const NEAR_REACH_CM = 40;
const CALM_CM = 40;
const CALM_SEASONS = 6;

/** A form that is held within reach is cut to its highest limb that stays; above reach that is only one the grower pinned. */
function withinReach(question: PlanQuestion, kept: readonly Kept[], trunk: Stem): Cut | undefined {
  const { scene, form } = question;
  const { laid, findings, site } = scene;
  if (!form.holdsHeight || !findings.some(({ rule }) => rule === 'over-reach')) return undefined;
  const joins = kept
    .filter(({ limb }) => limb.role === 'scaffold')
    .map(({ stem }) => ({ stem, heightCm: joinHeightCm(laid, stem) }))
    .filter(({ stem, heightCm }) => {
      const isPinned = ['keep', 'frame'].includes(question.verdicts[stem.id]?.ruling ?? '');
      const isNear = heightCm >= site.reachCm - NEAR_REACH_CM && heightCm <= site.reachCm;
      return isPinned || isNear;
    })
    .sort((a, b) => b.heightCm - a.heightCm);
  const grown = newestCm(trunk);
  const isCalm = grown === undefined ? scene.when.seasonsGrown >= CALM_SEASONS : grown <= CALM_CM;
  const to = isCalm || form.needsWall ? joins[0] : undefined;
  if (!to) return undefined;
  const args = {
    reach: cm(site.reachCm),
    limb: tagOf(laid.tree, to.stem.id),
    height: cm(to.heightCm),
  };
  const code = form.needsWall ? 'head.reach.wall' : 'head.reach';
  const reason = because(code, args, onFinding('over-reach'), onSite('reach'));
  const toLengthCm = arcAtHeight(laid.courses.get(trunk.id) as Course, to.heightCm) + 1;
  return { toLengthCm, purpose: 'hold-height', toStem: to.stem.id, reason };
}

/** Height over a wire that a leader must have passed before it is headed there, cm. */
const PAST_WIRE_CM = 8;

/** On wires a tier a year: where a wire above every arm that stays has none and the leader has passed it, it is headed there to make some. */
function nextTier({ scene, chosen }: PlanQuestion, trunk: Stem): Cut | undefined {
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
  const args = { wire: cm(wireCm), gap: cm(limits('wire.gapCm').value) };
  const reason = because('head.next-tier', args, onFigure('wire.gapCm'));
  return { toLengthCm: arcAtHeight(course, wireCm), purpose: 'next-tier', reason };
}
