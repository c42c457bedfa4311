import { reasonsOf, type Finding } from '../findings';
import { findingsOn } from '../findings/finding';
import { isOnTrunk } from '../tree/joins';
import type { Ruling } from '../history/tree-draft';
import type { KeptFor } from '../tree/stem-readings';
import { stemOf, withDescendants, type Stem, type Tree } from '../tree/stem';
import { isKept, withKeptCarriers } from './build';
import type { LimbWord } from './candidacy';
import { againstLeaving, againstPlace, pointsOf, type Against } from './against';
import type { StemId } from '../tree/stem-readings';
import type { ChosenLimb } from './chosen-set';
import type { Consideration } from './consideration';
import type { Correction } from './correction';
import { correctionReasons, keptFor } from './kept-words';
import { carrierOf, sortLateral, type LateralSort, MUST_GO } from './laterals';
import { weighedOfKept, weighedReason } from './weighed-words';
import { otherwise, type OtherwiseQuestion } from './otherwise';
import type { Price } from './price';
import { asGrownFor } from './standing-words';
import { onFigure, onFinding, OWN_WORD } from '../words/ground';
import {
  because,
  cm,
  deg,
  restsOn,
  tagOf,
  told,
  type Arg,
  type Message,
  type Reason,
} from '../words/message';

/** What a stem that is left is left for. */
export type LeftJob = 'fruit' | 'leaf' | 'secondary';

export type Decision = 'trunk' | 'leader' | 'scaffold' | 'temporary' | 'out' | 'leave' | 'goes-with';

/** What becomes of one stem, and why. */
export interface Verdict {
  stemId: StemId;
  decision: Decision;
  /** The place it fills, or the stem it goes with. */
  place?: string;
  /** What a grower calls it in its place: scaffold, arm, rib, stem. */
  word?: LimbWord;
  /** What a stem that fills no place of the frame is left for. */
  job?: LeftJob;
  /** Of a stem that goes: points by which going is better than staying. */
  gain?: number;
  /** Whether it goes by so little that it might as well stay. */
  isNear?: boolean;
  /** Angle from upright it is spread to where it is left, deg. */
  spreadTo?: number;
  /** Why it is left for a while only: it crowds what stays, or starts too low. It then gets a date. */
  forAWhile?: 'crowds' | 'low';
  called?: Message;
  correction?: Correction;
  /** What is done to a side shoot that is left. */
  lateral?: Pick<LateralSort, 'sort' | 'toDeg' | 'toLengthCm' | 'purpose'> & { why?: Reason };
  /** ISO date to which a temporary limb stays, and what for. */
  until?: string;
  keptFor?: KeptFor;
  /** Whether it is shortened while it stays, so that it cannot compete. */
  isHeldShort?: boolean;
  /** Sentences, the weightiest first. */
  reasons: readonly Reason[];
  /** The rule the decision rests on, for the act that follows. */
  rule: string;
  ruling: Ruling;
  /** What deciding otherwise would cost. */
  price?: Price;
  /** Of a stem that goes with its carrier: what becomes of it should that one stay. */
  own?: Verdict;
}

/** Whether a stem still stands once the verdicts are carried out; none does that has no verdict. */
export const standsBy =
  (verdicts: Readonly<Record<StemId, Verdict>>) =>
  (id: StemId): boolean =>
    !['out', 'goes-with'].includes(verdicts[id]?.decision ?? 'out');

const YOU_KEEP = because('why.you-keep', {}, OWN_WORD);

const CARRIES_KEPT = because('why.carries-kept', {}, OWN_WORD);

/** Whether something that grows on a stem is to stay by the grower's own word. */
function carriesKept({ state }: OtherwiseQuestion, stem: Stem): boolean {
  const carried = withDescendants(state.tree, stem.id);
  return [...carried].some((id) => id !== stem.id && isKept(state.rulings[id] ?? 'undecided'));
}

type Saying = Omit<Verdict, 'stemId' | 'ruling'>;

