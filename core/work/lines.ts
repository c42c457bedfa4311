import { placeOf, type Tool } from '../acts/cut-place';
import type { Scene } from '../findings/finding';
import type { Say } from '../words/say';
import type { Act } from '../acts/acts';
import { isOnTrunk, joinHeightCm } from '../tree/joins';
import { compassWord } from '../readings/units';
import { stemOf } from '../tree/stem';
import { phaseOf, type Phase } from '../acts/order';
import { cautionsFor } from './cautions';

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

/** What is done in an act, in one line with its lengths, facings and angles. */
export function actWords(scene: Scene, act: Act, say: Say): string {
  switch (act.kind) {
    case 'move':
      return `move the ${act.holds} on it before cutting`;
    case 'take-out':
      return takeOutWords(scene, act, say);
    case 'shorten':
      return shortenWords(scene, act, say);
    case 'bend':
      return `bend from ${say.angle(act.fromDeg)} to ${say.angle(act.toDeg)} and tie, half way along`;
    case 'swing':
      return `tie aside from ${say.angle(act.fromDeg)} to face ${say.angle(act.toDeg)}`;
    case 'spread':
      return `peg the soft join out to ${say.angle(act.toDeg)}`;
    case 'stay':
      return `leave it until ${act.until}, for its ${act.keptFor}`;
    case 'take-crop':
      return act.leave === 0 ? `take all ${act.crop} off` : `thin ${act.crop} to ${act.leave}`;
    case 'make-limb':
      return `for ${act.place}: ${lastPart(act.reason.words)}`;
  }
}

function takeOutWords(scene: Scene, act: Extract<Act, { kind: 'take-out' }>, say: Say): string {
  const thick = say.diameter(act.diameterMm);
  if (act.how === 'break-off') return `break off at its foot, ${thick}`;
  const three = placeOf(scene, act)?.isInThree ? ': under, over, then the collar' : '';
  return act.how === 'bench'
    ? `cut to a stub of ${say.length(3)}, ${thick}, for a new shoot from under it`
    : `take out at the collar, ${thick}${three}`;
}

function shortenWords(scene: Scene, act: Extract<Act, { kind: 'shorten' }>, say: Say): string {
  const length = say.length(act.toLengthCm);
  const { bud, second, toStem } = act;
  if (bud) {
    const over = bud.isKnown ? 'over the bud there that faces' : 'over the nearest bud that faces';
    const fork = second ? `; leave the next below that faces ${second.words}, rub off any between` : '';
    return `shorten to ${length}, ${over} ${bud.words}${fork}`;
  }
  const isTrunk = act.stemId === scene.laid.trunk?.id;
  if (toStem !== undefined) return `cut back to ${length}, just over ${say.stem(toStem)}`;
  return isTrunk ? `head at ${length}` : `shorten to ${length}`;
}

const lastPart = (words: string): string => words.split(': ').at(-1)?.replace(/\.$/, '') ?? words;
