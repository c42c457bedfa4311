import { countedAs, suppliesOf, type ActCount } from '../../../../core';
import type { TreeJudging } from '../judging/judging-store';

/** The next thing to do at a tree, in a few words. */
export interface NextThing {
  words: string;
  kind: 'work' | 'measure' | 'none' | 'waiting';
  /** How many acts are planned. */
  acts: number;
}

export function nextThing(judging: TreeJudging | undefined): NextThing {
  const judged = judging?.judged;
  if (!judged) {
    const words = judging?.failure ?? 'being judged…';
    return { words, kind: 'waiting', acts: 0 };
  }
  if (judged.kind === 'whip') {
    const { limbs, headAtCm } = judged.whip;
    const words = `${headAtCm === undefined ? '' : 'head it, '}choose ${limbs.length} buds`;
    return { words, kind: 'work', acts: limbs.length };
  }
  if (judged.kind === 'not-judged') {
    return judged.why === 'no-readings'
      ? { words: 'measure it', kind: 'measure', acts: 0 }
      : { words: 'not judged yet', kind: 'none', acts: 0 };
  }
  const { acts } = judged.plan;
  const count = (as: ActCount): number => acts.filter((act) => countedAs(act) === as).length;
  const notches = acts.reduce((sum, act) => sum + (suppliesOf(act).notches ?? 0), 0);
  const words = (
    [
      [count('take-out'), 'take out'],
      [count('shorten'), 'shorten'],
      [count('bend'), 'bend'],
      [count('date'), 'date'],
      [notches, 'notch for'],
    ] as const
  ).flatMap(([n, verb]) => (n > 0 ? [`${verb} ${n}`] : []));
  return words.length > 0
    ? { words: words.join(', '), kind: 'work', acts: acts.length }
    : { words: 'nothing to cut', kind: 'none', acts: 0 };
}
