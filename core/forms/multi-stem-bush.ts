import { told } from '../words/message';
import type { FormScene } from '../choosing/candidacy';
import { assembled } from '../choosing/assemble';
import type { Consideration } from '../choosing/consideration';
import { meanOn, type Curve } from '../choosing/curve';
import { bearingOf } from '../geometry/vector';
import type { Course } from '../tree/course';
import type { Stem } from '../tree/stem';
import type { Form } from './form';
import { LIKE_VIGOUR } from './grades';
import { scaffoldCircle } from './ring';
import { seated } from './seat';

/** Height a single young stem is cut to, so that shoots rise from its foot, cm. Working value. */
const HEAD_AT_CM = 25;

/** Three to five stems from near the ground, on own roots. */
export const multiStemBush: Form = {
  id: 'multi-stem-bush',
  rules: { 'set.fromDeg': 5, 'set.toDeg': 35, 'clearance.cm': 0, 'thin.diameterMm': 8, 'cross.joinCm': 15 },
  figures: ['scaffold.fewest', 'scaffold.wish', 'scaffold.most', 'stem.apartCm', 'set.fromDeg', 'set.toDeg'],
  typicalOf: ['fig', 'pomegranate', 'quince', 'hazel'],
  standsOn: 'stems',
  hasLeader: false,
  headsScaffolds: false,
  holdsHeight: false,
  spreadCm: 350,
  build(scene) {
    return assembled(scene, {
      places: [
        {
          role: 'scaffold',
          word: 'stem',
          heightCm: 0,
          circle: scaffoldCircle('bush', told('place.bush'), scene.limits),
          spreads: [{ name: 'like-vigour', of: 'ratio', grades: LIKE_VIGOUR }],
        },
      ],
      candidacies: scene.limbs.map((stem) => ({
        ...seated(scene, stem, 0, () => [], [stem.diameter.value]),
        atDeg: leansTo(scene, stem),
      })),
      harm: (stem) => slightStem(scene, stem),
    });
  },
  whip: () => ({ places: [], headAtCm: HEAD_AT_CM, headAnywayCm: HEAD_AT_CM }),
};

/** What a weak stem costs a bush, points, by its thickness over the middle one of those that rise with it: it is cut at the ground. Working values. */
const SLIGHT: Curve = [
  [0.25, 12],
  [0.45, 8],
  [0.65, 0],
];

function slightStem({ limbs }: FormScene, { diameter }: Stem): Consideration[] {
  const sizes = limbs.map((stem) => stem.diameter.value).sort((a, b) => a - b);
  const ratio = diameter.value / (sizes[Math.floor(sizes.length / 2)] ?? diameter.value);
  return [
    {
      what: 'slight',
      points: meanOn(SLIGHT, ratio, diameter.sure / diameter.value),
      measured: diameter.value,
    },
  ];
}

/** A stem this near upright leans nowhere: its side is that of its foot, deg. */
const UPRIGHT_DEG = 8;

/** Which side of the bush a stem fills: where it leans to, or where its foot stands, deg. */
function leansTo({ laid }: FormScene, stem: Stem): number {
  const foot = (laid.courses.get(stem.id) as Course).points[0] ?? [0, 0, 0];
  const isAside = Math.hypot(foot[0], foot[1]) > 1;
  if (stem.shape.run.value >= UPRIGHT_DEG || !isAside) return stem.shape.runBearing.value;
  return bearingOf([foot[0], foot[1], 0]);
}
