import { budSteps, countedAs, day, suppliesOf, told, type ActCount, type Message } from '../../../../core';
import type { TreeJudging } from '../judging/judging-store';

/** The next thing to do at a tree, in a few words. */
export interface NextThing {
  words: readonly Message[];
  kind: 'work' | 'measure' | 'none' | 'waiting';
  /** How many acts are planned. */
  acts: number;
}

/** The next thing to do at a tree, as its judging stands; the same object each time for the same judging. */
export function nextThing(judging: TreeJudging | undefined): NextThing {
  if (!judging) return nextOf(judging);
  const found = known.get(judging) ?? nextOf(judging);
  known.set(judging, found);
  return found;
}

const known = new WeakMap<TreeJudging, NextThing>();

function nextOf(judging: TreeJudging | undefined): NextThing {
  const judged = judging?.judged;
  if (!judged) {
    const words = judging?.failure ?? told('next.waiting');
    return { words: [words], kind: 'waiting', acts: 0 };
  }
  if (judged.kind === 'whip') {
    const { limbs, headAtCm, isUnread } = judged.whip;
    if (isUnread) return { words: [told('next.whip.unread')], kind: 'measure', acts: 0 };
    const open = budSteps(judged.whip).filter(({ isDone }) => !isDone).length;
    if (open === 0) return { words: [told('next.nothing')], kind: 'none', acts: 0 };
    const buds = { buds: limbs.length };
    const words = headAtCm === undefined ? told('next.whip', buds) : told('next.whip.head', buds);
    return { words: [words], kind: 'work', acts: open };
  }
  if (judged.kind === 'not-judged') {
    return judged.why === 'no-readings'
      ? { words: [told('next.measure')], kind: 'measure', acts: 0 }
      : { words: [told('next.not-judged')], kind: 'none', acts: 0 };
  }
  const { acts } = judged.plan;
  const count = (as: ActCount): number => acts.filter((act) => countedAs(act) === as).length;
  const notches = acts.reduce((sum, act) => sum + (suppliesOf(act).notches ?? 0), 0);
  const words = (
    [
      [count('take-out'), 'next.take-out'],
      [count('shorten'), 'next.shorten'],
      [count('bend'), 'next.bend'],
      [count('date'), 'next.date'],
      [notches, 'next.notch'],
      [count('stake'), 'next.stake'],
      [count('ties'), 'next.ties'],
    ] as const
  ).flatMap(([n, code]) => (n > 0 ? [told(code, { n })] : []));
  const { holdOff } = judged;
  if (holdOff) {
    const held = told(words.length > 0 ? 'next.held' : 'next.held.all', { until: day(holdOff.until) });
    return { words: [...words, held], kind: acts.length > 0 ? 'work' : 'waiting', acts: acts.length };
  }
  return words.length > 0
    ? { words, kind: 'work', acts: acts.length }
    : { words: [told('next.nothing')], kind: 'none', acts: 0 };
}
