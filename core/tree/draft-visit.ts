import { formatValue, type Units } from '../readings/units';
import { parseReading } from '../readings/parse';
import { isFilledIn, MOST_TYPED, type Dimension, type Reading } from '../readings/reading';
import { list, told, type Message } from '../words/message';
import { whyUnread } from '../words/unread';
import { trunkOf, type Stem, type Tree } from './stem';
import { CONDITIONS, MOST_TAG, type Condition, type StemId, type StemReadings } from './stem-readings';

/** The readings of one limb, in the order they are taken. */
export const READING_FIELDS = ['origin', 'bearing', 'angle', 'length', 'diameter'] as const;
export type ReadingField = (typeof READING_FIELDS)[number];

export const FIELD_DIMENSION: Readonly<Record<ReadingField, Dimension>> = {
  origin: 'length',
  bearing: 'bearing',
  angle: 'angle',
  length: 'length',
  diameter: 'diameter',
};

/** Every field of a row that may be typed. */
export const DRAFT_FIELDS = [...READING_FIELDS, 'tag', 'on', 'condition'] as const;
export type DraftField = (typeof DRAFT_FIELDS)[number];
const isField = (name: string): name is DraftField => (DRAFT_FIELDS as readonly string[]).includes(name);

/** Most letters kept of a half-typed cell. */
export const MOST_CELL = 80;

/** A cell that cannot be taken as typed. */
export interface CellTrouble {
  row: StemId;
  field: DraftField;
  message: Message;
}

/** What is half typed: the text of each cell, by row and field. */
export type DraftRows = Readonly<Record<StemId, Readonly<Record<string, string>>>>;

export interface DraftVisit {
  stems: Record<StemId, StemReadings>;
  troubles: readonly CellTrouble[];
}

/** Id of the first stem of a tree that has none yet. */
export const FIRST_STEM = 'trunk';

/** A reading as the readings grid shows it: as typed if it was typed, else with its unit. */
export function readingText(reading: Reading, dimension: Dimension, units: Units): string {
  return reading.typed ?? formatValue(reading.value, dimension, units);
}

/** What stands in a field of a stem that is already recorded; empty where it was only filled in. */
export function recordedText(stem: Stem, field: DraftField, tree: Tree, units: Units): string {
  if (field === 'tag') return stem.tag;
  if (field === 'condition') return stem.condition;
  if (field === 'on') return carrierTag(stem, tree);
  const reading = stem.read[field];
  return reading === undefined || isFilledIn(reading)
    ? ''
    : readingText(reading, FIELD_DIMENSION[field], units);
}

/** The reading behind a field. */
export function fieldReading(stem: Stem, field: ReadingField): Reading {
  return field === 'angle' ? stem.shape.departure : stem[field];
}

function carrierTag(stem: Stem, tree: Tree): string {
  const { parent } = stem;
  if (parent.kind !== 'stem') return parent.kind;
  return tree.stems.find(({ id }) => id === parent.stemId)?.tag ?? parent.stemId;
}

/**
 * Reads half-typed cells into the readings of a visit. Cells left empty, or still as recorded, change nothing.
 * A cell that cannot be read is a trouble with its row and field; the others are read all the same.
 */
export function readDraft(tree: Tree, rows: DraftRows, units: Units): DraftVisit {
  const stems: Record<StemId, StemReadings> = {};
  const troubles: CellTrouble[] = [];
  const tags = tagsOf(tree, rows);
  for (const [row, cells] of Object.entries(rows)) {
    const stem = tree.stems.find(({ id }) => id === row);
    // A field that this version does not know, kept by another, is passed over: it is no reason to show no tree.
    const typed = Object.entries(cells).flatMap(([field, text]): [DraftField, string][] =>
      isField(field) && text.trim() !== '' && !(stem && text === recordedText(stem, field, tree, units))
        ? [[field, text]]
        : [],
    );
    if (typed.length === 0) continue;
    const given: StemReadings = stem ? {} : newStem(tree, row, tags);
    for (const [field, text] of typed) {
      const message = readCell(given, field, text.trim(), units, tags, row);
      if (message !== undefined) troubles.push({ row, field, message });
    }
    stems[row] = given;
  }
  return { stems, troubles };
}

