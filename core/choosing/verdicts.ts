import { reasonsOf, type Finding } from '../findings';
import { findingsOn } from '../findings/finding';
import { isOnTrunk } from '../tree/joins';
import type { Ruling } from '../history/tree-draft';
import type { KeptFor } from '../tree/stem-readings';
import { stemOf, type Stem, type Tree } from '../tree/stem';
import type { LimbWord, Place } from './candidacy';
import type { StemId } from '../tree/stem-readings';
import type { ChosenLimb } from './chosen-set';
import type { Correction } from './correction';
import { noPlace } from './fault-words';
import { correctionReasons, keptFor } from './kept-words';
import { sortLateral, type LateralSort } from './laterals';
import { otherwise, type OtherwiseQuestion } from './otherwise';
import type { Price } from './price';
import { onFigure, onFinding, OWN_WORD } from '../words/ground';
import { because, cm, restsOn, tagOf, told, type Arg, type Message, type Reason } from '../words/message';

export type Decision = 'trunk' | 'leader' | 'scaffold' | 'temporary' | 'out' | 'leave' | 'goes-with';

/** What becomes of one stem, and why. */
export interface Verdict {
  stemId: StemId;
  decision: Decision;
  /** The place it fills, or the stem it goes with. */
  place?: string;
  /** What a grower calls it in its place: scaffold, arm, rib, stem. */
  word?: LimbWord;
  called?: Message;
  correction?: Correction;
  /** What is done to a side shoot that is left. */
  lateral?: Pick<LateralSort, 'sort' | 'toDeg' | 'toLengthCm' | 'purpose'> & { why?: Reason };
  /** ISO date to which a temporary limb stays, and what for. */
  until?: string;
  keptFor?: KeptFor;
  /** Sentences, the weightiest first. */
  reasons: readonly Reason[];
  /** The rule the decision rests on, for the act that follows. */
  rule: string;
  ruling: Ruling;
  /** What deciding otherwise would cost. */
  price?: Price;
}

/** Whether a stem still stands once the verdicts are carried out; none does that has no verdict. */
export const standsBy =
  (verdicts: Readonly<Record<StemId, Verdict>>) =>
  (id: StemId): boolean =>
    !['out', 'goes-with'].includes(verdicts[id]?.decision ?? 'out');

const YOU_KEEP = because('why.you-keep', {}, OWN_WORD);

type Saying = Omit<Verdict, 'stemId' | 'ruling'>;

/** A verdict on every stem of the tree. */
export function verdictsOn(question: OtherwiseQuestion): Record<StemId, Verdict> {
  const { state } = question;
  const verdicts: Record<StemId, Verdict> = {};
  for (const [i, stem] of state.tree.stems.entries()) {
    const ruling = state.rulings[stem.id] ?? 'undecided';
    verdicts[stem.id] = { stemId: stem.id, ruling, ...verdictOn(question, stem, ruling) };
    question.onProgress?.(i + 1, state.tree.stems.length);
  }
  for (const stem of state.tree.stems) {
    const carrier = goneCarrier(question, verdicts, stem);
    if (carrier === undefined) continue;
    verdicts[stem.id] = {
      ...(verdicts[stem.id] as Verdict),
      decision: 'goes-with',
      place: carrier,
      rule: 'goes-with',
      reasons: [because('why.goes-with', { carrier: tagOf(state.tree, carrier) })],
    };
  }
  return verdicts;
}

function verdictOn(question: OtherwiseQuestion, stem: Stem, ruling: Ruling): Saying {
  const { scene, chosen } = question;
  const { tree } = scene.laid;
  const own = findingsOn(scene.findings, stem.id);
  const place = chosen.limbs.find(({ stemId }) => stemId === stem.id);
  if (place) return keptVerdict(question, stem, place, own, ruling);
  const isLimb = scene.limbs.includes(stem);
  if (!isLimb && stem.id === scene.laid.trunk?.id) return trunkVerdict(question, own);
  const barred = own.filter((f) => f.gravity === 'must-go' && bars(f));
  if (!isLimb && ruling === 'out') return ruledOut(question, stem);
  if (!isLimb && ruling !== 'undecided' && ruling !== 'wait') return ruledLeft(barred, tree);
  const none = isLimb ? placeless(question, stem) : [];
  if (isLimb && barred.length === 0 && none.length > 0 && ruling !== 'out') {
    return out('no-place', none, otherwise(question, stem));
  }
  if (barred.length > 0) {
    const price = isLimb ? otherwise(question, stem) : undefined;
    return out((barred[0] as Finding).rule, reasonsOf(barred, tree), price);
  }
  if (ruling === 'out') return ruledOut(question, stem);
  if (!isLimb || !couldStandAlone(question, stem)) return shootVerdict(question, stem, own);
  return notChosen(question, stem, own);
}

/** Whether a limb that no place takes is in the way; one on an arm is then a side shoot like any other. */
const couldStandAlone = ({ scene }: OtherwiseQuestion, stem: Stem): boolean =>
  scene.standsOn !== 'arms' || isOnTrunk(scene.laid, stem);

/** A finding against two limbs bars neither by itself; one on the foot of another bars the shoot. */
const bars = ({ otherStemId, rule }: Finding): boolean =>
  otherStemId === undefined || rule === 'foot-of-another';

function out(rule: string, reasons: readonly Reason[], price: Price | undefined): Saying {
  return { decision: 'out', rule, reasons, ...(price && { price }) };
}

