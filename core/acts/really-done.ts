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
  switch (act.kind) {
    case 'shorten': {
      const isOther = stemId !== undefined && stemId !== act.stemId;
      const isElsewhere = toLengthCm !== undefined && toLengthCm !== act.toLengthCm;
      if (!isOther && !isElsewhere) return act;
      const { id, kind, reason, diameterMm } = act;
      return {
        ...{ id, kind, reason, diameterMm },
        ...{ stemId: stemId ?? act.stemId, toLengthCm: toLengthCm ?? act.toLengthCm },
        ...(act.purpose && { purpose: act.purpose }),
      } as PlannedAct;
    }
    case 'take-out':
      return stemId === undefined ? act : { ...act, stemId };
    case 'bend':
    case 'spread':
      return toDeg === undefined ? act : { ...act, toDeg };
    case 'swing':
    case 'stake':
    case 'let-go':
    case 'loosen':
    case 'move':
    case 'take-crop':
    case 'stay':
    case 'make-limb':
    case 'notch':
      return act;
  }
}
