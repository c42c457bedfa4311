import type { TreeState } from '../history/tree-at';
import type { Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { decisionsOn } from './decisions';
import { readingOf, withReading, type ReadField } from './other-reading';

/** The nearest change of one reading that would keep a limb; `from` and `to` in the reading's own unit. */
export interface Counterfactual {
  field: ReadField;
  from: number;
  to: number;
}

/**
 * For each field: the range a believable limb of a young tree may have, the step looked at first, and the change that
 * counts as one when changes of unlike readings are compared. Lengths cm, diameters mm, angles deg. Working values.
 */
const FIELDS: Record<
  ReadField,
  { range: (stem: Stem) => [number, number]; step: number; unit: (from: number) => number }
> = {
  angle: { range: () => [5, 100], step: 5, unit: () => 10 },
  run: { range: () => [5, 110], step: 5, unit: () => 10 },
  bearing: { range: ({ bearing }) => [bearing.value - 90, bearing.value + 90], step: 6, unit: () => 30 },
  origin: {
    range: ({ origin }) => [Math.max(0, origin.value - 40), origin.value + 40],
    step: 5,
    unit: () => 15,
  },
  length: { range: ({ length }) => [20, length.value * 1.6], step: 10, unit: (from) => from * 0.3 },
  diameter: {
    range: ({ diameter }) => [diameter.value * 0.4, diameter.value * 1.8],
    step: 2,
    unit: (from) => from * 0.25,
  },
};

/** What a grower can change of a limb: tied down or aside, or cut back. No one can move a join. */
const MAY_CHANGE: readonly ReadField[] = ['run', 'bearing', 'length'];

/** Least difference looked for, in the reading's unit. */
const FINEST = 1;

/**
 * The nearest change of one reading, in a believable range, that would keep a limb, found by judging the tree again;
 * undefined when there is none. Each field is looked through outward in steps, and the step in which the limb is first
 * kept again in whole units, so that what is told is true to a unit.
 */
export function whatWouldKeep(state: TreeState, stemId: StemId): Counterfactual | undefined {
  const stem = state.tree.stems.find(({ id }) => id === stemId);
  if (!stem) return undefined;
  const found = MAY_CHANGE.flatMap((field) => nearest(state, stem, field) ?? []);
  const far = ({ field, from, to }: Counterfactual): number => Math.abs(to - from) / FIELDS[field].unit(from);
  return found.sort((a, b) => far(a) - far(b))[0];
}

/** Whether a limb would be kept, were one of its readings another. */
export function isKeptWith(state: TreeState, stemId: StemId, field: ReadField, value: number): boolean {
  const decision = decisionsOn(withReading(state, stemId, field, value))?.get(stemId);
  return decision === 'scaffold' || decision === 'leader' || decision === 'leave';
}

function nearest(state: TreeState, stem: Stem, field: ReadField): Counterfactual | undefined {
  const { value: from } = readingOf(stem, field);
  const { range, step } = FIELDS[field];
  const [low, high] = range(stem);
  const kept = (to: number): boolean => isKeptWith(state, stem.id, field, to);
  for (let by = step; from - by >= low || from + by <= high; by += step) {
    for (const side of [1, -1]) {
      const outer = from + side * by;
      if (outer < low || outer > high || !kept(outer)) continue;
      return { field, from, to: refined(from, side, by - step, by, kept) };
    }
  }
  return undefined;
}

/** The first whole unit outward, after the last step that did not keep the limb, that does. */
function refined(
  from: number,
  side: number,
  after: number,
  by: number,
  kept: (to: number) => boolean,
): number {
  for (let less = after + FINEST; less < by; less += FINEST) {
    const to = side > 0 ? Math.floor(from + less) : Math.ceil(from - less);
    if (to !== from && kept(to)) return to;
  }
  return from + side * by;
}
