import type { Scene } from '../../findings/finding';
import { findingsOn, type Finding } from '../../findings/finding';
import type { Condition } from '../../tree/stem-readings';
import type { Consideration } from '../consideration';
import type { LimbView } from './view';

/** Wood that lives and yet is not sound, as shares of the whole cost, 0 to 1. Working values. */
const UNSOUND: Partial<Record<Condition, number>> = { dieback: 0.15, broken: 0.7, damaged: 1, rubbed: 0.75 };

/** What must go: wood with no life or with disease in it, and the rootstock's own shoots. */
export const mustGo = (findings: readonly Finding[], { stem }: Pick<LimbView, 'stem'>): boolean =>
  findingsOn(findings, stem.id).some(({ gravity, rule }) => gravity === 'must-go' && isRank(rule));

const isRank = (rule: Finding['rule']): boolean => rule === 'unsound-wood' || rule === 'below-union';

/** What a limb costs that is hurt but lives, and one whose time as a spared limb is over. */
export function soundnessCost({ limits }: Scene, today: string, { stem }: LimbView): Consideration[] {
  const points = limits('weigh.unsound').value * (UNSOUND[stem.condition] ?? 0);
  const isOver = stem.spared !== undefined && stem.spared.keptFor !== 'doubt' && stem.spared.until <= today;
  return [
    { what: 'unsound', points },
    { what: 'spared', points: isOver ? limits('weigh.spared').value : 0 },
  ];
}
