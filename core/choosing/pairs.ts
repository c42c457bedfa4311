import type { Finding } from '../findings/finding';
import { meeting } from '../findings/crossing';
import { limbPair } from '../findings/measures';
import { sharesNode } from '../findings/same-node';
import { sideBySideCm } from '../findings/parallel-pair';
import { courseFrom, type Course } from '../tree/course';
import type { Vec3 } from '../geometry/vector';
import type { Stem } from '../tree/stem';
import type { Candidacy, FormScene, PairPrice } from './candidacy';

const SOON_RUBBING = 20;
const SHARED_NODE = 30;
const SIDE_BY_SIDE = 20;
const CLOSE = 3;

const NOTHING: PairPrice = { breaches: 0, form: 0 };

/**
 * Prices of keeping two limbs of the trunk, by the rules that find against two limbs. Two that touch, or stand one
 * above another, may not both be kept; two that will rub, share a node, run side by side, or start nearer than wished,
 * cost the form. Limbs as they stand are priced from the findings; corrected ones by the same rules anew.
 * @param wishCm height wished between one limb and the next, cm
 */
export function limbPairPrices(scene: FormScene, wishCm: number): (a: Candidacy, b: Candidacy) => PairPrice {
  const crossings = new Map<string, Finding>();
  for (const finding of scene.findings) {
    if (finding.rule === 'crossing')
      crossings.set(`${finding.stemId}\n${finding.otherStemId ?? ''}`, finding);
  }
  const courses = new Map<Stem, Course>();
  const courseOf = (stem: Stem): Course => {
    const known = courses.get(stem) ?? laidCourse(scene, stem);
    courses.set(stem, known);
    return known;
  };
  const crossingOf = (a: Candidacy, b: Candidacy): Pick<Finding, 'gravity'> | undefined =>
    a.correction || b.correction
      ? meeting(scene, { stem: a.stem, course: courseOf(a.stem) }, { stem: b.stem, course: courseOf(b.stem) })
      : crossings.get(`${a.stem.id}\n${b.stem.id}`);
  const { limits } = scene;

  return remembered((a, b) => {
    const pair = limbPair(scene, a.stem, b.stem);
    const { heightCm, turnDeg } = pair;
    const isStacked = turnDeg < limits('shade.bearingDeg').value && heightCm < limits('shade.heightCm').value;
    const crossing = crossingOf(a, b)?.gravity;
    const isBeside = !isStacked && sideBySideCm(scene, pair.lower, pair.upper) !== undefined;
    const breaches = (isStacked ? 1 : 0) + (crossing === 'must-go' ? 1 : 0);
    const close = sharesNode(scene, pair) ? SHARED_NODE : heightCm < wishCm ? CLOSE : 0;
    const form = close + (crossing === 'serious' ? SOON_RUBBING : 0) + (isBeside ? SIDE_BY_SIDE : 0);
    return breaches + form > 0 ? { breaches, form } : NOTHING;
  });
}

function laidCourse({ laid }: FormScene, stem: Stem): Course {
  const asRead = laid.courses.get(stem.id) as Course;
  return courseFrom(stem, asRead.points[0] as Vec3);
}

type Price = (a: Candidacy, b: Candidacy) => PairPrice;

/** Keeps each answer by the two stems as laid: the same pair is asked about again for every price and runner-up. */
export function remembered(price: Price): Price {
  const known = new Map<Stem, Map<Stem, PairPrice>>();
  return (a, b) => {
    const row = known.get(a.stem) ?? new Map<Stem, PairPrice>();
    known.set(a.stem, row);
    const found = row.get(b.stem) ?? price(a, b);
    row.set(b.stem, found);
    return found;
  };
}
