import type { Extent } from './frame';
import type { Act, Course, Fixed, LaidTree, ShootVerdict, StemId, Verdict, Wound } from '../../../../core';

/** What is drawn of a tree: its courses, and what is to be done to them. */
export interface TreePicture {
  laid: LaidTree;
  /** Room to draw in: the same before and after the work, so that the two can be compared. */
  room: Extent;
  /** Season the wood's age is told against. */
  season: number;
  /** ISO date it is looked at on. */
  day: string;
  verdicts: Readonly<Record<StemId, Verdict>>;
  /** Work to show on the limbs; none when the tree is shown as the work leaves it. */
  acts: readonly Act[];
  /** Where limbs were taken off. */
  wounds: readonly Wound[];
  /** Things fixed to it, with the days they are looked at, loosened and taken off; none on a day gone by. */
  fixed?: readonly Fixed[];
  /** A place that is to be found: something fixed, or a wound; cm along its stem. */
  sought?: { stemId: StemId; atCm: number };
  /** What is done with its soft shoots, which are drawn as stems. */
  soft?: readonly ShootVerdict[];
  /** Stems whose tags are hung; all where nothing is said. */
  named?: ReadonlySet<StemId>;
  /** A bend that is tried on one of its limbs, which lies so bent. */
  tried?: TriedBend;
}

/** What is drawn of a bend that is tried: along the limb how much of what its wood bears is asked, where that is most, cm; and the courses it may be brought to. */
export interface TriedBend {
  stemId: StemId;
  asked: readonly number[];
  worstCm: number;
  reaches: readonly { what: 'now' | 'stage'; toDeg: number; course: Course }[];
}

/** How a stem's decision is written on its tag, apart from its name. */
export type TagMark = 'keep' | 'out' | 'while' | 'secondary' | 'fruit' | 'leaf' | 'plain';

export function tagMark(verdict: Verdict | undefined): TagMark {
  if (!verdict) return 'plain';
  if (verdict.decision === 'temporary') return 'while';
  if (verdict.decision === 'out' || verdict.decision === 'goes-with') return 'out';
  if (verdict.decision === 'leave') return verdict.job ?? 'plain';
  return verdict.decision === 'scaffold' || verdict.decision === 'leader' ? 'keep' : 'plain';
}

/** Whether a mark is that of a limb which fills no place of the frame and is only left. */
export const isLeft = (mark: TagMark): boolean => mark === 'secondary' || mark === 'fruit' || mark === 'leaf';
