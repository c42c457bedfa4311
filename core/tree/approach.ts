import { segmentApproach } from '../geometry/segments';
import type { Vec3 } from '../geometry/vector';
import { positionAt, type Course } from './course';
import { diameterAt } from './taper';

/** Where two stems come nearest, bark to bark. Distances cm; a negative gap is wood inside wood. */
export interface Approach {
  gapCm: number;
  /** Distance along each stem at the place. */
  alongACm: number;
  alongBCm: number;
}

export interface ApproachQuestion {
  /** Length from each join that is left out, cm: stems of one trunk always meet there. */
  skipCm: number;
  /** Axes further apart than this are not looked at, cm. Infinity looks at all. */
  withinCm: number;
  /** Gain in diameter of each stem at its datum by the time asked about, mm; further out in proportion. */
  thickenedMm: number;
}

/**
 * The nearest approach of two stems, bark to bark, at the thickness asked about.
 * Undefined when no part of them beyond the joins is within the distance looked at.
 */
export function closestApproach(a: Course, b: Course, question: ApproachQuestion): Approach | undefined {
  if (boxesApart(a, b, question.withinCm)) return undefined;
  const row = answered.get(a) ?? new WeakMap<Course, Map<string, Approach | undefined>>();
  answered.set(a, row);
  const known = row.get(b) ?? new Map<string, Approach | undefined>();
  row.set(b, known);
  const key = `${question.skipCm} ${question.withinCm} ${question.thickenedMm}`;
  if (!known.has(key)) known.set(key, nearest(a, b, question));
  return known.get(key);
}

/** Answers kept for as long as both courses are: most pairs of a tree stay when one reading of it changes. */
const answered = new WeakMap<Course, WeakMap<Course, Map<string, Approach | undefined>>>();

function nearest(a: Course, b: Course, question: ApproachQuestion): Approach | undefined {
  const { skipCm, withinCm, thickenedMm } = question;
  if (chordsApart(a, b, question)) return undefined;
  const [outerA, outerB] = [beyond(a, skipCm), beyond(b, skipCm)];
  const reach = withinCm + outerA.stepCm + outerB.stepCm;
  const fatA = 1 + thickenedMm / a.taper.datumMm;
  const fatB = 1 + thickenedMm / b.taper.datumMm;

  let best: Approach | undefined;
  for (let i = 0; i < outerA.points.length - 1; i++) {
    const p1 = outerA.points[i] as Vec3;
    const q1 = outerA.points[i + 1] as Vec3;
    for (let j = 0; j < outerB.points.length - 1; j++) {
      const p2 = outerB.points[j] as Vec3;
      if (Math.abs(p1[2] - p2[2]) > reach) continue;
      if (Math.abs(p1[0] - p2[0]) > reach || Math.abs(p1[1] - p2[1]) > reach) continue;
      const { distanceCm, s, t } = segmentApproach(p1, q1, p2, outerB.points[j + 1] as Vec3);
      if (distanceCm > withinCm) continue;
      const alongACm = between(outerA.alongCm, i, s);
      const alongBCm = between(outerB.alongCm, j, t);
      const bark = (diameterAt(a.taper, alongACm) * fatA + diameterAt(b.taper, alongBCm) * fatB) / 20;
      const gapCm = distanceCm - bark;
      if (!best || gapCm < best.gapCm) best = { gapCm, alongACm, alongBCm };
    }
  }
  return best;
}

/** The part of a course beyond a distance from its join: its points, and how far along each is. */
interface OuterPart {
  points: readonly Vec3[];
  alongCm: readonly number[];
  stepCm: number;
}

function beyond(course: Course, skipCm: number): OuterPart {
  const stepCm = course.lengthCm / (course.points.length - 1);
  if (skipCm >= course.lengthCm) return { points: [], alongCm: [], stepCm };
  const first = Math.floor(skipCm / stepCm) + 1;
  const rest = course.points.slice(first);
  return {
    points: [positionAt(course, skipCm), ...rest],
    alongCm: [skipCm, ...rest.map((_, i) => (first + i) * stepCm)],
    stepCm,
  };
}

function between(along: readonly number[], i: number, share: number): number {
  const from = along[i] as number;
  return from + ((along[i + 1] as number) - from) * share;
}

/**
 * Whether two courses, beyond their joins, keep further apart than is looked at, told from their chords alone: a course
 * lies within its greatest distance from its chord, so two courses come no nearer than their chords less both.
 */
function chordsApart(a: Course, b: Course, { skipCm, withinCm }: ApproachQuestion): boolean {
  if (skipCm >= a.lengthCm || skipCm >= b.lengthCm) return true;
  const [chordA, chordB] = [chordOf(a, skipCm), chordOf(b, skipCm)];
  const { distanceCm } = segmentApproach(chordA.from, chordA.to, chordB.from, chordB.to);
  return distanceCm - chordA.bowCm - chordB.bowCm > withinCm;
}

interface Chord {
  skipCm: number;
  from: Vec3;
  to: Vec3;
  /** Greatest distance of the course from its chord, cm. */
  bowCm: number;
}

const chords = new WeakMap<Course, Chord>();

function chordOf(course: Course, skipCm: number): Chord {
  const known = chords.get(course);
  if (known?.skipCm === skipCm) return known;
  const { points } = beyond(course, skipCm);
  const [from, to] = [points[0] as Vec3, points.at(-1) as Vec3];
  const bowCm = Math.max(...points.map((p) => segmentApproach(p, p, from, to).distanceCm));
  const chord = { skipCm, from, to, bowCm };
  chords.set(course, chord);
  return chord;
}

const AXES = [0, 1, 2] as const;
const boxes = new WeakMap<Course, readonly [Vec3, Vec3]>();

function boxOf(course: Course): readonly [Vec3, Vec3] {
  const known = boxes.get(course);
  if (known) return known;
  let [low, high]: [Vec3, Vec3] = [course.points[0] as Vec3, course.points[0] as Vec3];
  for (const [x, y, z] of course.points) {
    low = [Math.min(low[0], x), Math.min(low[1], y), Math.min(low[2], z)];
    high = [Math.max(high[0], x), Math.max(high[1], y), Math.max(high[2], z)];
  }
  const box = [low, high] as const;
  boxes.set(course, box);
  return box;
}

function boxesApart(a: Course, b: Course, byCm: number): boolean {
  const [lowA, highA] = boxOf(a);
  const [lowB, highB] = boxOf(b);
  for (const axis of AXES) {
    if (lowA[axis] - highB[axis] > byCm || lowB[axis] - highA[axis] > byCm) return true;
  }
  return false;
}
