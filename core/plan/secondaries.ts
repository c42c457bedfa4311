import type { Act } from '../acts/acts';
import { facingCalled } from '../buds/facing';
import type { FormScene } from '../choosing/candidacy';
import { sideOf } from '../choosing/laterals';
import { standsBy, type Verdict } from '../choosing/verdicts';
import { knownNear } from '../cuts/bud-choice';
import { bearingDifference, bearingOf, wrapBearing } from '../geometry/vector';
import { runAt, type Course } from '../tree/course';
import { childrenOf, stemOf, type Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { thicknessMm } from '../tree/carrier';
import { woodByAge } from '../tree/wood-age';
import { onFigure } from '../words/ground';
import { because, cm, type Reason } from '../words/message';
import type { PlanQuestion } from './question';

/** Side of a limb seen from its foot: clockwise from above is right. */
type Side = ReturnType<typeof sideOf>;
const FACING_DEG: Record<Side, number> = { right: 90, left: 270 };
const other = (side: Side): Side => (side === 'right' ? 'left' : 'right');

/** From a side limb to the next on the other side, cm; what of a limb must stand beyond a notched bud; how near a shoot stands in for one. Working values. */
const NEXT_CM = 35;
const BEYOND_CM = 25;
const NEAR_CM = 20;
/** Shorter shoots are no limb in the making yet, cm. */
const SHOOT_CM = 12;
/** Wood that still breaks from a notched bud, seasons and mm. Working values. */
const BREAKS_SEASONS = 2;
const BREAKS_MM = 30;
/** A bud whose facing is known is looked for so near the place, cm, and turned at most so far from the side wished, deg. Working values. */
const LOOKED_CM = 12;
const TURNED_DEG = 60;
/** A side limb leaves its limb by about this, deg seen from above, and is not made where another limb stands within it. Working values. */
const LEAVES_DEG = 40;

/**
 * On each limb of the frame that is bare where its next side limb should stand, one bud to notch: the first so far out, the next on
 * the other side. A limb is bare where the grower counted no shoots on it, or where those in the book leave a gap.
 */
export function wantedSecondaries(question: PlanQuestion, cuts: readonly Act[]): Act[] {
  const { scene, form, chosen } = question;
  if (!form.hasSecondaries || scene.kind.gums.value) return [];
  return chosen.limbs.flatMap(({ stemId, role }): Act[] => {
    const stem = stemOf(scene.laid.tree, stemId);
    if (role !== 'scaffold' || !stem || !isOpenToIt(stem)) return [];
    const cut = cuts.find((act) => act.kind === 'shorten' && act.stemId === stemId);
    const lengthCm = cut?.kind === 'shorten' ? cut.toLengthCm : stem.length.value;
    const act = notchOn(question, stem, lengthCm);
    return act ? [act] : [];
  });
}

/** Sound, not run up or mended, and with its side shoots known. */
const isOpenToIt = ({ condition, runUp, mended }: Stem): boolean =>
  condition === 'sound' && runUp !== true && mended !== true;

interface Shoot {
  atCm: number;
  side: Side;
  isSecondary: boolean;
}

function notchOn(question: PlanQuestion, stem: Stem, lengthCm: number): Act | undefined {
  const { scene, verdicts } = question;
  const carried = childrenOf(scene.laid.tree, stem.id);
  if (stem.sideShoots === undefined && carried.length === 0) return undefined;
  if ((stem.sideShoots ?? 0) > carried.length) return undefined;
  const shoots = shootsOn(scene, verdicts, stem);
  const { atCm, before } = firstBare(shoots, scene.limits('secondary.firstCm').value);
  const stretch = woodByAge(stem, scene.when.season).find(({ toCm }) => atCm <= toCm);
  const isOld =
    !stretch || stretch.ageSeasons > BREAKS_SEASONS || thicknessMm(scene.laid, stem, atCm) > BREAKS_MM;
  if (isOld || lengthCm < atCm + BEYOND_CM) return undefined;
  const ring = question.chosen.limbs.filter(({ role }) => role === 'scaffold').map(({ stemId }) => stemId);
  const beside = before ?? shoots.find(({ isSecondary }) => isSecondary);
  const side = beside ? other(beside.side) : widerSide(scene, ring, stem);
  if (!hasRoom(scene, ring, stem, side)) return undefined;
  return notchAt(scene, stem, { atCm, side, isFirst: before === undefined });
}

/** The first place along a limb where a side limb should stand and nothing does, and the shoot that fills the one before it. */
function firstBare(shoots: readonly Shoot[], firstCm: number): { atCm: number; before: Shoot | undefined } {
  let atCm = firstCm;
  let before: Shoot | undefined;
  for (;;) {
    const from: number = before?.atCm ?? 0;
    const there = shoots.filter((one) => one.atCm > from && Math.abs(one.atCm - atCm) < NEAR_CM);
    const filled = there.find(({ isSecondary }) => isSecondary) ?? there[0];
    if (!filled) return { atCm, before };
    before = filled;
    atCm = filled.atCm + NEXT_CM;
  }
}

/** The shoots that stay on a limb, from its foot outward. */
function shootsOn({ laid }: FormScene, verdicts: Readonly<Record<StemId, Verdict>>, stem: Stem): Shoot[] {
  const stands = standsBy(verdicts);
  return childrenOf(laid.tree, stem.id)
    .filter(({ id, length }) => stands(id) && length.value >= SHOOT_CM)
    .map((shoot): Shoot => {
      return {
        atCm: laid.joins.get(shoot.id) ?? shoot.origin.value,
        side: sideOf(stem, shoot),
        isSecondary: verdicts[shoot.id]?.job === 'secondary',
      };
    })
    .sort((a, b) => a.atCm - b.atCm);
}

/** How far the nearest other limb of the frame stands to a side of a limb, deg seen from above. */
function roomDeg({ laid }: FormScene, ring: readonly StemId[], stem: Stem, side: Side): number {
  const turns = ring
    .filter((id) => id !== stem.id)
    .flatMap((id) => stemOf(laid.tree, id)?.shape.runBearing.value ?? [])
    .map((bearing) => wrapBearing(bearing - stem.shape.runBearing.value));
  return Math.min(360, ...turns.map((turn) => (side === 'right' ? turn : 360 - turn)));
}

const hasRoom = (scene: FormScene, ring: readonly StemId[], stem: Stem, side: Side): boolean =>
  roomDeg(scene, ring, stem, side) > LEAVES_DEG;

const widerSide = (scene: FormScene, ring: readonly StemId[], stem: Stem): Side =>
  roomDeg(scene, ring, stem, 'left') > roomDeg(scene, ring, stem, 'right') ? 'left' : 'right';

/** Over the bud there that is known to face that way, or one to be looked for. */
function notchAt(
  scene: FormScene,
  stem: Stem,
  { atCm, side, isFirst }: { atCm: number; side: Side; isFirst: boolean },
): Act {
  const [known] = knownNear(scene, stem, atCm, LOOKED_CM)
    .filter(({ facingDeg }) => bearingDifference(facingDeg, FACING_DEG[side]) <= TURNED_DEG)
    .sort((a, b) => Math.abs(a.atCm - atCm) - Math.abs(b.atCm - atCm));
  const course = scene.laid.courses.get(stem.id) as Course;
  const place = known?.atCm ?? atCm;
  const run = runAt(course, place);
  const facingDeg = known?.facingDeg ?? FACING_DEG[side];
  const turned = side === 'right' ? LEAVES_DEG : -LEAVES_DEG;
  return {
    kind: 'notch',
    stemId: stem.id,
    atCm: place,
    facingDeg,
    facing: facingCalled(run, stem.shape.runBearing.value, facingDeg),
    towardDeg: wrapBearing(bearingOf(run) + turned),
    reason: reasonFor(isFirst),
  };
}

const reasonFor = (isFirst: boolean): Reason =>
  isFirst
    ? because('notch.first', {}, onFigure('secondary.firstCm'))
    : because('notch.next', { apart: cm(NEXT_CM) });
