import { strained } from '../../acts/bend-came';
import { between, id, maybe, oneOf, shape, type Typed } from '../../fields/fields';
import { cm, told } from '../../words/message';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['cracked']),
  treeId: id(),
  stemId: id(),
  /** Where, cm from its join. */
  atCm: between(0, 1500),
  /** What the bend asked of its wood, where it cracked in one. */
  strained: maybe(strained),
});

/** A limb that cracked and still hangs: it is bound up tight, and never bent again. */
export type Cracked = Typed<typeof schema>;

export const cracked: EventWays<Cracked> = {
  schema,
  reduce(tree, { stemId, atCm, happenedOn }) {
    const stem = tree.stems.get(stemId);
    if (!stem) return;
    // Nothing pulls at it any more; its label stays.
    const fixings = (stem.fixings ?? []).filter(({ what }) => what === 'label');
    tree.stems.set(stemId, {
      ...stem,
      mended: true,
      fixings: [...fixings, { what: 'wrap', atCm, since: happenedOn }],
    });
  },
  reduceYard({ bends }, { treeId, strained: asked }) {
    if (asked) bends.push({ treeId, ...asked, came: 'cracked' });
  },
  told: ({ atCm }) => told('book.cracked', { at: cm(atCm) }),
};
