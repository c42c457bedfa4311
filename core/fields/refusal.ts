/** Every way a value can be refused, as the catalogue's words have it. */
export type RefusalCode =
  | 'refused.missing'
  | 'refused.null'
  | 'refused.type'
  | 'refused.id'
  | 'refused.reserved'
  | 'refused.longest'
  | 'refused.least'
  | 'refused.most'
  | 'refused.whole'
  | 'refused.date'
  | 'refused.no-day'
  | 'refused.years'
  | 'refused.instant'
  | 'refused.one-of'
  | 'refused.unknown-fields'
  | 'refused.too-many'
  | 'refused.keys'
  | 'refused.seasons'
  | 'refused.act-name'
  | 'refused.photo'
  | 'refused.words';

/** Why a value is refused, in words that are told where they are shown. */
export interface Refusal {
  code: RefusalCode;
  args?: Readonly<Record<string, string | number | { list: readonly string[] }>>;
}

/** A refusal, made when it is needed, as Yup takes it for a message. */
export const refused = (code: RefusalCode, args?: Refusal['args']) => (): Refusal => ({
  code,
  ...(args && { args }),
});
