import type { Finding, Scene } from '../findings/finding';
import type { Ruling } from '../history/events';
import type { Stem, StemId } from '../tree/stem';
import type { Fault } from './faults';
import type { LimbPairCost } from './pairs';
import type { Circle, Problem } from './problem';

/** What a stem is to be, once chosen. */
export type ChosenRole = 'leader' | 'scaffold';

/** A place a form offers: a ring of limbs, an arm, or the leader's. */
export interface Place {
  role: ChosenRole;
  circle: Omit<Circle, 'spreads'>;
  spreads: readonly { name: string; of: 'ratio' | 'range'; grades: Circle['spreads'][number]['grades'] }[];
  /** Height at which an empty place would be filled, cm, and on which bearing if the form says so. */
  heightCm: number;
  bearingDeg?: number;
}

/** One stem that could take one place. */
export interface Candidacy {
  stem: Stem;
  place: number;
  faults: readonly Fault[];
  /** Values for the place's spreads, in their order. */
  spread: readonly number[];
}

/** What a form makes of a tree: its places, who could take each, and who gets in whose way. */
export interface FormProblem {
  places: readonly Place[];
  candidacies: readonly Candidacy[];
  pairs: readonly LimbPairCost[];
}

/** What a form is given to build its problem from. */
export interface FormScene extends Scene {
  findings: readonly Finding[];
  limbs: readonly Stem[];
}

/** A form's problem with the grower's rulings worked in, and the candidacy behind each option. */
export interface BuiltProblem {
  problem: Problem;
  candidacies: readonly Candidacy[];
  places: readonly Place[];
}

/**
 * Turns a form's problem into plain data. Stems ruled out have no options; a stem that breaks a rule has none unless
 * it is pinned; a stem pinned as leader has only its leader options.
 */
export function buildProblem(form: FormProblem, rulings: Readonly<Record<StemId, Ruling>>): BuiltProblem {
  const candidacies = form.candidacies.filter(({ stem, place, faults }) => {
    const ruling = rulings[stem.id] ?? 'undecided';
    const role = form.places[place]?.role;
    if (ruling === 'out') return false;
    if (ruling === 'leader') return role === 'leader';
    if (ruling === 'keep')
      return (
        role === 'scaffold' ||
        !form.candidacies.some((c) => c.stem === stem && form.places[c.place]?.role === 'scaffold')
      );
    return !faults.some((f) => f.rank === 'breaches');
  });
  const stems = [...new Set(candidacies.map(({ stem }) => stem.id))].sort();
  const index = new Map(stems.map((id, i) => [id, i]));
  const sum = (faults: readonly Fault[], rank: Fault['rank']): number =>
    faults.reduce((total, fault) => total + (fault.rank === rank ? fault.points : 0), 0);
  const options = candidacies.map(({ stem, place, faults }) => ({
    stem: index.get(stem.id) as number,
    circle: place,
    bearingDeg: stem.runBearing.value,
    breaches: sum(faults, 'breaches'),
    form: sum(faults, 'form'),
    merit: sum(faults, 'merit'),
  }));
  const circles = form.places.map(({ circle, spreads }, place) => ({
    ...circle,
    spreads: spreads.map((spread, s) => ({
      ...spread,
      value: candidacies.map((c) => (c.place === place ? (c.spread[s] ?? 0) : 0)),
    })),
  }));
  const optionsOf = new Map<StemId, number[]>(stems.map((id) => [id, []]));
  candidacies.forEach(({ stem }, o) => optionsOf.get(stem.id)?.push(o));
  const pairs = form.pairs.flatMap(({ a, b, placeOfA, breaches, form: cost }) =>
    (optionsOf.get(a) ?? [])
      .filter((i) => placeOfA === undefined || candidacies[i]?.place === placeOfA)
      .flatMap((i) => (optionsOf.get(b) ?? []).map((j) => ({ a: i, b: j, breaches, form: cost }))),
  );
  const pinned = stems.flatMap((id, i) => (['keep', 'leader'].includes(rulings[id] ?? '') ? [i] : []));
  return { problem: { stems, options, pairs, circles, pinned }, candidacies, places: form.places };
}