/** A verdict on every stem of the tree. */
export function verdictsOn(question: OtherwiseQuestion): Record<StemId, Verdict> {
  const { state } = question;
  const verdicts: Record<StemId, Verdict> = {};
  for (const [i, stem] of state.tree.stems.entries()) {
    const ruling = state.rulings[stem.id] ?? 'undecided';
    verdicts[stem.id] = {
      stemId: stem.id,
      ruling,
      ...asGrownFor(question, stem, verdictOn(question, stem, ruling)),
    };
    question.onProgress?.(i + 1, state.tree.stems.length);
  }
  keepCarriers(question, verdicts);
  for (const stem of state.tree.stems) {
    const carrier = goneCarrier(question, verdicts, stem);
    if (carrier === undefined) continue;
    const own = verdicts[stem.id] as Verdict;
    verdicts[stem.id] = {
      ...own,
      decision: 'goes-with',
      place: carrier,
      rule: 'goes-with',
      reasons: [because('why.goes-with', { carrier: tagOf(state.tree, carrier) })],
      own,
    };
  }
  return verdicts;
}

/** A side shoot that carries one the grower keeps stays with it. */
function keepCarriers({ state, scene }: OtherwiseQuestion, verdicts: Record<StemId, Verdict>): void {
  const asked = withKeptCarriers(state.tree, scene.laid.trunk?.id, state.rulings);
  for (const [id, verdict] of Object.entries(verdicts)) {
    if (verdict.decision !== 'out' || verdict.ruling !== 'undecided' || asked[id] !== 'keep') continue;
    verdicts[id] = { ...verdict, decision: 'leave', reasons: [CARRIES_KEPT, ...verdict.reasons] };
  }
}

/**
 * Of what goes with a limb that is now to stay, each is as it would be by itself; but nothing more goes than must.
 * @param mustGo whether what is decided of a stem cannot wait
 */
export function staysWithCarriers(
  tree: Tree,
  verdicts: Readonly<Record<StemId, Verdict>>,
  mustGo: (verdict: Verdict) => boolean,
): Record<StemId, Verdict> {
  const after = { ...verdicts };
  const isGone = (id: StemId): boolean => ['out', 'goes-with'].includes(after[id]?.decision ?? '');
  // A carrier is decided before what it carries.
  const settle = (stem: Stem, above: ReadonlySet<StemId>): void => {
    const verdict = after[stem.id];
    if (verdict?.own === undefined || stem.parent.kind !== 'stem' || above.has(stem.id)) return;
    const carrierId = stem.parent.stemId;
    const carrier = stemOf(tree, carrierId);
    if (carrier) settle(carrier, new Set(above).add(stem.id));
    // What stands beyond the cut of a top goes whatever its carrier does.
    if (isGone(carrierId) || verdicts[verdict.place ?? '']?.decision === 'trunk') return;
    const { own } = verdict;
    const reason = because('why.stays-with', { carrier: tagOf(tree, carrierId) });
    after[stem.id] =
      own.decision !== 'out' || mustGo(own) ? own : { ...own, decision: 'leave', reasons: [reason] };
  };
  for (const stem of tree.stems) settle(stem, new Set());
  return after;
}

function verdictOn(question: OtherwiseQuestion, stem: Stem, ruling: Ruling): Saying {
  const { scene, chosen, formProblem } = question;
  const { tree } = scene.laid;
  const own = findingsOn(scene.findings, stem.id);
  const place = chosen.limbs.find(({ stemId }) => stemId === stem.id);
  if (place) return keptVerdict(question, stem, place, ruling);
  const top = chosen.limbs.find(
    ({ correction }) => correction?.kind === 'cut-to' && correction.to === stem.id,
  );
  if (top) return topVerdict(stem, top);
  const isDecided = formProblem.idle.has(stem.id);
  if (!isDecided && stem.id === scene.laid.trunk?.id) return trunkVerdict(question, own);
  const isLeft = chosen.left.includes(stem.id);
  if (isDecided && !isLeft) return outVerdict(question, stem, ruling);
  if (isDecided && couldStandAlone(question, stem)) return leftVerdict(question, stem, ruling);
  const barred = own.filter((f) => f.gravity === 'must-go' && bars(f));
  if (ruling === 'out') return ruledOut(question, stem);
  if (ruling !== 'undecided' && ruling !== 'wait') return ruledLeft(barred, tree);
  if (barred.length > 0) return out((barred[0] as Finding).rule, reasonsOf(barred, tree), undefined);
  return shootVerdict(question, stem, own);
}

