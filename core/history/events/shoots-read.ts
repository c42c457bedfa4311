import { boolean } from 'yup';
import { between, id, listOf, oneOf, shape, text, whole, type Typed } from '../../fields/fields';
import { MOST_STEMS, MOST_TAG } from '../../tree/stem-readings';
import { told } from '../../words/message';
import type { EventWays } from '../event';

/** What a shoot is for, as the grower has chosen. */
export const SHOOT_ROLES = ['chosen', 'leader', 'spare', 'other'] as const;
export type ShootRole = (typeof SHOOT_ROLES)[number];
/** How it looks, and how broad its full leaves are against a spread hand. */
export const SHOOT_LOOKS = ['well', 'poor', 'mottled'] as const;
export const LEAF_BREADTHS = ['narrower', 'as-broad', 'broader'] as const;

/** Longest shoot of one season, cm. */
const LONGEST_CM = 600;

const shootRead = shape({
  /** Its own name; for a stem of the book that is read in leaf, that stem's. */
  shoot: id(),
  tag: text(MOST_TAG).optional(),
  /** What carries it, and how far out along that, cm; missing for a stem of the book. */
  onStem: id().optional(),
  atCm: between(0, 1500).optional(),
  bearingDeg: between(0, 360).optional(),
  /** Angle it leaves at, deg from upright. */
  angleDeg: between(0, 180).optional(),
  /** Length, cm; of a stem of the book all of it, from its join. */
  lengthCm: between(0, LONGEST_CM).optional(),
  role: oneOf(SHOOT_ROLES).optional(),
  /** The chosen shoot that a spare stands by. */
  spareFor: id().optional(),
  look: oneOf(SHOOT_LOOKS).optional(),
  leaf: oneOf(LEAF_BREADTHS).optional(),
  isClimbing: boolean().strict().optional(),
  isBroken: boolean().strict().optional(),
  /** Whether it shades bark that the sun would burn. */
  shadesBark: boolean().strict().optional(),
  /** Shoots that came of tipping it. */
  forks: whole(0, 30).optional(),
  /** It was entered by mistake, and is none. */
  isNone: boolean().strict().optional(),
});
export type ShootRead = Typed<typeof shootRead>;

const schema = shape({
  kind: oneOf(['shoots-read']),
  treeId: id(),
  shoots: listOf(shootRead, MOST_STEMS),
});

/** Shoots of this season as they are in leaf; anything may be missing, and later readings add to earlier ones. They are no wood yet: winter reads them anew. */
export type ShootsRead = Typed<typeof schema>;

export const shootsRead: EventWays<ShootsRead> = {
  schema,
  tellsOfStems: true,
  told: ({ shoots }) => told('book.shoots-read', { n: shoots.length }),
};
