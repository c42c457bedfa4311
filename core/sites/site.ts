import { boolean } from 'yup';
import { between, id, listOf, oneOf, shape, text, type Typed } from '../fields/fields';
import { wrapBearing } from '../geometry/vector';

/** A stretch of bearings, clockwise from `fromDeg` to `toDeg`, under which limbs must start higher. */
export const clearanceSector = shape({
  fromDeg: between(0, 360),
  toDeg: between(0, 360),
  heightCm: between(0, 500),
  /** What asks for it: a path, deer, a mower. */
  why: text(120),
  /** Whether it eats what hangs low, or needs the room to pass; where it is not said, either may be so. */
  what: oneOf(['browses', 'passes']).optional(),
});
export type ClearanceSector = Typed<typeof clearanceSector>;
export const clearanceList = () => listOf(clearanceSector, 36);

/** All that may be learned or changed of a site. */
export const siteFields = {
  name: text(120),
  /** Degrees north of the equator; south is negative. */
  latitudeDeg: between(-90, 90),
  /** Whether the bearings read here are from true or magnetic north. Bearings stay in the site's own north. */
  north: oneOf(['true', 'magnetic']),
  /** How far the needle points east of true north there, deg; west is negative. */
  declinationDeg: between(-180, 180).optional(),
  /** Highest point its grower picks from the ground, cm. */
  reachCm: between(50, 400),
  clearance: clearanceList(),
  /** Bearing along the wall or fence that flat trees are trained on. */
  wallBearingDeg: between(0, 360).optional(),
  /** Bearing the usual wind blows from. */
  windFromDeg: between(0, 360).optional(),
  /** How much of the wind comes to it; middling where not said. */
  exposure: oneOf(['sheltered', 'middling', 'open']).optional(),
  /** Sun through the day in summer; full where not said. */
  light: oneOf(['full', 'part']).optional(),
  /** Whether bark laid bare burns in summer. */
  hot: boolean().strict().optional(),
  /** Whether winters are wet: then wounds of some kinds are a way in for disease while they rest. */
  wetWinters: boolean().strict().optional(),
  /** Whether frost comes after buds have opened. */
  lateFrost: boolean().strict().optional(),
  /** Room across that each of its trees may fill, cm, where a tree has none of its own. */
  roomCm: between(20, 2000).optional(),
};

/** Facts of a site that need not be said. */
export const MAY_LACK = [
  'declinationDeg',
  'wallBearingDeg',
  'windFromDeg',
  'exposure',
  'light',
  'hot',
  'wetWinters',
  'lateFrost',
  'roomCm',
] as const;

/** A site as it stands in a file, without its trees. */
export const siteSchema = shape({ id: id(), ...siteFields });

/** A place trees stand in, one for all its trees. */
export type Site = Typed<typeof siteSchema>;

/** The bearing along a site's wall or fence, deg; east where nobody said. */
export const wallBearing = ({ wallBearingDeg }: Pick<Site, 'wallBearingDeg'>): number => wallBearingDeg ?? 90;

/** Height of a guard round a stem, cm: as high as what browses there reaches; undefined where nothing does. */
export function guardCm({ clearance }: Pick<Site, 'clearance'>): number | undefined {
  const reached = clearance.flatMap(({ what, heightCm }) => (what === 'browses' ? [heightCm] : []));
  return reached.length > 0 ? Math.max(...reached) : undefined;
}

/** Height a limb must start at on a bearing, cm: the highest of the sectors that cover it, or 0. */
export function clearanceAt(site: Site, bearingDeg: number): { heightCm: number; why: string } {
  let found = { heightCm: 0, why: '' };
  for (const sector of site.clearance) {
    const width = sector.toDeg - sector.fromDeg === 360 ? 360 : wrapBearing(sector.toDeg - sector.fromDeg);
    const inside = wrapBearing(bearingDeg - sector.fromDeg) <= width;
    if (inside && sector.heightCm > found.heightCm) found = { heightCm: sector.heightCm, why: sector.why };
  }
  return found;
}
