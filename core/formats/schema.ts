import { array, boolean, lazy, mixed, number, object, string, type AnyObject, type ObjectShape } from 'yup';
import { FORM_IDS } from '../kinds/form-ids';
import { RULINGS } from '../history/events';
import { CAME_AS } from '../tree/came-as';
import { KINDS } from '../kinds/kinds';
import { HOW_READ } from '../readings/reading';
import { MAKINGS_OF_LIMB } from '../acts/make-limb';
import { REMOVAL_CUTS } from '../acts/take-out';
import { KEPT_FOR } from '../acts/stay';
import { HEADING_PURPOSES } from '../acts/shorten';
import { RULE_DEFAULTS, RULE_KEYS } from '../rules/defaults';
import { QUESTIONS } from '../schools/questions';
import { SCHOOL_IDS } from '../schools/schools';
import { CONDITIONS, FIXINGS } from '../tree/stem';
import { FILE_FORMAT, FILE_VERSION } from './yard-file';

/** A schema as a field of an object takes it. */
type Field = ObjectShape[string];
type Fields = Record<string, Field>;

export const ID_PATTERN = /^[A-Za-z0-9._~:-]{1,80}$/;
const DATE_PATTERN = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;
const INSTANT_PATTERN = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,9})?(Z|[+-]\d\d:\d\d)$/;

const id = () =>
  string().strict().required().matches(ID_PATTERN, 'must be 1 to 80 letters, digits, dots, dashes or colons');
const text = (longest: number) =>
  string().strict().defined().nonNullable().max(longest, `must be at most ${longest} characters`);
const between = (min: number, max: number) =>
  number().strict().required().min(min, `must be at least ${min}`).max(max, `must be at most ${max}`);
const date = () => string().strict().required().matches(DATE_PATTERN, 'must be a date such as 2026-11-23');
const oneOf = <T extends string>(values: readonly T[]) =>
  string()
    .strict()
    .required()
    .oneOf(values, `must be one of ${values.join(', ')}`);

/** An object of exactly these fields. */
function shape<T extends ObjectShape>(fields: T) {
  return object(fields).strict().required().noUnknown('has a field this version does not know: ${unknown}');
}

/** An object whose keys are free (within `key`) and whose values are all alike. */
function record(value: Field, key: RegExp, most: number, needs: string) {
  return lazy((found: unknown) => {
    if (typeof found !== 'object' || found === null || Array.isArray(found)) {
      return mixed<AnyObject>()
        .required()
        .test('record', 'must be an object', () => false);
    }
    const keys = Object.keys(found);
    return object(Object.fromEntries(keys.map((k) => [k, value])))
      .strict()
      .required()
      .test('keys', needs, () => keys.length <= most && keys.every((k) => key.test(k)));
  });
}

const reading = (min: number, max: number) =>
  shape({
    value: between(min, max),
    sure: between(0, 1500),
    how: oneOf(HOW_READ),
    typed: text(40).optional(),
  })
    .optional()
    .default(undefined);

const parent = lazy((found: unknown) => {
  const kind = (found as { kind?: unknown } | undefined)?.kind;
  const fields: Record<string, Fields> = {
    ground: { eastCm: between(-500, 500), northCm: between(-500, 500) },
    rootstock: {},
    stem: { stemId: id() },
  };
  return shape({ kind: oneOf(['ground', 'rootstock', 'stem']), ...(fields[String(kind)] ?? {}) })
    .optional()
    .default(undefined);
});

const stemReadings = shape({
  tag: text(12).optional(),
  parent,
  origin: reading(0, 1500),
  bearing: reading(0, 360),
  angle: reading(0, 180),
  runBearing: reading(0, 360),
  set: reading(0, 180),
  tipAngle: reading(0, 180),
  length: reading(0, 1500),
  diameter: reading(0.5, 600),
  endDiameter: reading(0.5, 600),
  growthCm: lazy((found: unknown) =>
    found === undefined
      ? mixed().optional()
      : record(between(0, 1500), /^\d{4}$/, 60, 'must hold lengths by season, such as "2026"').resolve({
          value: found,
        }),
  ),
  condition: oneOf(CONDITIONS).optional(),
  barkTrapped: boolean().strict().optional(),
  headed: boolean().strict().optional(),
  continues: id().optional(),
  variety: text(120).optional(),
  endBud: oneOf(['leaf', 'flower']).optional(),
  bears: oneOf(['none', 'blossom', 'fruit']).optional(),
  sideShoots: between(0, 500).integer('must be a whole number').optional(),
  budsSeen: shape({
    spacingCm: between(0.2, 50).optional(),
    facings: array(shape({ atCm: between(0, 1500), facingDeg: between(0, 360) }))
      .strict()
      .required()
      .max(40, 'must have at most 40 facings'),
  })
    .optional()
    .default(undefined),
  holds: array(oneOf(FIXINGS)).strict().optional().max(4, 'must have at most 4 fixings'),
});

