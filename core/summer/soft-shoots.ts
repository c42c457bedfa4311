import { PEG_CM } from '../seasons/windows/growing';
import { because, cm, deg, type Reason } from '../words/message';

/** A shoot of this season, as it is looked at in early summer. */
export interface SoftShoot {
  id: string;
  /** What it is for: chosen for a place, to lead, spare for one of these, or neither. */
  role: 'chosen' | 'leader' | 'spare' | 'other';
  /** Whether it is a spare of an earlier summer. */
  isOld?: boolean;
  /** The chosen shoot that a spare stands by. */
  spareFor?: string;
  lengthCm: number;
  /** Angle it leaves at, deg from upright. */
  angleDeg: number;
  isBroken?: boolean;
  /** Whether it rises in the open middle, or near bark that the sun would burn. */
  isInside?: boolean;
  shadesBark?: boolean;
}

/** What is done with it. */
export const SOFT_ACTS = ['rub-off', 'peg', 'spread', 'open', 'shade', 'leave', 'takes-over'] as const;
export type SoftAct = (typeof SOFT_ACTS)[number];

export interface SoftVerdict {
  id: string;
  act: SoftAct;
  why: Reason;
}

/** Angle from which a join is wide enough to leave, and that a peg holds it out at, deg; and from which a shoot is no upright. */
const WIDE_DEG = 40;
const PEG_DEG = 45;
const UPRIGHT_DEG = 30;
/** Longer, a shoot no longer comes off between finger and thumb, cm. */
const RUBS_TO_CM = 15;
/** Small wood that may shade bark, cm. */
const SHADES_TO_CM = 40;

/** Whether the middle of a tree is still to be opened this summer, is opened now, or was to be. */
export type Opening = 'later' | 'now' | 'past';

/** What is done with each soft shoot of a tree. In its own first summer a spare keeps its leaf; on a hot site small wood over bare bark stays. */
export function softShoots(
  shoots: readonly SoftShoot[],
  { isHot, opens }: { isHot: boolean; opens: Opening },
): SoftVerdict[] {
  const broken = new Set(
    shoots
      .filter(({ isBroken, role }) => isBroken && (role === 'chosen' || role === 'leader'))
      .map(({ id }) => id),
  );
  // Of two spares for one broken shoot, the longer takes over.
  const heirs = new Set(
    [...broken].flatMap((chosen) => {
      const spares = shoots.filter(({ spareFor, isBroken }) => spareFor === chosen && !isBroken);
      spares.sort((a, b) => b.lengthCm - a.lengthCm);
      return spares[0] ? [spares[0].id] : [];
    }),
  );
  return shoots.map((shoot) => ({ id: shoot.id, ...verdictOf(shoot) }));

  function verdictOf(shoot: SoftShoot): Omit<SoftVerdict, 'id'> {
    if (heirs.has(shoot.id)) return { act: 'takes-over', why: because('soft.takes-over') };
    if (shoot.isBroken) return { act: 'rub-off', why: because('soft.broken') };
    if (shoot.role === 'leader') return { act: 'leave', why: because('soft.leader') };
    if (shoot.role === 'chosen') return chosen(shoot);
    if (shoot.role === 'spare')
      return shoot.isOld
        ? { act: 'rub-off', why: because('soft.spare-over') }
        : { act: 'leave', why: because('soft.spare') };
    return other(shoot);
  }

  function other(shoot: SoftShoot): Omit<SoftVerdict, 'id'> {
    if (isHot && shoot.shadesBark && shoot.lengthCm <= SHADES_TO_CM)
      return { act: 'shade', why: because('soft.shade') };
    if (shoot.lengthCm <= RUBS_TO_CM)
      return { act: 'rub-off', why: because('soft.rub-off', { is: cm(shoot.lengthCm) }) };
    const isUpright = shoot.angleDeg <= UPRIGHT_DEG;
    const isUnwanted = shoot.isInside || isUpright;
    if (opens === 'now' && isUnwanted)
      return { act: 'open', why: because('soft.open', { is: cm(shoot.lengthCm) }) };
    if (!isUnwanted) return { act: 'leave', why: because('soft.leave') };
    return { act: 'leave', why: because(opens === 'past' ? 'soft.until-winter' : 'soft.until-midsummer') };
  }
}

function chosen({ lengthCm, angleDeg }: SoftShoot): Omit<SoftVerdict, 'id'> {
  if (angleDeg >= WIDE_DEG) return { act: 'leave', why: because('soft.wide', { is: deg(angleDeg) }) };
  if (lengthCm < PEG_CM.from)
    return {
      act: 'leave',
      why: because('soft.too-short-to-peg', { from: cm(PEG_CM.from), to: cm(PEG_CM.to) }),
    };
  const args = { is: deg(angleDeg), to: deg(PEG_DEG) };
  if (lengthCm <= PEG_CM.to) return { act: 'peg', why: because('soft.peg', args) };
  return { act: 'spread', why: because('soft.spread', args) };
}
