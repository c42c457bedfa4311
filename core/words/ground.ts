import type { RuleKey } from '../rules/defaults';

/** Lines of a site that sentences rest on. */
export type SiteLine = 'reach' | 'clearance' | 'wall' | 'light' | 'hot';

/** Readings of a stem, and what was seen of it, that sentences rest on. */
export type ReadLine =
  | 'origin'
  | 'bearing'
  | 'angle'
  | 'run'
  | 'length'
  | 'diameter'
  | 'condition'
  | 'crop'
  | 'end-bud'
  | 'fixing';

/** Lines of a tree that sentences rest on. */
export type TreeLine = 'union' | 'stock' | 'room' | 'roots' | 'leaders';

/** What a sentence rests on, so that it can be looked up: each kind is told in one place of the program. */
export type Ground =
  /** A rule of the almanac. */
  | { on: 'finding'; rule: string }
  /** A figure the judgement measures against. */
  | { on: 'figure'; key: RuleKey }
  | { on: 'site'; line: SiteLine }
  | { on: 'tree'; line: TreeLine }
  | { on: 'reading'; stemId: string; line: ReadLine }
  /** What is known of the kind of fruit. */
  | { on: 'kind'; fact: string }
  /** A question that growers answer differently, by its id. */
  | { on: 'school'; question: string }
  /** What the grower decided. */
  | { on: 'own-word' };

export const onFinding = (rule: string): Ground => ({ on: 'finding', rule });
export const onFigure = (key: RuleKey): Ground => ({ on: 'figure', key });
export const onSite = (line: SiteLine): Ground => ({ on: 'site', line });
export const onTree = (line: TreeLine): Ground => ({ on: 'tree', line });
export const onReading = (stemId: string, line: ReadLine): Ground => ({ on: 'reading', stemId, line });
export const onKind = (fact: string): Ground => ({ on: 'kind', fact });
export const onSchool = (question: string): Ground => ({ on: 'school', question });
export const OWN_WORD: Ground = { on: 'own-word' };
