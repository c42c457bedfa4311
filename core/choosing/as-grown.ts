import type { Candidacy, FormProblem, Idle } from './candidacy';
import type { Consideration } from './consideration';
import { holdsPlace, type Standings } from './standings';
import type { Stem } from '../tree/stem';

/** Points of taking out what was chosen, of leaving it outside of the frame, and of its doing what another was grown for: it stays unless it fails. Working values. */
const TAKEN = 400;
const OUTSIDE = 200;
const ELSEWHERE = 150;

/** What a chosen limb is not held against: how it stands beside its spares, and how thick a stem is that nobody measured there. */
const BESIDE_SPARES: ReadonlySet<Consideration['what']> = new Set(['strong', 'peers', 'rival', 'slight']);

const withoutMust = (of: readonly Consideration[]): Consideration[] =>
  of.map((one): Consideration => {
    if (!one.must || one.what === 'must-go') return one;
    const { what, points, measured } = one;
    return { what, points, ...(measured !== undefined && { measured }) };
  });

/**
 * A form's problem with what its stems were grown for: a limb that was chosen stays in its place unless it failed, whatever it
 * looks like beside its spares; a spare takes no place but that of one that failed; in its first summer it keeps its leaf.
 */
export function asGrown(form: FormProblem, standings: Standings): FormProblem {
  if (standings.size === 0) return form;
  const holds = ({ id }: Stem): boolean => holdsPlace(standings.get(id));
  const isSpare = ({ id }: Stem): boolean => ['over', 'waits'].includes(standings.get(id)?.is ?? '');
  const between =
    (price: (a: Stem, b: Stem) => readonly Consideration[]) =>
    (a: Stem, b: Stem): readonly Consideration[] =>
      (holds(a) || isWaiting(standings, a)) && (holds(b) || isWaiting(standings, b))
        ? withoutMust(price(a, b))
        : price(a, b);
  return {
    ...form,
    candidacies: form.candidacies
      .filter(({ stem, correction }) => !isSpare(stem) && !(holds(stem) && correction?.kind === 'rival-bent'))
      .map((one) => (holds(one.stem) ? asChosen(form, standings, one) : one)),
    idle: new Map([...form.idle].map(([id, idle]) => [id, idleAsGrown(standings, idle)])),
    pairCost: (a, b) =>
      holds(a.stem) && holds(b.stem) ? withoutMust(form.pairCost(a, b)) : form.pairCost(a, b),
    besideCost: (a, left) => between(() => form.besideCost(a, left))(a.stem, left),
    amidstCost: between(form.amidstCost),
  };
}

const isWaiting = (standings: Standings, { id }: Stem): boolean => standings.get(id)?.is === 'waits';

function asChosen({ places }: FormProblem, standings: Standings, one: Candidacy): Candidacy {
  const standing = standings.get(one.stem.id);
  const isLeader = places[one.place]?.role === 'leader';
  const leads = holdsPlace(standing) && standing.leads;
  const kept = withoutMust(one.against).filter(({ what }) => !BESIDE_SPARES.has(what));
  const elsewhere: Consideration[] = leads === isLeader ? [] : [{ what: 'elsewhere', points: ELSEWHERE }];
  return { ...one, against: [...kept, ...elsewhere] };
}

function idleAsGrown(standings: Standings, idle: Idle): Idle {
  const standing = standings.get(idle.stem.id);
  switch (standing?.is) {
    case 'chosen':
    case 'takes-over':
      return {
        ...idle,
        leave: [...withoutMust(idle.leave), { what: 'outside', points: OUTSIDE }],
        out: [...idle.out, { what: 'chosen', points: TAKEN }],
      };
    case 'over':
      return { ...idle, leave: [...idle.leave, { what: 'spare-over', points: 0, must: true }] };
    case 'waits':
      return {
        ...idle,
        leave: withoutMust(idle.leave),
        out: [...idle.out, { what: 'spare-waits', points: TAKEN }],
      };
    case 'failed':
    case undefined:
      return idle;
  }
}
