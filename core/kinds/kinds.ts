import { told, type Message } from '../words/message';
import type { Habit, KindFacts } from './kind-facts';
import { KIND_ROWS } from './kind-rows';

/** Departure of a young limb by habit, deg from upright. Working values. */
const HABIT_DEG: Record<Habit, number> = { upright: 35, middling: 45, spreading: 55 };

/** Usual departure of a young limb of a kind, deg from upright. */
export const limbAngleDeg = (kind: KindFacts): number => HABIT_DEG[kind.habit.value];

export const KINDS: readonly KindFacts[] = KIND_ROWS;

const byId = new Map<string, KindFacts>(KINDS.map((facts) => [facts.id, facts]));

/** Facts of a kind, or those of an apple for an unknown one (a file with an unknown kind is refused at import). */
export function kindFacts(id: string): KindFacts {
  return byId.get(id) ?? (KINDS[0] as KindFacts);
}

/** What a kind is called. */
export const kindCalled = ({ id }: Pick<KindFacts, 'id'>): Message => told(`kind.${id}`);
