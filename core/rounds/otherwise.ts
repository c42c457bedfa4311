import type { PlannedAct } from '../acts/acts';
import { mayDiffer, type Otherwise } from '../acts/really-done';
import type { Tree } from '../tree/stem';
import { cm, deg, type Arg } from '../words/message';

/** How a hand may miss what was planned: lengths, cm, and angles, deg. */
const BY_CM = [-10, -5, 5, 10];
const BY_DEG = [-10, -5, 5, 10];
/** Shortest length that is offered, cm. */
const LEAST_CM = 5;

/** One way an act may have been done otherwise, to be told by a touch. */
export interface Quick {
  otherwise: Otherwise;
  /** What differs. */
  what: keyof Otherwise;
  /** The length, the angle or the limb it came to. */
  to: Arg;
}

/** Ways an act may have been done otherwise, by what differs: a little shorter or longer, flatter or steeper, another limb. */
export function quickWays(act: PlannedAct, { stems }: Tree): Quick[] {
  return mayDiffer(act).flatMap((what) => {
    switch (what) {
      case 'toLengthCm': {
        if (act.kind !== 'shorten') return [];
        const most = stems.find(({ id }) => id === act.stemId)?.length.value ?? act.toLengthCm;
        return BY_CM.map((by) => Math.round(act.toLengthCm + by))
          .filter((toLengthCm) => toLengthCm >= LEAST_CM && toLengthCm < most)
          .map((toLengthCm): Quick => ({ what, otherwise: { toLengthCm }, to: cm(toLengthCm) }));
      }
      case 'toDeg': {
        if (act.kind !== 'bend' && act.kind !== 'spread') return [];
        return BY_DEG.map((by) => Math.round(act.toDeg + by))
          .filter((toDeg) => toDeg > 0 && toDeg <= 180)
          .map((toDeg): Quick => ({ what, otherwise: { toDeg }, to: deg(toDeg) }));
      }
      case 'stemId':
        return stems
          .filter(({ id, parent }) => parent.kind !== 'ground' && 'stemId' in act && id !== act.stemId)
          .map(({ id, tag }): Quick => ({ what, otherwise: { stemId: id }, to: { tag } }));
    }
  });
}