/** Whether a shoot that no place takes is decided with the frame; one on an arm is then a side shoot like any other. */
const couldStandAlone = ({ scene }: OtherwiseQuestion, stem: Stem): boolean =>
  scene.standsOn !== 'arms' || isOnTrunk(scene.laid, stem);

/** A finding against two limbs bars neither by itself; one on the foot of another bars the shoot. */
const bars = ({ otherStemId, rule }: Finding): boolean =>
  otherStemId === undefined || rule === 'foot-of-another';

function out(rule: string, reasons: readonly Reason[], price: Price | undefined): Saying {
  return { decision: 'out', rule, reasons, ...(price && { price }) };
}

/** Points under which a consideration is not told of a limb that stays; how many are told at most. */
const TOLD_FROM = 6;
const MOST_TOLD = 2;

/** What a limb that goes is taken out for. */
const goingFor = (scene: OtherwiseQuestion['scene'], stem: Stem, of: readonly Against[]): Reason[] =>
  of.map(({ one, other }) => weighedReason(scene, stem, one, other));

/** What speaks against a limb that stays all the same, and what is done or watched for it. */
const toldOf = (scene: OtherwiseQuestion['scene'], stem: Stem, of: readonly Against[]): Reason[] =>
  of.map(({ one, other }) => weighedOfKept(scene, stem, one, other));

function keptVerdict(question: OtherwiseQuestion, stem: Stem, limb: ChosenLimb, ruling: Ruling): Saying {
  const { scene, chosen, formProblem } = question;
  const ruled = ruling === 'keep' || ruling === 'frame' || ruling === 'leader';
  const price = ruled ? otherwise(question, stem) : undefined;
  const against = againstPlace(formProblem, chosen, stem.id)
    .filter(({ one }) => one.must === true || one.points >= TOLD_FROM)
    // The fork of a shoot that the stem is cut to is gone with the stem's end.
    .filter(({ one }) => limb.role !== 'leader' || one.what !== 'join')
    .slice(0, MOST_TOLD);
  return {
    decision: limb.role,
    place: limb.place,
    called: limb.called,
    word: limb.word,
    rule: 'chosen',
    reasons: [
      ...(ruled ? [YOU_KEEP] : []),
      keptFor(scene, stem, limb),
      ...correctionReasons(scene.laid.tree, stem, limb),
      ...toldOf(scene, stem, against),
    ],
    ...(limb.correction && { correction: limb.correction }),
    ...(price && { price }),
  };
}

/** A stem that is left although it crowds another is left for a while only: from so many points, and this share of what taking it costs. Working values. */
const CROWDS = 10;
const CROWDS_SHARE = 0.8;
const CROWDING: readonly Consideration['what'][] = ['room', 'feet', 'node'];
/** What starts too low goes in the end, whatever it is worth now. */
const LOW: readonly Consideration['what'][] = ['low', 'low-side'];

/** The shoot that leads once the top it stands on is cut to it. */
const topVerdict = (stem: Stem, { place, called, word }: ChosenLimb): Saying => ({
  ...{ decision: 'leader', rule: 'chosen', place, called, word },
  reasons: [because('kept.leads', { run: deg(stem.shape.run.value) })],
});

/** A stem under this against leaving it harms nothing, points. */
const HARMLESS = 3;

