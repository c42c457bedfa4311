import {
  layOut,
  withBent,
  type ChosenSet,
  type Course,
  type StemId,
  type Tree,
  type TreeState,
  type Verdict,
} from '../../../../core';
import { extentOf } from '../drawing/frame';
import type { TreePicture, TriedBend } from '../drawing/tree-picture';
import type { BenchState } from './bench-state';

/** The tree with another set of limbs: marked as that set has it, and nothing cut yet. */
export function triedOn(
  { tree }: TreeState,
  tried: ChosenSet,
  verdicts: Readonly<Record<StemId, Verdict>>,
): Pick<TreePicture, 'laid' | 'room' | 'verdicts' | 'acts'> {
  const kept = new Map(tried.limbs.map((limb) => [limb.stemId, limb.role]));
  const turned = Object.fromEntries(
    Object.entries(verdicts).map(([id, verdict]) => {
      const role = kept.get(id);
      const wasIn = verdict.decision === 'scaffold' || verdict.decision === 'leader';
      const decision = role ?? (wasIn ? ('out' as const) : verdict.decision);
      return [id, { ...verdict, decision }];
    }),
  );
  const laid = layOut(tree);
  return { laid, room: extentOf(laid), verdicts: turned, acts: [] };
}

/** Least turn past what is safe today at which that is drawn, deg. */
const PAST_DEG = 2;

/** What is drawn of a bend that is tried: past what is safe today, how far that is; and its stages. */
export function triedBend(tree: Tree, bending: NonNullable<BenchState['bending']>): TriedBend {
  const { stemId, runDeg, toDeg, nowDeg, stagesDeg, tieCm, asked, worstCm } = bending;
  const reach = (what: 'now' | 'stage', deg: number): TriedBend['reaches'][number] => ({
    ...{ what, toDeg: deg },
    course: layOut(withBent(tree, { stemId, toDeg: deg, tieCm })).courses.get(stemId) as Course,
  });
  const isPast = (toDeg - nowDeg) * Math.sign(toDeg - runDeg) > PAST_DEG;
  const stages = stagesDeg.slice(1, -1).map((deg) => reach('stage', deg));
  return { stemId, asked, worstCm, reaches: isPast ? [reach('now', nowDeg), ...stages] : [] };
}
