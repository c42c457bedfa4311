import type { Tool } from '../acts/cut-place';
import { placeOf, type Act, phaseOf, actWords, cautionsFor } from '../acts/acts';
import type { Scene } from '../findings/finding';
import { cm, tagOf, told, type Message } from '../words/message';
import { isOnTrunk, joinHeightCm } from '../tree/joins';
import { compassCalled } from '../words/compass';
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
  where: Message | undefined;
  /** What is done, in one line. */
  words: Message;
  tool: Tool | undefined;
  cautions: readonly Message[];
  act: Act;
}

/** The acts of a tree as lines of a card, in the order they are done. */
export function workLines(scene: Scene, acts: readonly Act[]): WorkLine[] {
  return acts.map((act, i) => ({
    number: i + 1,
    phase: phaseOf(scene, act),
    tag: 'stemId' in act ? (stemOf(scene.laid.tree, act.stemId)?.tag ?? act.stemId) : undefined,
    where: whereabouts(scene, act),
    words: actWords(scene, act),
    tool: placeOf(scene, act)?.tool,
    cautions: cautionsFor(scene, act),
    act,
  }));
}

/** Where a limb is found on the tree; undefined for the stem itself. */
function whereabouts({ laid }: Scene, act: Act): Message | undefined {
  const stem = 'stemId' in act ? stemOf(laid.tree, act.stemId) : undefined;
  if (!stem || stem.id === laid.trunk?.id) return undefined;
  const way = compassCalled(stem.shape.runBearing.value);
  if (isOnTrunk(laid, stem)) return told('work.at', { height: cm(joinHeightCm(laid, stem)), way });
  return stem.parent.kind === 'stem'
    ? told('work.on', { limb: tagOf(laid.tree, stem.parent.stemId), way })
    : told('work.ground', { way });
}
