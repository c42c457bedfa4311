import type { Stem } from '../tree/stem';
import type { Candidacy, FormProblem, FormScene, Idle, Place } from './candidacy';
import { felt, summedValue, type Consideration } from './consideration';
import { afterSpread, spreadOut } from './corrections';
import { harmOf } from './weigh/harm';
import { lossCost } from './weigh/loss';
import { roomCost, type Laid } from './weigh/room';
import { courseOf, viewOf } from './weigh/view';

/** What is special to a form, besides its places and who could take them. */
export interface FormParts {
  places: readonly Place[];
  candidacies: readonly Candidacy[];
  /** What it costs the form besides that a stem is left where it fills no place. */
  harm?(stem: Stem): readonly Consideration[];
  /** What two limbs in places cost each other besides room, rubbing and a shared join; or instead of these. */
  pair?(a: Candidacy, b: Candidacy): readonly Consideration[];
  /** Whether what takes a place wants room of others. Default true. */
  wantRoom?(a: Candidacy): boolean;
  /** What may not stand beside a limb in its place: what goes with the top, where a limb leads in its stead. */
  beside?(a: Candidacy, left: Stem): readonly Consideration[];
}

/** A stem left beside another takes less of its room than a limb of the frame: it is held back, or ended in time. Working values. */
const LEFT_BESIDE = 0.85;
const LEFT_AMIDST = 0.7;

/** A form's problem: its places, and for every shoot what leaving it and taking it out come to. */
export function assembled(scene: FormScene, parts: FormParts): FormProblem {
  const laidOf = laidIn(scene);
  const room = remembered((a: Stem, b: Stem) => felt(roomCost(scene, laidOf(a), laidOf(b))));
  const idle = new Map(scene.shoots.map((stem): [string, Idle] => [stem.id, idleOf(scene, parts, stem)]));
  const trunkId = scene.laid.trunk?.id;
  const isTrunk = (stem: Stem): boolean => stem.id === trunkId && scene.standsOn !== 'stems';
  const wants = (a: Candidacy): boolean => parts.wantRoom?.(a) ?? true;
  const shared = (a: Stem, b: Stem, share: number): Consideration[] =>
    isTrunk(a) || isTrunk(b) ? [] : room(a, b).map((one) => ({ ...one, points: one.points * share }));
  return {
    places: parts.places,
    candidacies: parts.candidacies,
    idle,
    pairCost: (a, b) => [
      ...(wants(a) && wants(b) ? shared(a.stem, b.stem, 1) : []),
      ...(parts.pair?.(a, b) ?? []),
    ],
    besideCost: (a, left) => [
      ...(wants(a) ? shared(a.stem, left, LEFT_BESIDE) : []),
      ...(parts.beside?.(a, left) ?? []),
    ],
    amidstCost: (a, b) => shared(a, b, LEFT_AMIDST),
  };
}

function idleOf(scene: FormScene, parts: FormParts, stem: Stem): Idle {
  const view = viewOf(scene, stem);
  const ofForm = felt(parts.harm?.(stem) ?? []);
  const asItStands = [...harmOf(scene, view), ...ofForm];
  const spread = spreadOut(scene, stem);
  const out = felt(lossCost(scene, view));
  if (!spread) return { stem, leave: asItStands, out };
  const tie: Consideration = { what: 'tie', points: scene.limits('weigh.tie').value };
  const harm = harmOf(scene, viewOf(scene, spread.laid)).filter(({ what }) => what !== 'join');
  const join = harmOf(scene, view).filter(({ what }) => what === 'join');
  const brought = [...harm, ...afterSpread(join, spread.isSoft), tie, ...ofForm];
  return summedValue(brought) < summedValue(asItStands)
    ? { stem, leave: brought, out, spreadTo: spread.toDeg }
    : { stem, leave: asItStands, out };
}

/** Limbs with their courses; a corrected one with the course it would have. */
function laidIn(scene: FormScene): (stem: Stem) => Laid {
  const known = new Map<Stem, Laid>();
  return (stem) => {
    const found = known.get(stem);
    if (found) return found;
    const laid = { view: viewOf(scene, stem), course: courseOf(scene, stem) };
    known.set(stem, laid);
    return laid;
  };
}

type Between = (a: Stem, b: Stem) => readonly Consideration[];

/** Keeps each answer by the two stems as laid: the same pair is asked about again for every price and runner-up. */
function remembered(price: Between): Between {
  const known = new Map<Stem, Map<Stem, readonly Consideration[]>>();
  return (a, b) => {
    const [one, two] = a.id < b.id ? [a, b] : [b, a];
    const row = known.get(one) ?? new Map<Stem, readonly Consideration[]>();
    known.set(one, row);
    const found = row.get(two) ?? price(one, two);
    row.set(two, found);
    return found;
  };
}
