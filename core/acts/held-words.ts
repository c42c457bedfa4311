import { cm, day, deg, kg, list, mm, told, type Message } from '../words/message';
import type { Held, SafelyBent } from './held';

/** Litres of water in a hung jug by the kilogram it pulls with, told to a tenth. */
const litres = (pullKg: number): number => Math.max(0.1, Math.round(pullKg * 10) / 10);

/** With what a limb is held and where, as a part of a line. */
export function heldByTold({ by, tieCm, lengthCm, pullKg, anchor }: Held): Message {
  const at = cm(tieCm);
  switch (by) {
    case 'clip':
      return told('held.clip');
    case 'weight':
      return told('held.weight', { at, litres: litres(pullKg) });
    case 'wire':
      return told('held.wire', { at });
    case 'cane':
      return lengthCm === undefined
        ? told('held.cane', { at })
        : told('held.cane.long', { at, length: cm(lengthCm) });
    case 'spreader':
      return told('held.spreader', { at, length: cm(lengthCm ?? 0) });
    case 'prop':
      return told('held.prop', { at, length: cm(lengthCm ?? 0) });
    case 'neighbour':
      return told('held.neighbour', {
        at,
        length: cm(lengthCm ?? 0),
        limb: { tag: anchor?.tag ?? '' },
        there: cm(anchor?.atCm ?? 0),
      });
    case 'ground-peg':
    case 'trunk':
    case 'above':
    case 'aside':
      return told(`held.${by}`, { at, length: cm(lengthCm ?? 0) });
  }
}

/** A chance as so many of a hundred. */
const ofHundred = (chance: number): number => Math.round(chance * 100);

/** Nearer than this it is told as the join itself, cm. */
const AT_JOIN_CM = 3;

/** How far is safe, in a sentence. */
export function safetyTold({
  how,
  stages,
  chance,
  chanceTo,
  lookOn,
}: SafelyBent & Pick<Held, 'how'>): Message {
  switch (how) {
    case 'stages':
      return told('held.stages', {
        stages: list(stages.map(({ on, toDeg }) => told('held.stage', { to: deg(toDeg), on: day(on) }))),
      });
    case 'later':
      return told('held.later', { on: day(stages[0]?.on ?? lookOn) });
    case 'risky':
    case 'now':
      return told(`held.${how}`, { n: ofHundred(chance), most: ofHundred(chanceTo) });
  }
}

/** How far is safe, with what pull, and until when, in a few short sentences; and what else there is to know. */
export function heldTold(held: Held): { main: Message[]; more: Message[] } {
  const { by, pullKg, worstCm, wood, loopMm, lookOn, offBy } = held;
  return {
    main: [
      safetyTold(held),
      ...(by === 'clip' ? [] : [told(by === 'spreader' ? 'held.push' : 'held.pull', { kg: kg(pullKg) })]),
      ...(isLooped(held) ? [told('held.loop', { loop: mm(loopMm) })] : []),
      told('held.off', { look: day(lookOn), off: day(offBy) }),
      ...followsTold(held),
    ],
    more: [
      told(worstCm < AT_JOIN_CM ? 'held.worst.join' : 'held.worst', {
        at: cm(worstCm),
        wood: told(`wood-state.${wood}`),
      }),
      ...springsTold(held),
      ...(by === 'ground-peg' && pullKg <= STONE_KG
        ? [told('held.stone', { kg: kg(Math.ceil(pullKg * STONE_OVER)) })]
        : []),
    ],
  };
}

/** A stone heavier than this nobody carries out, and one must weigh so many times the pull, kg. Working values. */
const STONE_KG = 8;
const STONE_OVER = 1.5;

/** All that there is to know of how a limb is held, the first things first. */
export function heldInFull(held: Held): Message[] {
  const { main, more } = heldTold(held);
  return [...main, ...more];
}

/** How far it comes back when it is let go, and how much further it is tied for that. */
function springsTold({ backDeg, oversetDeg }: Held): Message[] {
  if (backDeg === 0) return [];
  const back = deg(backDeg);
  return [
    oversetDeg === undefined
      ? told('held.back', { back })
      : told('held.back.overset', { back, over: deg(oversetDeg) }),
  ];
}

/** What its cord would rub on, and what follows from laying a limb down. */
function followsTold({ uprights, rubBy, ladenCm, crosses }: Held): Message[] {
  const rising =
    uprights === undefined || rubBy === undefined
      ? []
      : [told('held.uprights', { n: uprights, by: day(rubBy) })];
  const crossing = crosses === undefined ? [] : [told('held.crosses', { limb: { tag: crosses } })];
  const before = [...crossing, ...rising];
  if (ladenCm === undefined) return before;
  return [...before, ladenCm > 0 ? told('held.laden', { low: cm(ladenCm) }) : told('held.laden.ground')];
}

const isLooped = ({ by }: Held): boolean => by !== 'clip' && by !== 'spreader' && by !== 'prop';

/** The same in a line for a card: what is not safe in one go, the pull, the loop, the days. */
export function heldBrief(held: Held): Message[] {
  const args = { kg: kg(held.pullKg), loop: mm(held.loopMm), look: day(held.lookOn), off: day(held.offBy) };
  const brief = isLooped(held) ? 'held.brief' : held.by === 'clip' ? 'held.brief.clip' : 'held.brief.stick';
  return [...(held.how === 'now' ? [] : [safetyTold(held)]), told(brief, args), ...followsTold(held)];
}