const reason = shape({ rule: text(80), words: text(600) });

const cutBud = shape({
  facingDeg: between(0, 360),
  words: text(40),
  bearingDeg: between(0, 360),
  angleDeg: between(0, 180),
  sureDeg: between(0, 180),
  isKnown: boolean().strict().required(),
});

const act = lazy((found: unknown) => {
  const fields: Record<string, Fields> = {
    move: { stemId: id(), holds: oneOf(FIXINGS) },
    'take-out': { stemId: id(), diameterMm: between(0, 600), how: oneOf(REMOVAL_CUTS).optional() },
    shorten: {
      stemId: id(),
      toLengthCm: between(0, 1500),
      diameterMm: between(0, 600),
      purpose: oneOf(HEADING_PURPOSES).optional(),
      bud: cutBud.optional().default(undefined),
      second: cutBud.optional().default(undefined),
      toStem: id().optional(),
    },
    'take-crop': {
      stemId: id(),
      crop: oneOf(['blossom', 'fruit']),
      leave: between(0, 999).integer('must be a whole number'),
    },
    bend: {
      stemId: id(),
      fromDeg: between(0, 180),
      toDeg: between(0, 180),
      safety: oneOf(['not-yet-computed']),
    },
    swing: { stemId: id(), fromDeg: between(0, 360), toDeg: between(0, 360) },
    spread: { stemId: id(), fromDeg: between(0, 180), toDeg: between(0, 180) },
    stay: { stemId: id(), until: date(), keptFor: oneOf(KEPT_FOR) },
    'make-limb': {
      heightCm: between(0, 1500),
      bearingDeg: between(0, 360),
      place: text(120),
      how: oneOf(MAKINGS_OF_LIMB).optional(),
    },
  };
  const kind = (found as { kind?: unknown } | undefined)?.kind;
  return shape({ kind: oneOf(Object.keys(fields)), reason, ...(fields[String(kind)] ?? {}) });
});

const clearanceSector = shape({
  fromDeg: between(0, 360),
  toDeg: between(0, 360),
  heightCm: between(0, 500),
  why: text(120),
});

const siteFields = {
  name: text(120),
  latitudeDeg: between(-90, 90),
  north: oneOf(['true', 'magnetic']),
  reachCm: between(50, 400),
  clearance: array(clearanceSector).strict().required().max(36, 'must have at most 36 sectors'),
  wallBearingDeg: between(0, 360).optional(),
  windFromDeg: between(0, 360).optional(),
  light: oneOf(['full', 'part']).optional(),
  hot: boolean().strict().optional(),
};

const described = {
  stockVigour: oneOf(['weak', 'middling', 'strong']).optional(),
  cameAs: oneOf(CAME_AS).optional(),
  roomCm: between(20, 2000).optional(),
};

const treeRecord = shape({
  id: id(),
  name: text(120),
  kind: oneOf(KINDS.map((kind) => kind.id)),
  variety: text(120),
  rootstock: text(120).optional(),
  unionCm: between(0, 200),
  ownRooted: boolean().strict().required(),
  planted: date(),
  place: shape({ eastCm: between(-1e6, 1e6), northCm: between(-1e6, 1e6) }),
  form: oneOf(FORM_IDS),
  ...described,
  clearance: array(clearanceSector).strict().optional().max(36, 'must have at most 36 sectors'),
});

/** Figures set by a grower, each within its own bounds. */
const rules = object(
  Object.fromEntries(
    RULE_KEYS.map((key) => {
      const { least, most } = RULE_DEFAULTS[key];
      return [key, between(least, most).optional()];
    }),
  ),
)
  .strict()
  .required()
  .noUnknown('names a figure this version does not know: ${unknown}');

