import { explainFinding, type Finding, type Say } from '../findings';
import { crotchDeg, isOnTrunk, thicknessRatio } from '../findings/measures';
import type { Ruling } from '../history/events';
import type { TreeState } from '../history/tree-at';
import type { Stem, StemId } from '../tree/stem';
import { buildProblem, type FormProblem, type FormScene } from './build';
import { chosenSet, type ChosenSet } from './chosen-set';
import { placeWords } from './fault-words';
import { priceOf, type Price } from './price';
import { solve } from './solve';

export type Decision = 'trunk' | 'leader' | 'scaffold' | 'out' | 'leave' | 'goes-with';

/** What becomes of one stem, and why. */
export interface Verdict {
  stemId: StemId;
  decision: Decision;
  /** The place it fills, or the stem it goes with. */
  place?: string;
  /** Sentences, the weightiest first. */
  reasons: readonly string[];
  /** The rule the decision rests on, for the act that follows. */
  rule: string;
  ruling: Ruling;
  /** What deciding otherwise would cost. */
  price?: Price;
}

export interface VerdictQuestion {
  scene: FormScene;
  formProblem: FormProblem;
  chosen: ChosenSet;
  state: TreeState;
  say: Say;
}

/** A verdict on every stem of the tree. */
export function verdictsOn(question: VerdictQuestion): Record<StemId, Verdict> {
  const { state } = question;
  const verdicts: Record<StemId, Verdict> = {};
  for (const stem of state.tree.stems) verdicts[stem.id] = verdictOn(question, stem);
  for (const stem of state.tree.stems) {
    const carrier = goneCarrier(question, verdicts, stem);
    if (carrier === undefined) continue;
    verdicts[stem.id] = {
      ...(verdicts[stem.id] as Verdict),
      decision: 'goes-with',
      place: carrier,
      rule: 'goes-with',
      reasons: [`It goes with ${question.say.stem(carrier)}, which carries it.`],
    };
  }
  return verdicts;
}

function verdictOn(question: VerdictQuestion, stem: Stem): Verdict {
  const { scene, chosen, state, say } = question;
  const ruling = state.rulings[stem.id] ?? 'undecided';
  const own = scene.findings.filter((f) => f.stemId === stem.id);
  const base = { stemId: stem.id, ruling };
  const place = chosen.limbs.find(({ stemId }) => stemId === stem.id);
  if (place) return { ...base, ...keptVerdict(question, stem, place.role, place.place, own) };
  if (stem.id === scene.laid.trunk?.id) return { ...base, ...trunkVerdict(question) };
  const barred = own.filter((f) => f.gravity === 'must-go' && f.otherStemId === undefined);
  const noPlace = placeless(question, stem);
  const isLimb = scene.limbs.includes(stem);
  if (!isLimb && ruling === 'out') return ruledOut(question, stem, base);
  if (!isLimb && ruling !== 'undecided') return ruledLeft(base, barred, say);
  if (isLimb && barred.length === 0 && noPlace.length > 0 && ruling !== 'out') {
    const price = otherwise(question, stem);
    return { ...base, decision: 'out', rule: 'no-place', reasons: noPlace, ...(price && { price }) };
  }
  if (barred.length > 0) {
    const price = isOnTrunk(scene.laid, stem) ? otherwise(question, stem) : undefined;
    return {
      ...base,
      decision: 'out',
      rule: (barred[0] as Finding).rule,
      reasons: sentences(barred, say),
      ...(price && { price }),
    };
  }
  if (ruling === 'out') return ruledOut(question, stem, base);
  if (!scene.limbs.includes(stem)) {
    const words = isOnTrunk(scene.laid, stem)
      ? `A shoot of ${say.length(stem.length.value)}: too short to be a limb, left for its leaf and spurs.`
      : `A lateral of ${say.length(stem.length.value)} on a limb that stays: left for now.`;
    return { ...base, decision: 'leave', rule: 'lateral', reasons: [words] };
  }
  const price = otherwise(question, stem);
  return { ...base, decision: 'out', ...notChosen(question, stem, own, price), ...(price && { price }) };
}

function keptVerdict(
  question: VerdictQuestion,
  stem: Stem,
  role: 'leader' | 'scaffold',
  place: string,
  own: readonly Finding[],
): Omit<Verdict, 'stemId' | 'ruling'> {
  const { scene, say, state } = question;
  const crotch = crotchDeg(scene.laid, stem);
  const ratio = thicknessRatio(scene.laid, stem);
  const facts = [
    ...(crotch === undefined ? [] : [`crotch ${say.angle(crotch)}`]),
    ...(ratio === undefined ? [] : [`${say.ratio(ratio)} of the stem’s thickness`]),
    `facing ${say.angle(stem.runBearing.value)}`,
  ].join(', ');
  const opening =
    role === 'leader'
      ? stem.id === scene.laid.trunk?.id
        ? `The trunk’s own top leads: ${say.angle(stem.set.value)} from upright.`
        : `It leads: ${say.angle(stem.set.value)} from upright, and the trunk is cut back to it.`
      : `Kept for ${place}: ${facts}.`;
  const ruled = state.rulings[stem.id] === 'keep' || state.rulings[stem.id] === 'leader';
  const price = ruled ? otherwise(question, stem) : undefined;
  const inSet = new Set(question.chosen.limbs.map(({ stemId }) => stemId));
  const matters = own.filter((f) => f.otherStemId === undefined || inSet.has(f.otherStemId));
  return {
    decision: role,
    place,
    rule: 'chosen',
    reasons: [...(ruled ? ['You decided that it stays.'] : []), opening, ...sentences(matters, say)],
    ...(price && { price }),
  };
}

