import type { KindFacts } from '../kinds/kind-facts';
import { TIP_CM, TIP_WEEKS } from '../seasons/windows/growing';
import { onKind } from '../words/ground';
import { because, cm, type Reason } from '../words/message';
import type { SummerVerdict } from './pinch';
import { isRunUp } from './run-up';

/** What a shoot is among its tree's: the stem itself, a limb on it, or a side shoot of a limb. */
export const ORDERS = ['stem', 'limb', 'secondary'] as const;
export type ShootOrder = (typeof ORDERS)[number];

/** A shoot that may be tipped so that it forks. */
export interface Tippable {
  order: ShootOrder;
  lengthCm: number;
  weeksLeft: number;
  /** Season since it was planted, or budded: 1 is the first. */
  season: number;
  /** Whether what carries it was tipped or grew in this same season. */
  isOfThisSeason?: boolean;
  isHealthy?: boolean;
  isClimbing?: boolean;
}

/** What tipping comes with: the leaf at the second node goes too, and at least two shoots must come of it. */
export interface TipVerdict extends SummerVerdict {
  /** Nodes under the cut at which the leaf is taken off, from the tip. */
  leafOffAt?: number;
  /** Fewest shoots that make it worth it. */
  wants?: number;
}

/** Whether to tip a shoot so that it forks this summer. */
export function tipNow(shoot: Tippable, kind?: KindFacts): TipVerdict {
  const against: Reason[] = [];
  if (shoot.isClimbing) against.push(because('summer.climbing'));
  if (shoot.order === 'secondary') against.push(because('summer.tip.third-order'));
  if (kind && isRunUp(kind) && shoot.season <= 1)
    against.push(because('summer.tip.first-year', {}, onKind('fruitsOn')));
  if (shoot.lengthCm < TIP_CM.from)
    against.push(because('summer.tip.short', { is: cm(shoot.lengthCm), wants: cm(TIP_CM.from) }));
  if (shoot.isHealthy === false) against.push(because('summer.pinch.poor'));
  if (shoot.weeksLeft < TIP_WEEKS)
    against.push(
      because('summer.tip.late', { n: Math.max(0, Math.floor(shoot.weeksLeft)), wants: TIP_WEEKS }),
    );
  if (against.length > 0) return { is: false, why: against };
  return { is: true, why: [because('summer.tip.yes', { is: cm(shoot.lengthCm) })], leafOffAt: 2, wants: 2 };
}

/** What came of a tip: two shoots or more, or it was for nothing. */
export const tipCame = (shoots: number): Reason =>
  shoots >= 2 ? because('summer.tip.came', { n: shoots }) : because('summer.tip.wasted', { n: shoots });