const answers = object(
  Object.fromEntries(
    QUESTIONS.map(({ id, answers: known }) => [id, oneOf(known.map((a) => a.id)).optional()]),
  ),
)
  .strict()
  .required()
  .noUnknown('names a question this version does not know: ${unknown}');

const buds = shape({
  firstCm: between(0, 200),
  spacingCm: between(0.3, 30),
  facings: array(
    shape({ bud: between(1, 500).integer('must be a whole number'), bearingDeg: between(0, 360) }),
  )
    .strict()
    .required()
    .max(100, 'must have at most 100 facings'),
  blind: array(between(1, 500)).strict().optional().max(500, 'must have at most 500 buds'),
});

const acts = array(act).strict().required().max(500, 'must have at most 500 acts');

const BODIES: Record<string, Fields> = {
  'tree-added': { treeId: id(), siteId: id(), tree: treeRecord },
  visit: {
    treeId: id(),
    stems: record(stemReadings, ID_PATTERN, 500, 'must hold at most 500 stems with plain ids'),
  },
  'stem-entered-wrong': { treeId: id(), stemId: id() },
  'acts-done': { treeId: id(), acts },
  'plan-accepted': { treeId: id(), acts },
  overruled: { treeId: id(), stemId: id(), ruling: oneOf(RULINGS) },
  'cut-set': { treeId: id(), stemId: id(), toLengthCm: between(0, 1500).optional() },
  'form-chosen': { treeId: id(), form: oneOf(FORM_IDS) },
  'rules-set': { treeId: id(), rules, reset: array(oneOf(RULE_KEYS)).strict().optional() },
  'school-chosen': { treeId: id(), school: oneOf(SCHOOL_IDS) },
  'school-edited': { school: oneOf(SCHOOL_IDS), answers },
  'buds-read': { treeId: id(), buds },
  'leader-failed': { treeId: id() },
  'tree-described': { treeId: id(), change: object(described).strict().required().noUnknown() },
  'site-changed': { siteId: id(), change: object(siteFields).partial().strict().required().noUnknown() },
  lost: { treeId: id(), stemId: id(), how: oneOf(['broke', 'found-dead', 'browsed']) },
  note: { treeId: id(), text: text(4000) },
};

const plainKinds = Object.keys(BODIES);

const plainBody = lazy((found: unknown) => {
  const kind = (found as { kind?: unknown } | undefined)?.kind;
  return shape({ kind: oneOf(plainKinds), ...(BODIES[String(kind)] ?? {}) });
});

const envelope = {
  id: id(),
  device: id(),
  sequence: between(0, 1e9).integer('must be a whole number'),
  happenedOn: date(),
  recordedAt: string()
    .strict()
    .required()
    .matches(INSTANT_PATTERN, 'must be an instant such as 2026-11-23T10:00:00Z'),
  ruleSet: text(20),
};

const event = lazy((found: unknown) => {
  const kind = (found as { kind?: unknown } | undefined)?.kind;
  const bodies: Record<string, Fields> = {
    ...BODIES,
    amend: { target: id(), body: plainBody },
    withdraw: { target: id() },
  };
  return shape({ ...envelope, kind: oneOf(Object.keys(bodies)), ...(bodies[String(kind)] ?? {}) });
});

const site = shape({
  id: id(),
  ...siteFields,
  trees: array(treeRecord).strict().required().max(5000, 'must have at most 5000 trees'),
});

/** The shape of a yard file, version 1. What links its parts to each other is checked in `links.ts`. */
export const yardFileSchema = shape({
  format: string().strict().required().oneOf([FILE_FORMAT], `must be "${FILE_FORMAT}"`),
  version: number().strict().required().oneOf([FILE_VERSION], `must be ${FILE_VERSION}`),
  yard: shape({
    id: id(),
    name: text(120),
    sites: array(site).strict().required().max(50, 'must have at most 50 sites'),
  }),
  events: array(event).strict().required().max(200_000, 'must have at most 200000 events'),
  drafts: record(
    record(
      record(text(80), ID_PATTERN, 40, 'must have at most 40 fields with plain names'),
      ID_PATTERN,
      500,
      'must have at most 500 rows with plain ids',
    ),
    ID_PATTERN,
    5000,
    'must name trees by plain ids',
  ),
});
