import type { Catalogue } from './teller';

/** Letters with marks that no word of ours has: what is told in them came from the catalogue. */
const STRANGE: Readonly<Record<string, string>> = {
  ...{ a: 'á', e: 'é', i: 'í', o: 'ó', u: 'ú', c: 'ç', n: 'ñ', y: 'ý', s: 'š', z: 'ž' },
  ...{ A: 'Á', E: 'É', I: 'Í', O: 'Ó', U: 'Ú', C: 'Ç', N: 'Ñ', Y: 'Ý', S: 'Š', Z: 'Ž' },
};

/** How much longer words of other languages are, as a share: what a screen must have room for. */
const LONGER = 0.35;

/**
 * A language nobody speaks, made from another: each message in marked brackets, its letters strange, and a third longer.
 * What stands on a screen outside such brackets was never in the catalogue.
 */
export const pseudo = ({ locale, messages }: Catalogue): Catalogue => ({
  locale,
  messages: Object.fromEntries(Object.entries(messages).map(([code, message]) => [code, strange(message)])),
});

function strange(message: string): string {
  const [words, letters] = inStrangeLetters(message);
  return `⟦${words}${'·'.repeat(Math.ceil(letters * LONGER))}⟧`;
}

/** The words of an ICU message in strange letters, and how many there are; what stands for arguments is left as it is. */
function inStrangeLetters(message: string): [string, number] {
  let [out, letters] = ['', 0];
  for (let i = 0; i < message.length; i++) {
    const sign = message[i] as string;
    if (sign !== '{') {
      out += STRANGE[sign] ?? sign;
      letters++;
      continue;
    }
    const end = endOf(message, i);
    const inner = message.slice(i, end + 1);
    const isChoice = /^\{\s*\w+\s*,\s*(plural|select)/.test(inner);
    const [words, longest] = isChoice ? branches(inner) : [inner, 0];
    out += words;
    letters += longest;
    i = end;
  }
  return [out, letters];
}

/** A choice among words: only the words of each branch are made strange; with the letters of the longest. */
function branches(choice: string): [string, number] {
  let [out, longest] = ['', 0];
  for (let i = 0; i < choice.length; i++) {
    if (choice[i] !== '{' || i === 0) {
      out += choice[i];
      continue;
    }
    const end = endOf(choice, i);
    const [words, letters] = inStrangeLetters(choice.slice(i + 1, end));
    out += `{${words}}`;
    longest = Math.max(longest, letters);
    i = end;
  }
  return [out, longest];
}

/** Where the bracket that opens at a place closes. */
function endOf(message: string, from: number): number {
  let depth = 0;
  for (let i = from; i < message.length; i++) {
    if (message[i] === '{') depth++;
    if (message[i] === '}' && --depth === 0) return i;
  }
  return message.length - 1;
}
