import type { Finding } from '../findings';
import type { Say } from '../words/say';
import { isOnTrunk } from '../tree/joins';
import type { Ruling } from '../history/tree-draft';
import type { KeptFor } from '../acts/stay';
import { stemOf, type Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { ChosenLimb } from './chosen-set';
import type { Correction } from './correction';
import { placeWords } from './fault-words';
import { correctionWords, keptWords } from './kept-words';
import { sortLateral, type LateralSort } from './laterals';
import { otherwise, type OtherwiseQuestion } from './otherwise';
import type { Price } from './price';
import { reasonsOf } from '../findings/reasons';
import { because, type Reason } from '../words/reason';

export type Decision = 'trunk' | 'leader' | 'scaffold' | 'temporary' | 'out' | 'leave' | 'goes-with';

/** What becomes of one stem, and why. */
export interface Verdict {
  stemId: StemId;
  decision: Decision;
  /** The place it fills, or the stem it goes with. */
  place?: string;
  /** What a grower calls it in its place: scaffold, arm, rib, stem. */
  word?: string;
  correction?: Correction;
  /** What is done to a side shoot that is left. */
  lateral?: Pick<LateralSort, 'sort' | 'toDeg' | 'toLengthCm' | 'purpose'> & { why: string };
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

type Saying = Omit<Verdict, 'stemId' | 'ruling'>;

/** A verdict on every stem of the tree. */
export function verdictsOn(question: OtherwiseQuestion): Record<StemId, Verdict> {
  const { state } = question;
  const verdicts: Record<StemId, Verdict> = {};
  for (const stem of state.tree.stems) {
    const ruling = state.rulings[stem.id] ?? 'undecided';
    verdicts[stem.id] = { stemId: stem.id, ruling, ...verdictOn(question, stem, ruling) };
  }
  for (const stem of state.tree.stems) {
    const carrier = goneCarrier(question, verdicts, stem);
    if (carrier === undefined) continue;
    verdicts[stem.id] = {
      ...(verdicts[stem.id] as Verdict),
      decision: 'goes-with',
      place: carrier,
      rule: 'goes-with',
      reasons: [because(`It goes with ${question.say.stem(carrier)}, which carries it.`)],
    };
  }
  return verdicts;
}

function verdictOn(question: OtherwiseQuestion, stem: Stem, ruling: Ruling): Saying {
  const { scene, chosen, say } = question;
  const own = scene.findings.filter((f) => f.stemId === stem.id);
  const place = chosen.limbs.find(({ stemId }) => stemId === stem.id);
  if (place) return keptVerdict(question, stem, place, own, ruling);
  const isLimb = scene.limbs.includes(stem);
  if (!isLimb && stem.id === scene.laid.trunk?.id) return trunkVerdict(question, own);
  const barred = own.filter((f) => f.gravity === 'must-go' && bars(f));
  if (!isLimb && ruling === 'out') return ruledOut(question, stem);
  if (!isLimb && ruling !== 'undecided' && ruling !== 'wait') return ruledLeft(barred, say);
  const noPlace = isLimb ? placeless(question, stem) : [];
  if (isLimb && barred.length === 0 && noPlace.length > 0 && ruling !== 'out') {
    return out('no-place', noPlace, otherwise(question, stem));
  }
  if (barred.length > 0) {
    const price = isLimb ? otherwise(question, stem) : undefined;
    return out((barred[0] as Finding).rule, reasonsOf(barred, say), price);
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
  const { scene, say, chosen } = question;
  const ruled = ruling === 'keep' || ruling === 'leader';
  const price = ruled ? otherwise(question, stem) : undefined;
  const inSet = new Set(chosen.limbs.map(({ stemId }) => stemId));
  const matters = own.filter((f) => f.otherStemId === undefined || inSet.has(f.otherStemId));
  return {
    decision: limb.role,
    place: limb.place,
    word: limb.word,
    rule: 'chosen',
    reasons: [
      ...(ruled ? [because('You decided that it stays.')] : []),
      keptWords(scene, stem, limb, say),
      ...correctionWords(stem, limb, say),
      ...reasonsOf(matters, say),
    ],
    ...(limb.correction && { correction: limb.correction }),
    ...(price && { price }),
  };
}

function trunkVerdict({ chosen, say }: OtherwiseQuestion, own: readonly Finding[]): Saying {
  const leader = chosen.limbs.find(({ role }) => role === 'leader');
  const words = leader
    ? `The stem, cut back to ${say.stem(leader.stemId)}, which leads in its place.`
    : 'The stem that carries the tree.';
  return { decision: 'trunk', rule: 'trunk', reasons: [because(words), ...reasonsOf(own, say)] };
}

function ruledOut(question: OtherwiseQuestion, stem: Stem): Saying {
  return out('overruled', [because('You decided that it goes.')], otherwise(question, stem));
}

/** A lateral, spur or sucker is no candidate for a place; told to stay, it is left, and what speaks against it is said. */
function ruledLeft(against: readonly Finding[], say: Say): Saying {
  const reasons = [because('You decided that it stays.'), ...reasonsOf(against, say)];
  return { decision: 'leave', rule: 'overruled', reasons };
}

/** A side shoot on a limb is sorted; a short shoot of the trunk is left for its leaf. */
function shootVerdict({ scene, say }: OtherwiseQuestion, stem: Stem, own: readonly Finding[]): Saying {
  const carrier = stem.parent.kind === 'stem' ? stemOf(scene.laid.tree, stem.parent.stemId) : undefined;
  if (!carrier || isOnTrunk(scene.laid, stem)) {
    const words = `A shoot of ${say.length(stem.length.value)}: too short to be a limb, left for its leaf and spurs.`;
    const reasons = [because(words, { key: 'scaffold.shortestCm' }), ...reasonsOf(own, say)];
    return { decision: 'leave', rule: 'lateral', reasons };
  }
  const { sort, toDeg, toLengthCm, purpose, rule, reasons } = sortLateral(scene, stem, carrier, say);
  const told = new Set(reasons.map((reason) => reason.rule));
  const rest = reasonsOf(
    own.filter((f) => !told.has(f.rule)),
    say,
  );
  if (sort === 'out') return { decision: 'out', rule, reasons: [...reasons, ...rest] };
  const lateral = {
    sort,
    why: reasons.at(-1)?.words ?? '',
    ...(toDeg !== undefined && { toDeg }),
    ...(toLengthCm !== undefined && { toLengthCm }),
    ...(purpose && { purpose }),
  };
  return { decision: 'leave', rule, lateral, reasons: [...reasons, ...rest] };
}

/** Why a sound limb is not among the chosen: who stands in its way, or what keeping it would cost. */
function notChosen(question: OtherwiseQuestion, stem: Stem, own: readonly Finding[]): Saying {
  const { chosen, say } = question;
  const price = otherwise(question, stem);
  const kept = new Set(chosen.limbs.map(({ stemId }) => stemId));
  const against = own.filter((f) => f.otherStemId !== undefined && kept.has(f.otherStemId));
  const weak = own.filter((f) => f.otherStemId === undefined);
  const shared = weak.flatMap((finding) => {
    const asBad = noBetter(question, finding);
    return asBad === undefined ? [] : [{ finding, asBad }];
  });
  const alone = weak.filter((finding) => !shared.some((one) => one.finding === finding));
  const grounds = reasonsOf([...against, ...alone], say);
  const better = `the limbs stand better without ${say.stem(stem.id)}.`;
  const none = because(shared.length > 0 ? capital(better) : `Sound, but ${better}`);
  const toKeep = price ? [because(`To keep it: ${price.words.join('; ')}.`)] : [];
  const sharedReasons = shared.flatMap(({ finding, asBad }) =>
    reasonsOf([finding], say).map(({ words, ...at }) =>
      because(`${words} ${say.stem(asBad)}, which stays, is no better there.`, at),
    ),
  );
  const reasons = [...(grounds.length > 0 ? grounds : [none]), ...toKeep, ...sharedReasons];
  return out(against[0]?.rule ?? alone[0]?.rule ?? 'not-needed', reasons, price);
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

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
function placeless({ formProblem, say }: OtherwiseQuestion, stem: Stem): Reason[] {
  const seats = formProblem.candidacies.filter((c) => c.stem.id === stem.id);
  if (seats.some(({ faults }) => !faults.some(({ rank }) => rank === 'breaches'))) return [];
  return seats.flatMap(({ faults, place }) =>
    faults
      .filter(({ rank }) => rank === 'breaches')
      .flatMap((fault) => placeWords(fault, formProblem.places[place]?.circle.name ?? '', say) ?? []),
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