/** Reads one cell into a stem's readings; gives the trouble with it, if any. */
function readCell(
  given: StemReadings,
  field: DraftField,
  text: string,
  units: Units,
  tags: ReadonlyMap<string, StemId>,
  row: StemId,
): Message | undefined {
  if (field === 'tag') {
    if (text.length > MOST_TAG) return told('trouble.tag-long', { most: MOST_TAG });
    given.tag = text;
  } else if (field === 'condition') {
    if (!CONDITIONS.includes(text as Condition)) {
      const conditions = list(CONDITIONS.map((condition) => told(`condition.${condition}`)));
      return told('trouble.condition', { typed: text, conditions });
    }
    given.condition = text as Condition;
  } else if (field === 'on') {
    return readCarrier(given, text, tags, row);
  } else {
    if (text.length > MOST_TYPED) return told('trouble.reading-long', { most: MOST_TYPED });
    const parsed = parseReading(text, FIELD_DIMENSION[field], units);
    if (!parsed.ok) return whyUnread(parsed);
    given[field] = parsed.reading;
  }
  return undefined;
}

function readCarrier(
  given: StemReadings,
  text: string,
  tags: ReadonlyMap<string, StemId>,
  row: StemId,
): Message | undefined {
  if (text === 'ground') given.parent = { kind: 'ground', eastCm: 0, northCm: 0 };
  else if (text === 'rootstock') given.parent = { kind: 'rootstock' };
  else {
    const stemId = tags.get(text.toLowerCase());
    if (stemId === undefined || stemId === row) {
      return told('trouble.no-tag', { typed: text });
    }
    given.parent = { kind: 'stem', stemId };
  }
  return undefined;
}

/** A stem not recorded before: the first rises from the ground, others from the trunk, each under a free letter. */
function newStem(tree: Tree, row: StemId, tags: ReadonlyMap<string, StemId>): StemReadings {
  const trunk = trunkOf(tree)?.id ?? (row === FIRST_STEM ? undefined : FIRST_STEM);
  if (trunk === undefined) return { tag: 'trunk', parent: { kind: 'ground', eastCm: 0, northCm: 0 } };
  const tag = [...tags].find(([, id]) => id === row)?.[0].toUpperCase() ?? row;
  return { tag, parent: { kind: 'stem', stemId: trunk } };
}

/** Stem by lower-case tag, new rows included: each new row without a typed tag takes the next free letter. */
function tagsOf(tree: Tree, rows: DraftRows): ReadonlyMap<string, StemId> {
  const tags = new Map<string, StemId>(tree.stems.map(({ id, tag }) => [tag.toLowerCase(), id]));
  for (const [row, cells] of Object.entries(rows)) {
    const typed = cells['tag']?.trim().toLowerCase();
    if (typed) tags.set(typed, row);
  }
  for (const row of Object.keys(rows)) {
    if ([...tags.values()].includes(row)) continue;
    tags.set(row === FIRST_STEM ? 'trunk' : freeTag(tags), row);
  }
  return tags;
}

/** The first of A, B, ... Z, AA, AB, ... that no stem carries, in lower case. */
function freeTag(tags: ReadonlyMap<string, StemId>): string {
  for (let n = 0; ; n++) {
    const letter = String.fromCharCode(97 + (n % 26));
    const tag = n < 26 ? letter : `${String.fromCharCode(96 + Math.floor(n / 26))}${letter}`;
    if (!tags.has(tag)) return tag;
  }
}

/** The tag a row goes under: recorded, typed, or the next free letter. */
export function tagOfRow(tree: Tree, rows: DraftRows, row: StemId): string {
  const stem = tree.stems.find(({ id }) => id === row);
  const typed = rows[row]?.['tag']?.trim();
  if (typed) return typed;
  if (stem) return stem.tag;
  return (
    [...tagsOf(tree, { ...rows, [row]: rows[row] ?? {} })].find(([, id]) => id === row)?.[0].toUpperCase() ??
    ''
  );
}
