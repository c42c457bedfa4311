import type { Say } from '../findings/finding';
import { formatValue, type Units } from '../readings/units';
import type { Tree } from '../tree/stem';

/** Words for stored values, in the units a grower reads; stems are named by the tags that hang on them. */
export function sayIn(units: Units, tree: Tree): Say {
  const tags = new Map(tree.stems.map(({ id, tag }) => [id, tag]));
  return {
    length: (cm) => formatValue(cm, 'length', units),
    diameter: (mm) => formatValue(mm, 'diameter', units),
    angle: (deg) => formatValue(deg, 'angle', units),
    ratio: (share) => `${Math.round(share * 100)} %`,
    stem: (id) => tags.get(id) ?? id,
  };
}
