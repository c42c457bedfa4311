import type { TreeRecord } from './tree-record';

/** How a row of like trees is set out. */
export interface RowSetting {
  /** How many more trees, from 1. */
  count: number;
  /** From trunk to trunk, cm. */
  apartCm: number;
  /** Which way the row runs from the tree it begins at, deg. */
  bearingDeg: number;
}

/** `Pell 3` after `Pell 2`; `Pell 2` after `Pell`: the names that follow a tree's own in its row. */
const NUMBERED = /^(.*?)\s*(\d+)$/;

/**
 * Trees like one that stands, in a row from it: the same facts, names counted on, each a distance further on.
 * @param newId gives an id that no other tree has, each time it is called
 */
export function rowFrom(
  tree: TreeRecord,
  { count, apartCm, bearingDeg }: RowSetting,
  newId: () => string,
): TreeRecord[] {
  const [, stem = tree.name, number = '1'] = NUMBERED.exec(tree.name) ?? [];
  const turn = (bearingDeg * Math.PI) / 180;
  return Array.from({ length: count }, (_, i) => {
    const far = (i + 1) * apartCm;
    const place = {
      eastCm: Math.round(tree.place.eastCm + far * Math.sin(turn)),
      northCm: Math.round(tree.place.northCm + far * Math.cos(turn)),
    };
    return { ...tree, id: newId(), name: `${stem} ${Number(number) + i + 1}`.trim(), place };
  });
}
