import type { Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { Confidence } from './confidence';
import { readingOf, type ReadField } from './other-reading';

/** A reading worth taking again before a cut. */
export interface WorthMeasuring {
  stemId: StemId;
  field: ReadField;
  /** How many verdicts it alone would turn, were it off within its uncertainty. */
  turns: number;
}

/** So many are asked for: more is a second visit. */
const ASKED = 2;

/**
 * The readings that matter most to a tree's verdicts, the weightiest first: those that turn the most, of these the ones that
 * need be off by the least part of their own uncertainty.
 */
export function measureFirst(
  tree: Tree,
  doubts: Readonly<Record<StemId, Confidence>>,
  most = ASKED,
): WorthMeasuring[] {
  const found = new Map<string, WorthMeasuring & { share: number }>();
  for (const doubt of Object.values(doubts)) {
    if (doubt.level !== 'close' || !doubt.turn) continue;
    const { stemId, field, from, to } = doubt.turn;
    const stem = tree.stems.find(({ id }) => id === stemId);
    if (!stem) continue;
    const share = Math.abs(to - from) / readingOf(stem, field).sure;
    const key = `${stemId} ${field}`;
    const known = found.get(key);
    found.set(key, {
      ...{ stemId, field, turns: (known?.turns ?? 0) + 1 },
      share: Math.min(share, known?.share ?? Infinity),
    });
  }
  return [...found.values()]
    .sort((a, b) => b.turns - a.turns || a.share - b.share)
    .slice(0, most)
    .map(({ stemId, field, turns }) => ({ stemId, field, turns }));
}
