import {
  FIELD_DIMENSION,
  fieldReading,
  FIRST_STEM,
  formatValue,
  READING_FIELDS,
  recordedText,
  tagOfRow,
  type CellTrouble,
  type DraftField,
  type DraftRows,
  type Message,
  type Stem,
  type StemId,
  type Tree,
  type Units,
} from '../../../../../core';

/** One cell of the readings as it is shown. */
export interface Cell {
  field: DraftField;
  text: string;
  /** What stands there while nothing is typed or read: the value reckoned with, or the tag a new row will have. */
  guess: string;
  trouble: Message | undefined;
}

/** All that a row of cells is made from. */
export interface RowRead {
  id: StemId;
  /** The stem as it is on record; none for a row still to be entered. */
  stem: Stem | undefined;
  /** The stem with what is half typed laid over it. */
  drafted: Stem | undefined;
  tree: Tree;
  typed: DraftRows;
  troubles: readonly CellTrouble[];
  units: Units;
}

/** The order in which a limb is read. */
export const ROW_FIELDS: readonly DraftField[] = ['tag', 'on', ...READING_FIELDS, 'condition'];

const collator = new Intl.Collator('en', { numeric: true });

/** The cells of one row, in the order of `ROW_FIELDS`. */
export function cellsOf(row: RowRead): readonly Cell[] {
  const typed = row.typed[row.id] ?? {};
  return ROW_FIELDS.map((field) => ({
    field,
    text: typed[field] ?? (row.stem ? recordedText(row.stem, field, row.tree, row.units) : ''),
    guess: guessOf(row, field),
    trouble: row.troubles.find((trouble) => trouble.row === row.id && trouble.field === field)?.message,
  }));
}

/** Whether a row is of the trunk: the stem that rises from the ground, or the first of a tree not yet read. */
export const isTrunkRow = (id: StemId, stem: Stem | undefined): boolean =>
  stem ? stem.parent.kind === 'ground' : id === FIRST_STEM;

/** Stems in the order their rows stand: the trunk first, then by tag. */
export const inRowOrder = (stems: readonly Stem[]): readonly Stem[] =>
  [...stems].sort(
    (a, b) =>
      Number(b.parent.kind === 'ground') - Number(a.parent.kind === 'ground') ||
      collator.compare(a.tag, b.tag),
  );

function guessOf({ id, drafted, tree, typed, units }: RowRead, field: DraftField): string {
  if (field === 'tag') return tagOfRow(tree, typed, id);
  if (!drafted || field === 'condition' || field === 'on') return '';
  return `~${formatValue(fieldReading(drafted, field).value, FIELD_DIMENSION[field], units)}`;
}
