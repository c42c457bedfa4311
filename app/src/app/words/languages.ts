import { ENGLISH, pseudo, type Catalogue } from '../../../../core';

/**
 * The languages there are, by their tags: a language is one catalogue file and one line here. `x-strange` is the
 * pseudo-language, in which whatever is not in the catalogue stands out.
 */
const LANGUAGES: Readonly<Record<string, () => Catalogue | Promise<Catalogue>>> = {
  en: () => ENGLISH,
  'x-strange': () => pseudo(ENGLISH),
};

/** The catalogue a page is told in: of the language its address asks for, else the first the reader prefers that there is. */
export async function catalogueFor(address: URL, preferred: readonly string[]): Promise<Catalogue> {
  const asked = address.searchParams.get('language');
  const tags = [...(asked === null ? [] : [asked]), ...preferred].flatMap((tag) => [
    tag,
    tag.split('-')[0] ?? tag,
  ]);
  const found = tags.find((tag) => Object.hasOwn(LANGUAGES, tag)) ?? 'en';
  return (LANGUAGES[found] ?? (() => ENGLISH))();
}
