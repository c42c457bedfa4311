import type { Ruling } from '../history/tree-draft';
import type { StemId } from '../tree/stem-readings';
import { atDeg, type Candidacy, type FormProblem, type Place } from './candidacy';
import type { Fault } from './faults';
import type { PairCost, Problem } from './problem';

/** A form's problem with the grower's rulings worked in, and the candidacy behind each option. */
export interface BuiltProblem {
  problem: Problem;
  candidacies: readonly Candidacy[];
  places: readonly Place[];
}

/**
 * Turns a form's problem into plain data. Stems ruled out, or left for a year, have no options; a stem that breaks a rule has none unless
 * it is pinned; a stem pinned as leader has only its leader options. What grows on another candidate is taken with it or not at all.
 */
export function buildProblem(form: FormProblem, rulings: Rulings): BuiltProblem {
  const asked = withCarriers(form, rulings);
  const candidacies = openOf(form, asked);
  const stems = [...new Set(candidacies.map(({ stem }) => stem.id))].sort();
  const index = new Map(stems.map((id, i) => [id, i]));
  const sum = (faults: readonly Fault[], rank: Fault['rank']): number =>
    faults.reduce((total, fault) => total + (fault.rank === rank ? fault.points : 0), 0);
  const options = candidacies.map((candidacy) => ({
    stem: index.get(candidacy.stem.id) as number,
    circle: candidacy.place,
    bearingDeg: atDeg(candidacy),
    breaches: sum(candidacy.faults, 'breaches'),
    form: sum(candidacy.faults, 'form'),
    merit: sum(candidacy.faults, 'merit'),
  }));
  const circles = form.places.map(({ circle, spreads }, place) => ({
    ...circle,
    spreads: spreads.map((spread, s) => ({
      ...spread,
      value: candidacies.map((c) => (c.place === place ? (c.spread[s] ?? 0) : 0)),
    })),
  }));
  const pinned = stems.flatMap((id, i) => (isPin(asked[id]) ? [i] : []));
  const carriers = carriersOf(form);
  const parents = stems.map((id) => index.get(carriers.get(id) ?? '') ?? -1);
  const pairs = pairCosts(form, candidacies);
  return { problem: { stems, parents, options, pairs, circles, pinned }, candidacies, places: form.places };
}

type Rulings = Readonly<Record<StemId, Ruling>>;

const isPin = (ruling: Ruling | undefined): boolean => ruling === 'keep' || ruling === 'leader';

/** For each limb that grows on another that may be kept: that one. The trunk, where it may lead, stays in any case. */
function carriersOf({ candidacies, places }: FormProblem): Map<StemId, StemId> {
  const limbs = candidacies.filter(({ place }) => places[place]?.role === 'scaffold');
  const seated = new Set(limbs.map(({ stem }) => stem.id));
  const carriers = new Map<StemId, StemId>();
  for (const { stem } of candidacies) {
    const on = stem.parent.kind === 'stem' ? stem.parent.stemId : undefined;
    if (on !== undefined && seated.has(on)) carriers.set(stem.id, on);
  }
  return carriers;
}

/** The rulings, with what carries a pinned limb pinned too, unless the grower decided about that one. */
function withCarriers(form: FormProblem, rulings: Rulings): Rulings {
  const asked: Record<StemId, Ruling> = { ...rulings };
  for (const [stemId, carrier] of carriersOf(form)) {
    if (isPin(rulings[stemId]) && (rulings[carrier] ?? 'undecided') === 'undecided') asked[carrier] = 'keep';
  }
  return asked;
}

/** Candidacies that may be taken: none on a limb that may not. */
function openOf(form: FormProblem, rulings: Rulings): Candidacy[] {
  const open = form.candidacies.filter((c) => isOpen(form, c, rulings[c.stem.id] ?? 'undecided'));
  const carriers = carriersOf(form);
  const stands = new Set(open.map(({ stem }) => stem.id));
  return open.filter(({ stem }) => {
    const carrier = carriers.get(stem.id);
    return carrier === undefined || stands.has(carrier);
  });
}

function isOpen(form: FormProblem, { stem, place, faults }: Candidacy, ruling: Ruling): boolean {
  const role = form.places[place]?.role;
  if (ruling === 'out' || ruling === 'wait') return false;
  if (ruling === 'leader') return role === 'leader';
  if (ruling === 'keep') {
    const couldBeScaffold = form.candidacies.some(
      (c) => c.stem.id === stem.id && form.places[c.place]?.role === 'scaffold',
    );
    return role === 'scaffold' || !couldBeScaffold;
  }
  return !faults.some((f) => f.rank === 'breaches');
}

function pairCosts(form: FormProblem, candidacies: readonly Candidacy[]): PairCost[] {
  const costs: PairCost[] = [];
  candidacies.forEach((first, a) => {
    for (let b = a + 1; b < candidacies.length; b++) {
      const second = candidacies[b] as Candidacy;
      if (first.stem.id === second.stem.id) continue;
      const { breaches, form: cost } = form.pairPrice(first, second);
      if (breaches + cost > 0) costs.push({ a, b, breaches, form: cost });
    }
  });
  return costs;
}