function keptVerdict(
  question: OtherwiseQuestion,
  stem: Stem,
  limb: ChosenLimb,
  own: readonly Finding[],
  ruling: Ruling,
): Saying {
  const { scene, chosen } = question;
  const ruled = ruling === 'keep' || ruling === 'leader';
  const price = ruled ? otherwise(question, stem) : undefined;
  const inSet = new Set(chosen.limbs.map(({ stemId }) => stemId));
  const matters = own.filter((f) => f.otherStemId === undefined || inSet.has(f.otherStemId));
  return {
    decision: limb.role,
    place: limb.place,
    called: limb.called,
    word: limb.word,
    rule: 'chosen',
    reasons: [
      ...(ruled ? [YOU_KEEP] : []),
      keptFor(scene, stem, limb),
      ...correctionReasons(stem, limb),
      ...reasonsOf(matters, scene.laid.tree),
    ],
    ...(limb.correction && { correction: limb.correction }),
    ...(price && { price }),
  };
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
function shootVerdict({ scene }: OtherwiseQuestion, stem: Stem, own: readonly Finding[]): Saying {
  const carrier = stem.parent.kind === 'stem' ? stemOf(scene.laid.tree, stem.parent.stemId) : undefined;
  if (!carrier || isOnTrunk(scene.laid, stem)) {
    const short = because('why.short', { long: cm(stem.length.value) }, onFigure('scaffold.shortestCm'));
    const reasons = [short, ...reasonsOf(own, scene.laid.tree)];
    return { decision: 'leave', rule: 'lateral', reasons };
  }
  const { sort, toDeg, toLengthCm, purpose, rule, reasons } = sortLateral(scene, stem, carrier);
  const isTold = (finding: Finding): boolean =>
    reasons.some((reason) => restsOn(reason, onFinding(finding.rule)));
  const rest = reasonsOf(
    own.filter((finding) => !isTold(finding)),
    scene.laid.tree,
  );
  if (sort === 'out') return { decision: 'out', rule, reasons: [...reasons, ...rest] };
  const why = reasons.at(-1);
  const lateral = {
    sort,
    ...(why && { why }),
    ...(toDeg !== undefined && { toDeg }),
    ...(toLengthCm !== undefined && { toLengthCm }),
    ...(purpose && { purpose }),
  };
  return { decision: 'leave', rule, lateral, reasons: [...reasons, ...rest] };
}

/** Why a sound limb is not among the chosen: who stands in its way, or what keeping it would cost. */
function notChosen(question: OtherwiseQuestion, stem: Stem, own: readonly Finding[]): Saying {
  const { chosen, state } = question;
  const { tree } = state;
  const price = otherwise(question, stem);
  const kept = new Set(chosen.limbs.map(({ stemId }) => stemId));
  const against = own.filter((f) => f.otherStemId !== undefined && kept.has(f.otherStemId));
  const weak = own.filter((f) => f.otherStemId === undefined);
  const shared = weak.flatMap((finding) => {
    const asBad = noBetter(question, finding);
    return asBad === undefined ? [] : [{ finding, asBad }];
  });
  const alone = weak.filter((finding) => !shared.some((one) => one.finding === finding));
  const faults = reasonsOf([...against, ...alone], tree);
  const limb = tagOf(tree, stem.id);
  const none = because(shared.length > 0 ? 'why.better' : 'why.sound-but', { limb });
  const toKeep = price ? [because('why.to-keep', { price: inOne(price.parts) })] : [];
  const sharedReasons = shared.flatMap(({ finding, asBad }) =>
    reasonsOf([finding], tree).map(({ grounds = [], ...fault }) =>
      because('why.no-better', { fault, other: tagOf(tree, asBad) }, ...grounds),
    ),
  );
  const reasons = [...(faults.length > 0 ? faults : [none]), ...toKeep, ...sharedReasons];
  return out(against[0]?.rule ?? alone[0]?.rule ?? 'not-needed', reasons, price);
}

/** Parts of a price in one line. */
export const inOne = ([first, ...rest]: readonly Message[]): Arg =>
  rest.length === 0 ? (first ?? '') : told('list.semicolons', { first: first ?? '', rest: inOne(rest) });

/** The nearest limb that stays with the same fault, as grave and as far past its limit: such a fault is not why the other goes. */
function noBetter({ scene, chosen }: OtherwiseQuestion, fault: Finding): StemId | undefined {
  const past = ({ measured, limit }: Finding): number =>
    measured && limit ? Math.abs(measured.value - limit.value) : 0;
  const joinCm = (id: StemId): number => scene.laid.joins.get(id) ?? 0;
  const away = ({ stemId }: Finding): number => Math.abs(joinCm(stemId) - joinCm(fault.stemId));
  const kept = new Set(chosen.limbs.map(({ stemId }) => stemId));
  return scene.findings
    .filter(({ rule, otherStemId, gravity, stemId }) => {
      const isSame = rule === fault.rule && gravity === fault.gravity && otherStemId === undefined;
      return isSame && kept.has(stemId);
    })
    .filter((other) => past(other) >= past(fault))
    .sort((a, b) => away(a) - away(b))[0]?.stemId;
}

/** What keeps a limb from every place of the form, when that is the form's own doing. */
function placeless({ formProblem }: OtherwiseQuestion, stem: Stem): Reason[] {
  const seats = formProblem.candidacies.filter((c) => c.stem.id === stem.id);
  if (seats.some(({ faults }) => !faults.some(({ rank }) => rank === 'breaches'))) return [];
  return seats.flatMap(({ faults, place }) =>
    faults
      .filter(({ rank }) => rank === 'breaches')
      .flatMap((fault) => noPlace(fault, (formProblem.places[place] as Place).circle.called) ?? []),
  );
}

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
  return (laid.joins.get(stem.id) ?? 0) > cutAt ? carrier : undefined;
}