/** A stem that fills no place and is left: for its fruit or its leaf, and what speaks against it all the same. */
function leftVerdict(question: OtherwiseQuestion, stem: Stem, ruling: Ruling): Saying {
  const { scene, chosen, formProblem } = question;
  const against = againstLeaving(formProblem, chosen, stem);
  const harm = pointsOf(against);
  const bears = stem.bears === 'fruit' || stem.bears === 'blossom' || (stem.spurs ?? 0) > 0;
  const limb = tagOf(scene.laid.tree, stem.id);
  const reason =
    ruling === 'keep' || ruling === 'frame'
      ? YOU_KEEP
      : carriesKept(question, stem)
        ? CARRIES_KEPT
        : harm < HARMLESS
          ? because(bears ? 'left.fruit' : 'left.harmless')
          : because(stem.condition === 'sound' ? 'left.full' : 'left.hurt', { limb });
  const grave = against.filter(({ one }) => one.must === true || one.points >= TOLD_FROM).slice(0, MOST_TOLD);
  const price = ruling === 'keep' || ruling === 'frame' ? otherwise(question, stem) : undefined;
  const loss = (formProblem.idle.get(stem.id)?.out ?? []).reduce((sum, { points }) => sum + points, 0);
  const pointsFor = (whats: readonly Consideration['what'][]): number =>
    pointsOf(against.filter(({ one }) => whats.includes(one.what)));
  const crowds = pointsFor(CROWDING);
  const isLow = pointsFor(LOW) >= CROWDS && scene.snowCm === undefined;
  const { spreadTo } = formProblem.idle.get(stem.id) ?? {};
  const isCrowded = crowds >= CROWDS && harm >= loss * CROWDS_SHARE;
  const isForAWhile = ruling === 'undecided' && !carriesKept(question, stem) && (isCrowded || isLow);
  return {
    ...{ decision: 'leave', rule: 'left', job: bears ? 'fruit' : 'leaf' },
    ...(isForAWhile && { forAWhile: isLow ? ('low' as const) : ('crowds' as const) }),
    ...(spreadTo !== undefined && !isForAWhile && { spreadTo }),
    reasons: [reason, ...toldOf(scene, stem, grave)],
    ...(price && { price }),
  };
}

/** Points by which going is better, under which the call is near. */
const NEAR = 6;

/** A stem that goes: what speaks against leaving it, the gravest first, and what it would cost to keep it. */
function outVerdict(question: OtherwiseQuestion, stem: Stem, ruling: Ruling): Saying {
  const { scene, chosen, formProblem } = question;
  if (ruling === 'out') return ruledOut(question, stem);
  const { tree } = scene.laid;
  const must = findingsOn(scene.findings, stem.id).filter(
    ({ rule, gravity }) => gravity === 'must-go' && (rule === 'unsound-wood' || rule === 'below-union'),
  );
  if (must.length > 0) return out((must[0] as Finding).rule, reasonsOf(must, tree), undefined);
  const price = otherwise(question, stem);
  const against = againstLeaving(formProblem, chosen, stem).filter(({ one }) => one.what !== 'tie');
  const grave = against.slice(0, MOST_TOLD).filter(({ one }, i) => i === 0 || one.points >= TOLD_FROM);
  const loss = (formProblem.idle.get(stem.id)?.out ?? []).reduce((sum, { points }) => sum + points, 0);
  const gain = against.some(({ one }) => one.must) ? MUST_GO : pointsOf(against) - loss;
  const isNear = gain < NEAR;
  const limb = tagOf(tree, stem.id);
  const said = out(
    against[0]?.one.what ?? 'not-needed',
    [
      ...(grave.length > 0 ? goingFor(scene, stem, grave) : [because('why.better', { limb })]),
      ...(price ? [because('why.to-keep', { price: inOne(price.parts) })] : []),
      ...(isNear ? [because('doubt.near')] : []),
    ],
    price,
  );
  return { ...said, gain, ...(isNear && { isNear }) };
}

