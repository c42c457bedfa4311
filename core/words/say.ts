import { formatValue, type Units } from '../readings/units';

/** Turns stored values into a grower's words, in the units they read. */
export interface Say {
  length(cm: number): string;
  diameter(mm: number): string;
  angle(deg: number): string;
  ratio(share: number): string;
  stem(id: string): string;
}

/** Stems and the tags that hang on them. */
export interface Tagged {
  stems: readonly { id: string; tag: string }[];
}

/** Words for stored values, in the units a grower reads; stems are named by the tags that hang on them. */
export function sayIn(units: Units, tree: Tagged): Say {
  const tags = new Map(tree.stems.map(({ id, tag }) => [id, tag]));
  return {
    length: (cm) => formatValue(cm, 'length', units),
    diameter: (mm) => formatValue(mm, 'diameter', units),
    angle: (deg) => formatValue(deg, 'angle', units),
    ratio: (share) => `${Math.round(share * 100)} %`,
    stem: (id) => tags.get(id) ?? id,
  };
}
