import type { Ruling } from '../history/tree-draft';
import { stemOf, type Stem, type Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { atDeg, type Candidacy, type FormProblem, type Place } from './candidacy';
import { felt, summed, type Consideration } from './consideration';
import { hundredths } from './curve';
import type { PairCost, Problem } from './problem';
import { BREACH } from './pair-tables';

/** A form's problem with the grower's rulings worked in, and the candidacy behind each option. */
export interface BuiltProblem {
  problem: Problem;
  candidacies: readonly Candidacy[];
  places: readonly Place[];
}

type Rulings = Readonly<Record<StemId, Ruling>>;

/** A close call keeps the wood: taking a sound limb out must be better by so many points. Working value. */
const IN_DOUBT_KEEP = 2;

/**
 * Turns a form's problem into plain data. A stem ruled out has no option and may not be left; one that is to wait a year, or
 * breaks a rule that holds, fills no place; a pin keeps a stem wherever it stands best, as leader only there. What grows on
 * another candidate stays with it or not at all.
 */
export function buildProblem(form: FormProblem, rulings: Rulings): BuiltProblem {
  const asked = withCarriers(form, rulings);
  const ids = new Set([...form.idle.keys(), ...form.candidacies.map(({ stem }) => stem.id)]);
  const stems = [...ids].sort();
  const index = new Map(stems.map((id, i) => [id, i]));
  const rulingOn = (id: StemId): Ruling => asked[id] ?? 'undecided';
  const candidacies = form.candidacies.filter((c) => isOpen(form, c, rulingOn(c.stem.id)));
  const options = candidacies.map((candidacy) => ({
    stem: index.get(candidacy.stem.id) as number,
    circle: candidacy.place,
    bearingDeg: atDeg(candidacy),
    ...summed(candidacy.against),
  }));
  const circles = form.places.map(({ circle, spreads }, place) => ({
    ...circle,
    spreads: spreads.map((spread, s) => ({
      ...spread,
      value: candidacies.map((c) => (c.place === place ? (c.spread[s] ?? 0) : 0)),
    })),
  }));
  const out = stems.map((id) => outCost(form, id, rulingOn(id)));
  const leave = stems.map((id) => leaveCost(form, id, rulingOn(id)));
  const pinned = stems.flatMap((id, i) => (['leader', 'frame'].includes(rulingOn(id)) ? [i] : []));
  const carriers = carriersOf(form);
  const parents = stems.map((id) => index.get(carriers.get(id) ?? '') ?? -1);
  const left = stems.map((id, i) => (leave[i] === undefined ? undefined : form.idle.get(id)?.stem));
  return {
    problem: {
      ...{ stems, parents, out, leave, options, circles, pinned },
      pairs: pairCosts(candidacies, candidacies, form.pairCost),
      besides: besideCosts(candidacies, left, form.besideCost),
      amidst: amidstCosts(left, form.amidstCost),
    },
    ...{ candidacies, places: form.places },
  };
}

const KEPT: ReadonlySet<Ruling> = new Set(['keep', 'frame', 'leader', 'wait']);
export const isKept = (ruling: Ruling): boolean => KEPT.has(ruling);

/** Broken rules that taking out what the grower keeps weighs as much as: whatever it touches goes first. */
const AGAINST_WORD = 1000;

function outCost(form: FormProblem, id: StemId, ruling: Ruling): number {
  const idle = form.idle.get(id);
  if (!idle) return 0;
  if (isKept(ruling)) return AGAINST_WORD * BREACH;
  const must = idle.leave.some((one) => one.must);
  const { cost } = summed(idle.out);
  return cost + (ruling === 'out' || must ? 0 : hundredths(IN_DOUBT_KEEP));
}

function leaveCost(form: FormProblem, id: StemId, ruling: Ruling): number | undefined {
  const idle = form.idle.get(id);
  if (!idle || ruling === 'leader') return undefined;
  const { breaches, cost } = summed(idle.leave);
  if (ruling === 'out' || (breaches > 0 && !isKept(ruling))) return undefined;
  return cost;
}

/** For each limb that grows on another that may be kept: that one. The trunk, where it may lead, stays in any case. */
function carriersOf({ candidacies, places, idle }: FormProblem): Map<StemId, StemId> {
  const limbs = candidacies.filter(({ place }) => places[place]?.role === 'scaffold');
  const seated = new Set([...limbs.map(({ stem }) => stem.id), ...idle.keys()]);
  const carriers = new Map<StemId, StemId>();
  for (const { stem } of [...candidacies, ...idle.values()]) {
    const on = stem.parent.kind === 'stem' ? stem.parent.stemId : undefined;
    if (on !== undefined && seated.has(on)) carriers.set(stem.id, on);
  }
  return carriers;
}

/** The rulings, with what carries a pinned limb pinned too, unless the grower decided about that one. */
function withCarriers(form: FormProblem, rulings: Rulings): Rulings {
  const asked: Record<StemId, Ruling> = { ...rulings };
  for (const [stemId, carrier] of carriersOf(form)) {
    const ruling = rulings[stemId] ?? 'undecided';
    if (isKept(ruling) && (rulings[carrier] ?? 'undecided') === 'undecided') asked[carrier] = 'keep';
  }
  return asked;
}

/** The rulings, with what carries a side shoot that is to stay kept too, limb by limb down to the trunk, unless the grower decided about it. */
export function withKeptCarriers(tree: Tree, trunkId: StemId | undefined, rulings: Rulings): Rulings {
  const asked: Record<StemId, Ruling> = { ...rulings };
  for (const stem of tree.stems) {
    if (!isKept(rulings[stem.id] ?? 'undecided')) continue;
    let parent = stem.parent;
    while (parent.kind === 'stem' && parent.stemId !== trunkId) {
      if ((asked[parent.stemId] ?? 'undecided') !== 'undecided') break;
      asked[parent.stemId] = 'keep';
      const carrier = stemOf(tree, parent.stemId);
      if (!carrier) break;
      parent = carrier.parent;
    }
  }
  return asked;
}

function isOpen(form: FormProblem, { place, against }: Candidacy, ruling: Ruling): boolean {
  const role = form.places[place]?.role;
  if (ruling === 'out' || ruling === 'wait') return false;
  if (ruling === 'leader') return role === 'leader';
  if (ruling === 'keep') return true;
  if (ruling === 'frame') return role !== 'leader';
  return !against.some(({ must }) => must);
}

function pairCosts(
  as: readonly Candidacy[],
  bs: readonly Candidacy[],
  between: FormProblem['pairCost'],
): PairCost[] {
  const costs: PairCost[] = [];
  as.forEach((first, a) => {
    for (let b = a + 1; b < bs.length; b++) {
      const second = bs[b] as Candidacy;
      if (first.stem.id !== second.stem.id) push(costs, a, b, between(first, second));
    }
  });
  return costs;
}

function besideCosts(
  as: readonly Candidacy[],
  left: readonly (Stem | undefined)[],
  between: FormProblem['besideCost'],
): PairCost[] {
  const costs: PairCost[] = [];
  as.forEach((first, a) => {
    left.forEach((stem, b) => {
      if (stem && stem.id !== first.stem.id) push(costs, a, b, between(first, stem));
    });
  });
  return costs;
}

function amidstCosts(left: readonly (Stem | undefined)[], between: FormProblem['amidstCost']): PairCost[] {
  const costs: PairCost[] = [];
  left.forEach((first, a) => {
    for (let b = a + 1; b < left.length; b++) {
      const second = left[b];
      if (first && second) push(costs, a, b, between(first, second));
    }
  });
  return costs;
}

function push(costs: PairCost[], a: number, b: number, of: readonly Consideration[]): void {
  if (felt(of).length > 0) costs.push({ a, b, ...summed(of) });
}
