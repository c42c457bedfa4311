import type { Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { Candidacy, FormProblem } from './candidacy';
import type { ChosenSet } from './chosen-set';
import { felt, type Consideration } from './consideration';

/** Something that speaks against leaving a stem, with the other stem where two are concerned. */
export interface Against {
  one: Consideration;
  other?: StemId;
}

const gravest = (a: Against, b: Against): number =>
  Number(b.one.must ?? false) - Number(a.one.must ?? false) || b.one.points - a.one.points;

/** What speaks against leaving a stem beside a set, the gravest first. */
export function againstLeaving(form: FormProblem, chosen: ChosenSet, stem: Stem): Against[] {
  const own = (form.idle.get(stem.id)?.leave ?? []).map((one): Against => ({ one }));
  const seated = seatedIn(form, chosen)
    .filter((c) => c.stem.id !== stem.id)
    .flatMap((c) => felt(form.besideCost(c, stem)).map((one): Against => ({ one, other: c.stem.id })));
  const left = chosen.left
    .filter((id) => id !== stem.id)
    .flatMap((id) => {
      const other = form.idle.get(id)?.stem;
      return other ? felt(form.amidstCost(other, stem)).map((one): Against => ({ one, other: id })) : [];
    });
  return [...own, ...seated, ...left].sort(gravest);
}

/** What speaks against a limb in its place beside the others of its set, the gravest first. */
export function againstPlace(form: FormProblem, chosen: ChosenSet, stemId: StemId): Against[] {
  const seated = seatedIn(form, chosen);
  const own = seated.find((c) => c.stem.id === stemId);
  if (!own) return [];
  const pairs = seated
    .filter((c) => c !== own)
    .flatMap((c) => felt(form.pairCost(own, c)).map((one): Against => ({ one, other: c.stem.id })));
  return [...own.against.map((one): Against => ({ one })), ...pairs].sort(gravest);
}

/** The candidacies that a set takes. */
function seatedIn(form: FormProblem, { limbs }: ChosenSet): Candidacy[] {
  return limbs.flatMap(({ stemId, place, correction }) => {
    const found = form.candidacies.find(
      (c) =>
        c.stem.id === stemId &&
        form.places[c.place]?.circle.name === place &&
        JSON.stringify(c.correction) === JSON.stringify(correction),
    );
    return found ? [found] : [];
  });
}

/** Points of several. */
export const pointsOf = (of: readonly Against[]): number => of.reduce((sum, { one }) => sum + one.points, 0);
