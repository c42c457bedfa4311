import type { BudsDone, PlannedBud } from '../buds/bud-work';
import { woodSeason } from '../calendar/seasons';
import type { PlainEvent } from '../history/events';
import { rowOf } from '../history/grown';
import { apartBy, NEAR_SHOOT, nearOfBud } from '../history/place-on-stem';
import { shootsIn, type Shoot } from '../history/shoots';
import type { TreeState } from '../history/tree-at';
import { formatValue, type Units } from '../readings/units';
import { FIELD_DIMENSION, type DraftField, type ReadingField } from '../tree/draft-visit';
import { trunkOf, type Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';

/** A shoot that was read in leaf last summer and that winter has not read yet. */
export interface Unmeasured {
  shoot: Shoot;
  /** The stem it becomes, and the row it is read in. */
  row: StemId;
}

/** Work after which a shoot is gone. */
const RUBBED_OFF = 'disbud';

/**
 * Shoots read in leaf last summer that are wood by now and not measured: neither broken nor rubbed off, not lost since, and with no
 * stem on record where they stood. None where the carrier itself is gone.
 */
export function unmeasured(
  { tree, site, today, budsBefore }: TreeState,
  events: readonly PlainEvent[],
): Unmeasured[] {
  const season = woodSeason(site, today) - 1;
  const lost = new Set(events.flatMap((event) => (event.kind === 'lost' ? [event.stemId] : [])));
  const shoots = shootsIn(events, site, today, season);
  return [...shoots, ...shootsOfBuds(tree, budsBefore, shoots)]
    .filter(({ isBroken, done }) => !isBroken && !done.some(({ act }) => act === RUBBED_OFF))
    .map((shoot) => ({ shoot, row: rowOf(season, shoot.shoot) }))
    .filter(
      ({ shoot, row }) =>
        !lost.has(row) &&
        tree.stems.some(({ id }) => id === shoot.onStem) &&
        !tree.stems.some((stem) => stem.id === row || isOf(stem, shoot)),
    );
}

/** Shoots that may have come of the buds that were left last spring, where no shoot was read in leaf. */
function shootsOfBuds(
  tree: TreeState['tree'],
  before: BudsDone | undefined,
  read: readonly Shoot[],
): Shoot[] {
  const trunk = trunkOf(tree);
  if (!before || !trunk) return [];
  const isRead = (bud: PlannedBud): boolean =>
    read.some((shoot) => {
      const { onStem, atCm, bearingDeg } = shoot;
      if (onStem !== trunk.id || atCm === undefined) return false;
      const at = { onStem, atCm, ...(bearingDeg !== undefined && { bearingDeg }) };
      const of = { onStem, atCm: bud.heightCm, bearingDeg: bud.bearingDeg };
      return apartBy(at, of, nearOfBud(bud)) !== undefined;
    });
  return before.buds
    .filter((bud) => before.done.includes(bud.spareFor ?? bud.bud) && !isRead(bud))
    .map(({ bud, heightCm, bearingDeg, sureDeg, role }) => ({
      ...{ shoot: `bud-${bud}`, onStem: trunk.id, atCm: heightCm, role, readings: [], done: [] },
      ...(sureDeg < UNKNOWN_DEG && { bearingDeg }),
    }));
}

/** A facing no surer than this is none, deg. */
const UNKNOWN_DEG = 90;

/** Whether a stem stands where a shoot was. */
const isOf = ({ parent, origin, shape }: Stem, { onStem, atCm, bearingDeg }: Shoot): boolean => {
  if (parent.kind !== 'stem' || onStem === undefined) return false;
  const stem = { onStem: parent.stemId, atCm: origin.value, bearingDeg: shape.runBearing.value };
  const shoot = {
    onStem,
    ...(atCm !== undefined && { atCm }),
    ...(bearingDeg !== undefined && { bearingDeg }),
  };
  return apartBy(stem, shoot, NEAR_SHOOT) !== undefined;
};

/** What summer knows of a shoot, as it is typed into the cells of its row: guesses, for it was read by taps and grew on. */
export function cellsOfShoot(
  { tree }: TreeState,
  { shoot: { tag, onStem, ...shoot } }: Unmeasured,
  units: Units,
): [DraftField, string][] {
  const carrier = tree.stems.find(({ id }) => id === onStem);
  const isTaken = tree.stems.some((stem) => stem.tag.toLowerCase() === tag?.toLowerCase());
  const read: [ReadingField, number | undefined][] = [
    ['origin', shoot.atCm],
    ['bearing', shoot.bearingDeg],
    ['angle', shoot.angleDeg],
    ['length', shoot.lengthCm],
  ];
  return [
    ...(tag !== undefined && !isTaken ? [['tag', tag] satisfies [DraftField, string]] : []),
    ...(carrier && carrier.parent.kind !== 'ground'
      ? [['on', carrier.tag] satisfies [DraftField, string]]
      : []),
    ...read.flatMap(([field, value]): [DraftField, string][] =>
      value === undefined ? [] : [[field, `~${formatValue(value, FIELD_DIMENSION[field], units)}`]],
    ),
  ];
}
