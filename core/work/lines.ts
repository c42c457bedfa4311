import type { Tool } from '../acts/cut-place';
import { placeOf, type Act, phaseOf, actWords, cautionsFor } from '../acts/acts';
import type { Scene } from '../findings/finding';
import type { Say } from '../words/say';
import { isOnTrunk, joinHeightCm } from '../tree/joins';
import { compassWord } from '../readings/units';
import { stemOf } from '../tree/stem';
import type { Phase } from '../acts/phase';

/** One act as a helper reads it outdoors. */
export interface WorkLine {
  /** Number on the card and its drawings, from 1. */
  number: number;
  phase: Phase;
  /** The limb's tag; undefined for a limb still to be made. */
  tag: string | undefined;
  /** Where the limb starts: its height and the way it points, or the limb that carries it. */
  where: string;
  /** What is done, in one line. */
  words: string;
  tool: Tool | undefined;
  cautions: readonly string[];
  act: Act;
}

/** The acts of a tree as lines of a card, in the order they are done. */
export function workLines(scene: Scene, acts: readonly Act[], say: Say): WorkLine[] {
  return acts.map((act, i) => ({
    number: i + 1,
    phase: phaseOf(scene, act),
    tag: 'stemId' in act ? say.stem(act.stemId) : undefined,
    where: whereWords(scene, act, say),
    words: actWords(scene, act, say),
    tool: placeOf(scene, act)?.tool,
    cautions: cautionsFor(scene, act),
    act,
  }));
}

/** Where a limb is found on the tree, in a few words; empty for the stem itself. */
function whereWords({ laid }: Scene, act: Act, say: Say): string {
  const stem = 'stemId' in act ? stemOf(laid.tree, act.stemId) : undefined;
  if (!stem || stem.id === laid.trunk?.id) return '';
  const way = compassWord(stem.runBearing.value);
  if (isOnTrunk(laid, stem)) return `${say.length(joinHeightCm(laid, stem))}, ${way}`;
  return stem.parent.kind === 'stem' ? `on ${say.stem(stem.parent.stemId)}, ${way}` : `ground, ${way}`;
}
