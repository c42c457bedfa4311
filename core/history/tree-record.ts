import { boolean, type ISchema } from 'yup';
import { between, day, id, maybe, oneOf, shape, text, type Typed } from '../fields/fields';
import { FORM_IDS } from '../kinds/form-ids';
import { KINDS } from '../kinds/kinds';
import { clearanceList } from '../sites/site';
import { CAME_AS } from '../tree/came-as';

/** Where a tree stands on its site, cm east and north of the site's corner. */
export const placeSchema = shape({ eastCm: between(-1e6, 1e6), northCm: between(-1e6, 1e6) });
export type Place = Typed<typeof placeSchema>;

/** What a tree is, as it was planted and as it may be set right later. */
const facts = {
  name: text(120),
  kind: oneOf(KINDS.map((kind) => kind.id)),
  variety: text(120),
  rootstock: text(120).optional(),
  /** Height of the graft union, cm; 0 on own roots. */
  unionCm: between(0, 200),
  ownRooted: boolean().strict().required(),
  /** ISO date. */
  planted: day(),
  /** How strongly its rootstock drives it, where that is known. */
  stockVigour: oneOf(['weak', 'middling', 'strong']).optional(),
  /** How it came, where that is known: lifted bare-rooted it lost roots, grown in a pot it lost none. */
  cameAs: oneOf(CAME_AS).optional(),
  /** Room across that it may fill, cm. */
  roomCm: between(20, 2000).optional(),
  /** Chill its variety asks for, portions of the dynamic model, where that is known. */
  chillPortions: between(0, 150).optional(),
};

/** What lies beside this tree and asks for clearance, besides its site's own. */
const besides = { clearance: maybe(clearanceList()) };

export const treeRecord = shape({
  id: id(),
  ...facts,
  ...besides,
  place: placeSchema,
  form: oneOf(FORM_IDS),
});

/** What a tree is, apart from anything that changes. */
export type TreeRecord = Typed<typeof treeRecord>;

/** Facts of a tree that need not be said. */
export const MAY_LACK = [
  'rootstock',
  'stockVigour',
  'cameAs',
  'roomCm',
  'chillPortions',
  'clearance',
] as const;

/** Some facts of a tree. */
export type TreeDescription = Partial<Omit<TreeRecord, 'id' | 'place' | 'form'>>;
export const described = shape(facts).partial().shape(besides) as unknown as ISchema<TreeDescription>;
