import type { PlannedBud, WorkedBuds } from '../buds/bud-work';
import type { PlannedAct } from '../acts/acts';
import type { TreeState } from '../history/tree-at';
import { thicknessMm } from '../tree/carrier';
import { arcAtHeight, layOut } from '../tree/course';
import { trunkOf } from '../tree/stem';
import { onSchool } from '../words/ground';
import { because, cm } from '../words/message';
import type { FormId } from '../kinds/form-ids';
import type { WhipBud, WhipPlan } from './whip-plan';

/** One thing to do at a whip: a chosen bud with its spares, the others rubbed off, or the stem headed. */
export type BudStep =
  | {
      kind: 'bud';
      bud: number;
      heightCm: number;
      spares: readonly number[];
      isNotched: boolean;
      isDone: boolean;
    }
  | { kind: 'rub-off'; buds: readonly number[]; isDone: boolean }
  | { kind: 'head'; atCm: number; isDone: boolean };

/** A step by a name of its own in its plan. */
export const budStepId = (step: BudStep): string => (step.kind === 'bud' ? `bud:${step.bud}` : step.kind);

/** The work on a whip, in the order it is done; none in leaf: headed first, then its buds from below, then the others rubbed off. */
export function budSteps({ buds, headAtCm, headedAtCm, isRubbedOff = false, isInLeaf }: WhipPlan): BudStep[] {
  if (isInLeaf) return [];
  const chosen = buds.filter(({ role }) => role === 'chosen');
  if (chosen.length === 0 && headAtCm === undefined) return [];
  const rubbed = buds.filter(({ role }) => role === 'rub-off').map(({ bud }) => bud);
  const atCm = headedAtCm ?? headAtCm;
  return [
    ...(atCm === undefined ? [] : [{ kind: 'head', atCm, isDone: headedAtCm !== undefined } as const]),
    ...chosen.map(({ bud, heightCm, notched, isDone = false }): BudStep => ({
      ...{ kind: 'bud', bud, heightCm, isNotched: notched, isDone },
      spares: buds.filter(({ spareFor }) => spareFor === bud).map((spare) => spare.bud),
    })),
    ...(rubbed.length > 0 && chosen.length > 0
      ? [{ kind: 'rub-off', buds: rubbed, isDone: isRubbedOff } as const]
      : []),
  ];
}

/** The cut that heads a whip as its plan has it; undefined where it heads none, or did so already. */
export function headAct(
  { tree }: Pick<TreeState, 'tree'>,
  { headAtCm, headedAtCm }: WhipPlan,
): PlannedAct | undefined {
  const trunk = trunkOf(tree);
  if (!trunk || headAtCm === undefined || headedAtCm !== undefined) return undefined;
  const laid = layOut(tree);
  const course = laid.courses.get(trunk.id);
  const toLengthCm = course ? arcAtHeight(course, headAtCm) : headAtCm;
  const reason = because('whip.headed', { at: cm(headAtCm), top: cm(trunk.length.value) }, onSchool('whip'));
  const diameterMm = thicknessMm(laid, trunk, toLengthCm);
  return { id: `shorten:${trunk.id}`, kind: 'shorten', stemId: trunk.id, toLengthCm, diameterMm, reason };
}

/** What is written down of steps that were done: with them the plan as it stands, which then holds. */
export function budWorkOf(form: FormId, plan: WhipPlan, steps: readonly BudStep[]): WorkedBuds {
  const headed = steps.find((step) => step.kind === 'head');
  const headAtCm = plan.headedAtCm ?? plan.headAtCm;
  return {
    form,
    buds: plan.buds.flatMap((bud) => plannedBud(plan, bud)),
    ...(headAtCm !== undefined && { headAtCm }),
    done: steps.flatMap((step) => (step.kind === 'bud' ? [step.bud] : [])),
    ...(steps.some(({ kind }) => kind === 'rub-off') && { isRubbedOff: true }),
    ...(headed && { headedAtCm: headed.atCm }),
  };
}

/** A bud that is to make a shoot, as the plan has it; none of one that is rubbed off or cut off. */
function plannedBud({ limbs }: WhipPlan, bud: WhipBud): PlannedBud[] {
  const { role, bearingDeg, heightCm, sureDeg, notched, place, spareFor } = bud;
  const at = { bud: bud.bud, heightCm, bearingDeg, sureDeg, ...(place && { place }) };
  if (role === 'insurance') return spareFor === undefined ? [] : [{ ...at, role: 'spare', spareFor }];
  if (role !== 'chosen') return [];
  const isLimb = limbs.some((limb) => limb.bud === bud.bud);
  return [{ ...at, role: isLimb ? 'chosen' : 'leader', ...(notched && { isNotched: true }) }];
}
