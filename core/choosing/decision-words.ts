import type { Verdict } from './verdicts';

/** What becomes of a stem, in a word or two, as it stands on its tag and in the table. */
export function decisionWords({ decision, word }: Pick<Verdict, 'decision' | 'word'>): string {
  switch (decision) {
    case 'trunk':
      return 'the stem';
    case 'leader':
      return 'leads';
    case 'scaffold':
      return word === undefined || word === 'scaffold' ? 'stays' : `stays: ${word}`;
    case 'temporary':
      return 'stays a while';
    case 'out':
      return 'goes';
    case 'leave':
      return 'left for now';
    case 'goes-with':
      return 'goes along';
  }
}

/** The same in one word, for a narrow column. */
export function decisionWord({ decision }: Pick<Verdict, 'decision'>): string {
  const words = {
    trunk: '',
    leader: 'leads',
    scaffold: 'stays',
    temporary: 'a while',
    out: 'goes',
    leave: 'left',
  };
  return decision === 'goes-with' ? 'goes along' : words[decision];
}