function trunkVerdict({ chosen, state }: OtherwiseQuestion, own: readonly Finding[]): Saying {
  const leader = chosen.limbs.find(({ role }) => role === 'leader');
  const reason = leader
    ? because('why.trunk-cut', { leader: tagOf(state.tree, leader.stemId) })
    : because('why.trunk');
  return { decision: 'trunk', rule: 'trunk', reasons: [reason, ...reasonsOf(own, state.tree)] };
}

function ruledOut(question: OtherwiseQuestion, stem: Stem): Saying {
  return out('overruled', [because('why.you-take', {}, OWN_WORD)], otherwise(question, stem));
}

/** A lateral, spur or sucker is no candidate for a place; told to stay, it is left, and what speaks against it is said. */
function ruledLeft(against: readonly Finding[], tree: Tree): Saying {
  const reasons = [YOU_KEEP, ...reasonsOf(against, tree)];
  return { decision: 'leave', rule: 'overruled', reasons };
}

/** A side shoot on a limb is sorted; a short shoot of the trunk is left for its leaf. */
function shootVerdict({ scene, chosen }: OtherwiseQuestion, stem: Stem, own: readonly Finding[]): Saying {
  const carrier = carrierOf(scene, stem);
  if (!carrier) {
    const short = because('why.short', { long: cm(stem.length.value) }, onFigure('scaffold.shortestCm'));
    const reasons = [short, ...reasonsOf(own, scene.laid.tree)];
    return { decision: 'leave', rule: 'lateral', reasons };
  }
  const frame = chosen.limbs
    .filter(({ role }) => role === 'scaffold')
    .flatMap(({ stemId }) => stemOf(scene.laid.tree, stemId) ?? []);
  const sorted = sortLateral(scene, stem, carrier, frame);
  const { sort, toDeg, toLengthCm, purpose, rule, reasons, job, gain } = sorted;
  const isTold = (finding: Finding): boolean =>
    reasons.some((reason) => restsOn(reason, onFinding(finding.rule)));
  const rest = reasonsOf(
    own.filter((finding) => !isTold(finding)),
    scene.laid.tree,
  );
  if (sort === 'out')
    return { decision: 'out', rule, reasons: [...reasons, ...rest], ...(gain !== undefined && { gain }) };
  const why = reasons.at(-1);
  const lateral = {
    sort,
    ...(why && { why }),
    ...(toDeg !== undefined && { toDeg }),
    ...(toLengthCm !== undefined && { toLengthCm }),
    ...(purpose && { purpose }),
  };
  return { decision: 'leave', rule, lateral, ...(job && { job }), reasons: [...reasons, ...rest] };
}

/** Parts of a price in one line. */
export const inOne = ([first, ...rest]: readonly Message[]): Arg =>
  rest.length === 0 ? (first ?? '') : told('list.semicolons', { first: first ?? '', rest: inOne(rest) });

/** A top is cut so far over the join of what leads in its place, cm. */
const OVER_JOIN_CM = 1;

/** The stem whose removal takes this one along, if any: a carrier that goes, or the trunk's top cut to a new leader. */
function goneCarrier(
  { chosen, scene }: OtherwiseQuestion,
  verdicts: Readonly<Record<StemId, Verdict>>,
  stem: Stem,
): StemId | undefined {
  const { laid } = scene;
  if (stem.parent.kind !== 'stem') return undefined;
  const carrier = stem.parent.stemId;
  const decision = verdicts[carrier]?.decision;
  if (decision === 'out') return carrier;
  if (decision === 'goes-with') return verdicts[carrier]?.place;
  const leader = chosen.limbs.find(({ role }) => role === 'leader');
  const cutAt = leader && leader.stemId !== laid.trunk?.id ? laid.joins.get(leader.stemId) : undefined;
  if (carrier !== laid.trunk?.id || cutAt === undefined || stem.id === leader?.stemId) return undefined;
  return (laid.joins.get(stem.id) ?? 0) > cutAt + OVER_JOIN_CM ? carrier : undefined;
}
