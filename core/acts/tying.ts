import { told, type Message } from '../words/message';
import type { Stem } from '../tree/stem';
import { layOut, positionAt, type LaidTree } from '../tree/course';
import type { Tree } from '../tree/stem';
import type { Fixing, FixingKind, StemId } from '../tree/stem-readings';
import type { ActMark, ActSupplies } from './act';
import type { Means } from '../tree/means';
import type { Held } from './held';
import { reachCautions } from './cutting';
import type { TreeScene } from './scene';

/** Height of the foot of a stem, cm; 0 for one that is not there. */
export function footHeightCm({ laid }: Pick<TreeScene, 'laid'>, stemId: StemId): number {
  const course = laid.courses.get(stemId);
  return course ? positionAt(course, 0)[2] : 0;
}

/** What has a cord that somebody may walk into, or a stake with it. */
const CORDED: ReadonlySet<Means> = new Set(['ground-peg', 'trunk', 'aside']);

/** What animals that browse here make of a cord. */
const animalsTold = ({ site }: TreeScene): Message[] =>
  site.clearance.some(({ what }) => what === 'browses') ? [told('caution.animals')] : [];

/** The cautions of bending a limb or tying it aside. */
export const tyingCautions = (scene: TreeScene, heightCm: number, held: Held | undefined): Message[] => [
  told('caution.tying'),
  ...(!held || CORDED.has(held.by) ? [told('caution.cord'), ...animalsTold(scene)] : []),
  ...reachCautions(scene, heightCm),
];

/** The course a limb will have once an act has laid it otherwise; undefined for a limb that is not there. */
export function ghostMark(laid: LaidTree, stemId: StemId, apply: (tree: Tree) => Tree): ActMark | undefined {
  const ghost = layOut(apply(laid.tree)).courses.get(stemId);
  return laid.courses.has(stemId) && ghost ? { kind: 'course', stemId, ghost } : undefined;
}

/** A mark on the limb itself; undefined for one that is not there. */
export const limbMark = (laid: LaidTree, stemId: StemId): ActMark | undefined =>
  laid.courses.has(stemId) ? { kind: 'limb', stemId } : undefined;

/** What stays on a limb of each means. */
const FIXED: Record<Means, FixingKind> = {
  clip: 'spreader',
  'ground-peg': 'tie',
  trunk: 'tie',
  weight: 'weight',
  spreader: 'spreader',
  above: 'tie',
  prop: 'prop',
  wire: 'tie',
  cane: 'tie',
  aside: 'tie',
  neighbour: 'tie',
};

/** A limb with what holds it fixed to it, where it was computed, since the day it is first bent. */
export function fixedBy(
  stem: Stem,
  { held }: { held?: Held | undefined },
  angles?: { fromDeg: number; toDeg: number },
): Stem {
  if (!held) return stem;
  const since = held.stages[0]?.on;
  const { by, tieCm, loopMm, lengthCm, offBy, strainPercent, wood, anchor } = held;
  const fixing: Fixing = {
    ...{ what: FIXED[by], atCm: tieCm, means: by, loopMm, offBy, wood },
    ...(since !== undefined && { since }),
    ...(lengthCm !== undefined && { lengthCm }),
    ...(strainPercent !== undefined && { strainPercent }),
    ...(anchor && { onStem: anchor.stemId, onCm: anchor.atCm }),
    ...angles,
  };
  // What is tied anew at a place stands in for what was there.
  const others = (stem.fixings ?? []).filter(({ what, atCm }) => what !== fixing.what || atCm !== tieCm);
  return { ...stem, fixings: [...others, fixing] };
}

/** What is carried out to hold a limb. */
export function suppliesToHold(held: Held | undefined): Partial<ActSupplies> {
  if (held?.by === 'clip') return { pegs: 1 };
  return held?.by === 'spreader' || held?.by === 'prop' ? {} : { ties: 1 };
}

/** Minutes it takes to bring a limb to its angle and hold it there, by means. Working values. */
const MINUTES: Record<Means, number> = {
  clip: 2,
  wire: 4,
  cane: 4,
  spreader: 4,
  weight: 5,
  prop: 5,
  above: 5,
  trunk: 6,
  'ground-peg': 7,
  aside: 7,
  neighbour: 5,
};
const UNSAID_MINUTES = 6;

export const minutesToHold = ({ held }: { held?: Held | undefined }): number =>
  held ? MINUTES[held.by] : UNSAID_MINUTES;
