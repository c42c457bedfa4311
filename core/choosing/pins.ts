import type { Ruling } from '../history/tree-draft';
import type { Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { isKept } from './build';
import type { FormProblem } from './candidacy';
import { felt } from './consideration';

type Rulings = Readonly<Record<StemId, Ruling>>;

/** Points that two shoots must cost each other for a pin on one to decide about the other. */
const COLLIDES = 3;

/** The rulings without those that keep a limb: what the grower rules out stays out. */
export const withoutPins = (rulings: Rulings): Rulings =>
  Object.fromEntries(Object.entries(rulings).filter(([, ruling]) => !isKept(ruling)));

/** The rulings without those that leave a limb for a year. */
export const withoutWaits = (rulings: Rulings): Rulings =>
  Object.fromEntries(Object.entries(rulings).filter(([, ruling]) => ruling !== 'wait'));

/**
 * A pin adds a limb and takes none off by itself: every other shoot of the trunk stays or goes as it would without the
 * pins, but what collides with a pinned one, carries it or grows on it, is decided anew. A new leader changes the whole tree.
 * @param asked the rulings, pins and all
 * @param stays what stays where nothing is pinned
 */
export function asWithoutPins(form: FormProblem, asked: Rulings, stays: ReadonlySet<StemId>): Rulings {
  const ruled = Object.entries(asked);
  if (ruled.some(([, ruling]) => ruling === 'leader')) return asked;
  const pinned = ruled.flatMap(([id, ruling]) => (isKept(ruling) ? (form.idle.get(id)?.stem ?? []) : []));
  const held: Record<StemId, Ruling> = { ...asked };
  for (const { stem } of form.idle.values()) {
    if ((asked[stem.id] ?? 'undecided') !== 'undecided') continue;
    if (pinned.some((pin) => collide(form, pin, stem))) continue;
    held[stem.id] = stays.has(stem.id) ? 'keep' : 'out';
  }
  return held;
}

/** Whether two shoots take each other's room, share a node, rub or touch, or one grows on the other. */
function collide(form: FormProblem, a: Stem, b: Stem): boolean {
  const isOn = (one: Stem, other: Stem): boolean =>
    one.parent.kind === 'stem' && one.parent.stemId === other.id;
  return (
    isOn(a, b) ||
    isOn(b, a) ||
    felt(form.amidstCost(a, b)).some(({ points, must }) => must === true || points >= COLLIDES)
  );
}
