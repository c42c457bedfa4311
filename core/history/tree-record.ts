import { boolean } from 'yup';
import { between, day, id, maybe, oneOf, shape, text, type Typed } from '../fields/fields';
import { FORM_IDS } from '../kinds/form-ids';
import { KINDS } from '../kinds/kinds';
import { clearanceList } from '../sites/site';
import { CAME_AS } from '../tree/came-as';

/** What may be learned of a tree's stock, roots and room after it was planted. */
export const described = {
  /** How strongly its rootstock drives it, where that is known. */
  stockVigour: oneOf(['weak', 'middling', 'strong']).optional(),
  /** How it came, where that is known: lifted bare-rooted it lost roots, grown in a pot it lost none. */
  cameAs: oneOf(CAME_AS).optional(),
  /** Room across that it may fill, cm. */
  roomCm: between(20, 2000).optional(),
};

export const treeRecord = shape({
  id: id(),
  name: text(120),
  kind: oneOf(KINDS.map((kind) => kind.id)),
  variety: text(120),
  rootstock: text(120).optional(),
  /** Height of the graft union, cm; 0 on own roots. */
  unionCm: between(0, 200),
  ownRooted: boolean().strict().required(),
  /** ISO date. */
  planted: day(),
  /** Where it stands in the yard, cm east and north of the site's corner. */
  place: shape({ eastCm: between(-1e6, 1e6), northCm: between(-1e6, 1e6) }),
  form: oneOf(FORM_IDS),
  ...described,
  /** What lies beside this tree and asks for clearance, besides its site's own. */
  clearance: maybe(clearanceList()),
});

/** What a tree is, apart from anything that changes. */
export type TreeRecord = Typed<typeof treeRecord>;
export type TreeDescription = Partial<Pick<TreeRecord, 'stockVigour' | 'cameAs' | 'roomCm'>>;
