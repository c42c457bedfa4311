import { told } from '../words/message';
import type { Candidacy, FormScene, PairPrice } from '../choosing/candidacy';
import { faultsOf } from '../choosing/faults';
import { remembered } from '../choosing/pairs';
import { bearingOf } from '../geometry/vector';
import type { Course } from '../tree/course';
import type { Stem } from '../tree/stem';
import type { Form } from './form';
import { LIKE_VIGOUR_GRADES } from './grades';
import { scaffoldCircle } from './ring';

/** Height a single young stem is cut to, so that shoots rise from its foot, cm. Working value. */
const HEAD_AT_CM = 25;

/** Three to five stems from near the ground, on own roots. */
export const multiStemBush: Form = {
  id: 'multi-stem-bush',
  rules: { 'set.fromDeg': 5, 'set.toDeg': 35, 'clearance.cm': 0, 'thin.diameterMm': 8 },
  figures: ['scaffold.fewest', 'scaffold.wish', 'scaffold.most', 'stem.apartCm', 'set.fromDeg', 'set.toDeg'],
  typicalOf: ['fig', 'pomegranate', 'quince', 'hazel'],
  standsOn: 'stems',
  hasLeader: false,
  headsScaffolds: false,
  holdsHeight: false,
  spreadCm: 350,
  build(scene) {
    return {
      places: [
        {
          role: 'scaffold',
          word: 'stem',
          heightCm: 0,
          circle: scaffoldCircle('bush', told('place.bush'), scene.limits),
          spreads: [{ name: 'like-vigour', of: 'ratio', grades: LIKE_VIGOUR_GRADES }],
        },
      ],
      candidacies: scene.limbs.map((stem) => ({
        stem,
        place: 0,
        atDeg: leansTo(scene, stem),
        faults: faultsOf(scene, stem, scene.findings),
        spread: [stem.diameter.value],
      })),
      pairPrice: stemPairPrices(scene),
    };
  },
  whip: () => ({ places: [], headAtCm: HEAD_AT_CM, headAnywayCm: HEAD_AT_CM }),
};

/** A stem this near upright leans nowhere: its side is that of its foot, deg. */
const UPRIGHT_DEG = 8;

/** Which side of the bush a stem fills: where it leans to, or where its foot stands, deg. */
function leansTo({ laid }: FormScene, stem: Stem): number {
  const foot = (laid.courses.get(stem.id) as Course).points[0] ?? [0, 0, 0];
  const isAside = Math.hypot(foot[0], foot[1]) > 1;
  if (stem.shape.run.value >= UPRIGHT_DEG || !isAside) return stem.shape.runBearing.value;
  return bearingOf([foot[0], foot[1], 0]);
}

const CROWDED_FEET = 30;
const SOON_RUBBING = 20;

/** Two stems that touch may not both stay; feet nearer than `stem.apartCm`, and rubbing to come, cost the form. */
function stemPairPrices(scene: FormScene): (a: Candidacy, b: Candidacy) => PairPrice {
  const { laid, limits, findings } = scene;
  const foot = (stem: Stem): readonly number[] =>
    (laid.courses.get(stem.id) as Course).points[0] ?? [0, 0, 0];
  return remembered((a, b) => {
    const [p, q] = [foot(a.stem), foot(b.stem)];
    const apartCm = Math.hypot((p[0] ?? 0) - (q[0] ?? 0), (p[1] ?? 0) - (q[1] ?? 0));
    const crossing = findings.find(
      (f) => f.rule === 'crossing' && f.stemId === a.stem.id && f.otherStemId === b.stem.id,
    )?.gravity;
    const crowded = apartCm < limits('stem.apartCm').value ? CROWDED_FEET : 0;
    return {
      breaches: crossing === 'must-go' ? 1 : 0,
      form: crowded + (crossing === 'serious' ? SOON_RUBBING : 0),
    };
  });
}
