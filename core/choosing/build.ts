import type { Ruling } from '../history/events';
import type { StemId } from '../tree/stem';
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
 * it is pinned; a stem pinned as leader has only its leader options.
 */
export function buildProblem(form: FormProblem, rulings: Readonly<Record<StemId, Ruling>>): BuiltProblem {
  const candidacies = form.candidacies.filter((c) => isOpen(form, c, rulings[c.stem.id] ?? 'undecided'));
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
  const pinned = stems.flatMap((id, i) => (['keep', 'leader'].includes(rulings[id] ?? '') ? [i] : []));
  const pairs = pairCosts(form, candidacies);
  return { problem: { stems, options, pairs, circles, pinned }, candidacies, places: form.places };
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
