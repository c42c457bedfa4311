import type { PlannedAct } from './acts';

/** What was done otherwise than planned: a length left, cm; an angle reached, deg from upright; another limb. */
export interface Otherwise {
  toLengthCm?: number;
  toDeg?: number;
  stemId?: string;
}

/** What of an act can have been done otherwise. */
export function mayDiffer({ kind }: PlannedAct): readonly (keyof Otherwise)[] {
  switch (kind) {
    case 'shorten':
      return ['toLengthCm', 'stemId'];
    case 'take-out':
      return ['stemId'];
    case 'bend':
    case 'spread':
      return ['toDeg'];
    case 'swing':
    case 'stake':
    case 'let-go':
    case 'loosen':
    case 'move':
    case 'take-crop':
    case 'stay':
    case 'make-limb':
    case 'notch':
      return [];
  }
}

/** An act as it was really done: what was planned for a bud is no longer that bud's once the length or the limb is another. */
export function reallyDone(act: PlannedAct, { toLengthCm, toDeg, stemId }: Otherwise): PlannedAct {
  if (act.kind === 'take-out') return stemId === undefined ? act : { ...act, stemId };
  if (act.kind === 'bend' || act.kind === 'spread') return toDeg === undefined ? act : { ...act, toDeg };
  if (act.kind !== 'shorten') return act;
  const done = { stemId: stemId ?? act.stemId, toLengthCm: toLengthCm ?? act.toLengthCm };
  if (done.stemId === act.stemId && done.toLengthCm === act.toLengthCm) return act;
  const { id, kind, reason, diameterMm, purpose } = act;
  return { id, kind, reason, diameterMm, ...done, ...(purpose && { purpose }) } as PlannedAct;
}
