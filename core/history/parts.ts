import { woodSeason } from '../calendar/seasons';
import type { Part, SpareFor } from '../tree/part';
import { trunkOf } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { Message } from '../words/message';
import { isRead } from './events/visit';
import { grownOf, isOfShoot, wantedTold, type Grown, type PartsQuestion } from './grown';
import { apartBy, matchedBy, type PlaceOnStem } from './place-on-stem';

/** What every stem of a tree was grown for, as far as the book tells. */
export function partsOf(question: PartsQuestion): ReadonlyMap<StemId, Part> {
  const grown = grownOf(question);
  const parts = new Map<StemId, Part>();
  if (grown.length === 0) return parts;
  const seen = stemsSeen(question);
  const became = matched(grown, seen);
  const stands = new Set(question.tree.stems.map(({ id }) => id));
  for (const one of grown) {
    const stemId = became.get(one.key);
    if (stemId === undefined || !stands.has(stemId) || parts.get(stemId)?.role === 'chosen') continue;
    const spareFor = one.role === 'spare' ? spareForOf(one) : undefined;
    parts.set(stemId, {
      ...{ role: one.role, from: one.from, on: one.on, form: one.form },
      ...(spareFor && { spareFor }),
      ...(one.place && { place: one.place }),
      ...(one.isNotched && { isNotched: true }),
      ...(one.isPegged && { isPegged: true }),
    });
  }
  return parts;

  function saidLost({ row }: Grown): boolean {
    return question.events.some((event) => event.kind === 'lost' && event.stemId === row);
  }

  function spareForOf(spare: Grown): SpareFor | undefined {
    const chosen = chosenFor(spare, grown);
    if (!chosen) return undefined;
    const stemId = became.get(chosen.key);
    const lost = { is: 'lost', name: chosen.key, role: chosen.role } as const;
    if (stemId !== undefined) return stands.has(stemId) ? { is: 'stem', stemId } : lost;
    const isLost =
      chosen.isBroken === true ||
      saidLost(chosen) ||
      (!isOfShoot(chosen) && isReadInWinter(question, chosen));
    return isLost ? lost : { is: 'unread', ...(chosen.tag && { tag: chosen.tag }) };
  }
}

/** The chosen one that a spare stands by: the one it was said to, else the nearest of its season on the same stem. */
function chosenFor(spare: Grown, grown: readonly Grown[]): Grown | undefined {
  const chosen = grown.filter(({ role, season }) => role !== 'spare' && season === spare.season);
  const said = chosen.find(({ key }) => key === spare.spareFor);
  if (said || spare.spareFor !== undefined) return said;
  const apart = ({ at }: Grown): number => Math.abs((at.atCm ?? 0) - (spare.at.atCm ?? 0));
  return chosen.filter(({ at }) => at.onStem === spare.at.onStem).sort((a, b) => apart(a) - apart(b))[0];
}

/** A limb that was asked of the tree: where, since when, and what came of it, once its season was read. */
export interface WantedLimb extends PlaceOnStem {
  atCm: number;
  bearingDeg: number;
  on: string;
  isNotched: boolean;
  place?: Message;
  /** The stem that came there; none where winter was read and nothing stands there. */
  came?: StemId | 'none';
}

/** Limbs asked of a tree in the season of growth that comes, goes on or was the last. */
export function wantedLimbsOf(question: PartsQuestion, today: string): WantedLimb[] {
  const trunkId = trunkOf(question.tree)?.id;
  if (trunkId === undefined) return [];
  const now = woodSeason(question.site, today);
  const wanted = wantedTold(question, trunkId).filter(({ season }) => season === now || season === now - 1);
  if (wanted.length === 0) return [];
  const seen = stemsSeen(question);
  const became = matched(wanted, seen);
  return wanted.map((one): WantedLimb => {
    const { at, on, isNotched = false, place, key } = one;
    const stemId = became.get(key);
    const came = stemId ?? (isReadInWinter(question, one) ? 'none' : undefined);
    return {
      ...{ onStem: at.onStem, atCm: at.atCm ?? 0, bearingDeg: at.bearingDeg ?? 0, on, isNotched },
      ...(place && { place }),
      ...(came !== undefined && { came }),
    };
  });
}

/** Whether the tree was read in a winter after a season of growth: what is not among its limbs then did not come. */
const isReadInWinter = ({ events, site }: PartsQuestion, { season }: Grown): boolean =>
  events.some(
    (event) => event.kind === 'visit' && isRead(event) && woodSeason(site, event.happenedOn) > season,
  );

/** A stem that was ever read: where it rises, and the ISO date on which it was read first. */
interface Seen extends PlaceOnStem {
  id: StemId;
  first: string;
}

function stemsSeen({ events }: PartsQuestion): Seen[] {
  const seen = new Map<StemId, Seen>();
  for (const event of events) {
    if (event.kind !== 'visit') continue;
    for (const [id, { parent, origin, bearing, runBearing }] of Object.entries(event.stems)) {
      const before = seen.get(id) ?? { id, onStem: '', first: event.happenedOn };
      const bearingDeg = (runBearing ?? bearing)?.value ?? before.bearingDeg;
      const atCm = origin?.value ?? before.atCm;
      seen.set(id, {
        ...before,
        ...(parent?.kind === 'stem' && { onStem: parent.stemId }),
        ...(atCm !== undefined && { atCm }),
        ...(bearingDeg !== undefined && { bearingDeg }),
      });
    }
  }
  return [...seen.values()];
}

/** The stem each became: under its own row, else the nearest place, each stem for one of them. */
function matched(grown: readonly Grown[], seen: readonly Seen[]): Map<string, StemId> {
  const byRow = new Map(
    grown.flatMap(({ key, row }): [string, StemId][] =>
      row !== undefined && seen.some(({ id }) => id === row) ? [[key, row]] : [],
    ),
  );
  const taken = new Set(byRow.values());
  const near = matchedBy(
    grown.filter(({ key }) => !byRow.has(key)),
    seen.filter(({ id }) => !taken.has(id)),
    // What stood before is not what grew after.
    (one, stem) => (stem.first < one.on ? undefined : apartBy(one.at, stem, one.near)),
  );
  return new Map([...byRow, ...near.map(([{ key }, { id }]): [string, StemId] => [key, id])]);
}
