import type { Tool } from '../acts/cut-place';
import { placeOf, type Act, phaseOf, actWords, cautionsFor, holdsInBrief } from '../acts/acts';
import type { Scene } from '../findings/finding';
import { cm, tagOf, told, type Message, type Reason } from '../words/message';
import { isOnTrunk, joinHeightCm } from '../tree/joins';
import { briefOf } from './brief';
import type { Verdict } from '../choosing/verdicts';
import type { StemId } from '../tree/stem-readings';
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
  /** Why, in a few words; and whether the call was near, so that one who is unsure leaves it. */
  why: Message | undefined;
  isNear: boolean;
  tool: Tool | undefined;
  /** What is not safe in one go, the pull, and until when it is held; empty for an act that holds nothing. */
  holds: readonly Message[];
  cautions: readonly Message[];
  act: Act;
}

/** A tree's work, and what was decided of its stems. */
export interface WorkOf {
  plan: { acts: readonly Act[] };
  verdicts: Readonly<Record<StemId, Pick<Verdict, 'isNear'>>>;
}

/** The acts of a tree as lines of a card, in the order they are done. */
export function workLines(scene: Scene, { plan: { acts }, verdicts }: WorkOf): WorkLine[] {
  const isNear = (act: Act): boolean => act.kind === 'take-out' && (verdicts[act.stemId]?.isNear ?? false);
  return acts.map((act, i) => ({
    number: i + 1,
    phase: phaseOf(scene, act),
    tag: 'stemId' in act ? (stemOf(scene.laid.tree, act.stemId)?.tag ?? act.stemId) : undefined,
    where: whereabouts(scene, act),
    words: actWords(scene, act),
    why: briefOf(act.reason),
    isNear: isNear(act),
    tool: placeOf(scene, act)?.tool,
    holds: holdsInBrief(act),
    cautions: cautionsFor(scene, act),
    act,
  }));
}

/** What is to be minded about the whole of a plan: a hold-off, a share passed, a side left bare, snow. How the school works is told elsewhere. */
export const mindedOf = ({ notes }: { notes: readonly Reason[] }): Reason[] =>
  notes.filter(({ code }) => code !== 'note.school' && code !== 'note.roots');

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