function trunkVerdict({ chosen, say }: VerdictQuestion): Omit<Verdict, 'stemId' | 'ruling'> {
  const leader = chosen.limbs.find(({ role }) => role === 'leader');
  const words = leader
    ? `The stem, cut back to ${say.stem(leader.stemId)}, which leads in its place.`
    : 'The stem that carries the tree.';
  return { decision: 'trunk', rule: 'trunk', reasons: [words] };
}

function ruledOut(question: VerdictQuestion, stem: Stem, base: Pick<Verdict, 'stemId' | 'ruling'>): Verdict {
  const price = otherwise(question, stem);
  return {
    ...base,
    decision: 'out',
    rule: 'overruled',
    reasons: ['You decided that it goes.'],
    ...(price && { price }),
  };
}

/** A lateral, spur or sucker is no candidate for a place; told to stay, it is left, and what speaks against it is said. */
function ruledLeft(base: Pick<Verdict, 'stemId' | 'ruling'>, against: readonly Finding[], say: Say): Verdict {
  const reasons = ['You decided that it stays.', ...sentences(against, say)];
  return { ...base, decision: 'leave', rule: 'overruled', reasons };
}

/** Why a sound limb is not among the chosen: who stands in its way, or what keeping it would cost. */
function notChosen(
  { chosen, say }: VerdictQuestion,
  stem: Stem,
  own: readonly Finding[],
  price: Price | undefined,
): Pick<Verdict, 'rule' | 'reasons'> {
  const kept = new Set(chosen.limbs.map(({ stemId }) => stemId));
  const against = own.filter((f) => f.otherStemId !== undefined && kept.has(f.otherStemId));
  const weak = own.filter((f) => f.otherStemId === undefined);
  const grounds = [...sentences(against, say), ...sentences(weak, say)];
  const sound = `Sound, but the limbs stand better without ${say.stem(stem.id)}.`;
  return {
    rule: against[0]?.rule ?? weak[0]?.rule ?? 'not-needed',
    reasons: [
      ...(grounds.length > 0 ? grounds : [sound]),
      ...(price ? [`To keep it: ${price.words.join('; ')}.`] : []),
    ],
  };
}

/** What keeps a limb from every place of the form, when that is the form's own doing. */
function placeless({ formProblem, say }: VerdictQuestion, stem: Stem): string[] {
  const seats = formProblem.candidacies.filter((c) => c.stem.id === stem.id);
  if (seats.some(({ faults }) => !faults.some(({ rank }) => rank === 'breaches'))) return [];
  return seats.flatMap(({ faults, place }) =>
    faults
      .filter(({ rank }) => rank === 'breaches')
      .flatMap((fault) => placeWords(fault, formProblem.places[place]?.circle.name ?? '', say) ?? []),
  );
}

/** The price of the opposite ruling: the best set with the stem turned round, against the best set as it is. */
function otherwise(
  { scene, formProblem, chosen, state, say }: VerdictQuestion,
  stem: Stem,
): Price | undefined {
  const isIn = chosen.limbs.some(({ stemId }) => stemId === stem.id);
  const ruling: Ruling = state.rulings[stem.id] === 'out' || !isIn ? 'keep' : 'undecided';
  const built = buildProblem(formProblem, { ...state.rulings, [stem.id]: ruling });
  const best = solve(built.problem, { keep: 1, nodeLimit: 2_000_000 }).best[0];
  if (!best) return undefined;
  const other = chosenSet(scene, built, best);
  const hasIt = other.limbs.some(({ stemId }) => stemId === stem.id);
  if (ruling === 'keep' && !hasIt) return undefined;
  const diameters = new Map(state.tree.stems.map(({ id, diameter }) => [id, diameter.value]));
  return isIn
    ? priceOf(stem.id, other, chosen, scene.findings, diameters, say)
    : priceOf(stem.id, chosen, other, scene.findings, diameters, say);
}

function sentences(findings: readonly Finding[], say: Say): string[] {
  return findings.map((finding) => explainFinding(finding, say));
}

/** The stem whose removal takes this one along, if any: a carrier that goes, or the trunk's top cut to a new leader. */
function goneCarrier(
  { chosen, scene }: VerdictQuestion,
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
