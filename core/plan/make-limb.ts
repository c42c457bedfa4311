import { compassCalled } from '../words/compass';
import { onFigure } from '../words/ground';
import { because, cm, told, type Arg, type Message } from '../words/message';
import type { FormScene } from '../choosing/candidacy';
import type { EmptyPlace } from '../choosing/chosen-set';
import { bearingDifference } from '../geometry/vector';
import { isOnTrunk, joinHeightCm } from '../tree/joins';
import { arcAtHeight, layOut, tipOf, type Course } from '../tree/course';
import { thicknessMm } from '../tree/carrier';
import { stemOf } from '../tree/stem';
import { type Act, afterActs } from '../acts/acts';
import type { MakingOfLimb } from '../acts/make-limb';
import type { PlanQuestion } from './question';

/** Wood thicker than this no longer breaks from a notched bud, mm. Working value. */
const NOTCHABLE_MM = 45;
/** Of a stem without a leader, what is left between the wanted limb and the cut over it, cm. */
const UNDER_CUT_CM = 2;

/** The limbs the form lacks and cannot stand without, made on the stem as the cuts leave it. */
export function wantedLimbs(question: PlanQuestion, cuts: readonly Act[]): Act[] {
  const wanted = question.chosen.empty.filter(
    (place) => isWanted(question, place) && !isTakenThere(question, place),
  );
  return wanted.flatMap((place) => makeLimb(question, cuts, place));
}

/** Sound wood this near to a place is not taken out to make a limb there: cm of height, deg of bearing. Working values. */
const THERE_CM = 30;
const THERE_DEG = 40;
/** ... nor is anything so short a limb, cm. */
const LEAST_CM = 20;

/** Whether sound wood goes from where a limb would be made. */
const isTakenThere = ({ scene, verdicts }: PlanQuestion, { heightCm, bearingDeg }: EmptyPlace): boolean =>
  scene.laid.tree.stems.some(
    (stem) =>
      (stem.parent.kind === 'ground' || isOnTrunk(scene.laid, stem)) &&
      stem.length.value >= LEAST_CM &&
      verdicts[stem.id]?.decision === 'out' &&
      stem.condition === 'sound' &&
      Math.abs(joinHeightCm(scene.laid, stem) - heightCm) < THERE_CM &&
      bearingDifference(stem.shape.runBearing.value, bearingDeg) < THERE_DEG,
  );

/** A place is worth making a limb for when the form cannot stand without it, or a sector is bare. */
function isWanted({ chosen, scene, form }: PlanQuestion, place: EmptyPlace): boolean {
  if (form.renewsShoots) return false;
  const gap = chosen.gaps.find(({ place: name }) => name === place.place);
  const isBare = gap !== undefined && gap.largestDeg > gap.evenDeg * scene.limits('sector.bareRatio').value;
  const filled = chosen.limbs.filter(({ place: name }) => name === place.place).length;
  return isBare || filled < place.fewest;
}

/** Whether a limb that stays already stands in the room of one to be made: it would be shaded, or shade. */
function isUnderAnother(
  { laid, limits }: FormScene,
  { limbs }: PlanQuestion['chosen'],
  { heightCm, bearingDeg }: EmptyPlace,
): boolean {
  const [nearCm, nearDeg] = [limits('shade.heightCm').value, limits('shade.bearingDeg').value];
  return limbs.some(({ stemId, role }) => {
    const stem = role === 'scaffold' ? stemOf(laid.tree, stemId) : undefined;
    return (
      stem !== undefined &&
      Math.abs(joinHeightCm(laid, stem) - heightCm) <= nearCm &&
      bearingDifference(stem.shape.runBearing.value, bearingDeg) <= nearDeg
    );
  });
}

/** None where the stem is held below the place this winter: there will be no wood to make it on. */
function makeLimb(question: PlanQuestion, cuts: readonly Act[], place: EmptyPlace): Act[] {
  const { scene, form } = question;
  const isHeld = cuts.some((act) => act.kind === 'shorten' && act.purpose === 'hold-height');
  const carriers = scene.standsOn === 'stems' ? [] : coursesAfter(question, cuts);
  const topCm = Math.max(0, ...carriers.map(({ course }) => tipOf(course)[2]));
  const stops = !form.hasLeader && carriers.length > 0;
  const heightCm = stops ? Math.min(place.heightCm, Math.round(topCm - UNDER_CUT_CM)) : place.heightCm;
  const on = carriers.find(({ course }) => tipOf(course)[2] >= heightCm);
  if (!on && carriers.length > 0 && isHeld) return [];
  if (isUnderAnother(scene, question.chosen, { ...place, heightCm })) return [];
  const how = makingOf(scene, on && on.mmAt(heightCm));
  const { bearingDeg } = place;
  const making = makingMessage(how, scene, on !== undefined, {
    height: cm(heightCm),
    toward: compassCalled(bearingDeg),
  });
  const reason = because('make.empty', { place: place.called, making }, onFigure('scaffold.fewest'));
  return [{ kind: 'make-limb', heightCm, bearingDeg, place: place.called, how, making, reason }];
}

interface Carrier {
  course: Course;
  mmAt: (heightCm: number) => number;
}

/** The trunk, and the limb that leads in its place, as the cuts leave them. */
function coursesAfter({ scene, chosen }: PlanQuestion, cuts: readonly Act[]): Carrier[] {
  const after = layOut(afterActs(scene.laid.tree, cuts));
  const leader = chosen.limbs.find(({ role }) => role === 'leader')?.stemId;
  return [...new Set([scene.laid.trunk?.id, leader])].flatMap((id): Carrier[] => {
    const stem = id === undefined ? undefined : stemOf(after.tree, id);
    const course = stem && after.courses.get(stem.id);
    if (!course) return [];
    return [{ course, mmAt: (heightCm) => thicknessMm(after, stem, arcAtHeight(course, heightCm)) }];
  });
}

function makingOf({ kind, standsOn }: FormScene, stemMm: number | undefined): MakingOfLimb {
  if (standsOn === 'stems') return 'ground-shoot';
  return stemMm === undefined || kind.gums.value || stemMm > NOTCHABLE_MM ? 'first-shoot' : 'notch';
}

function makingMessage(
  how: MakingOfLimb,
  { kind }: FormScene,
  isThere: boolean,
  { height, toward }: { height: Arg; toward: Arg },
): Message {
  if (how === 'ground-shoot') return told('making.ground-shoot', { toward });
  if (how === 'notch') return told('making.notch', { height, toward });
  const why = !isThere ? 'later' : kind.gums.value ? 'gums' : 'old';
  return told(`making.first-shoot.${why}`, { height, toward });
}
