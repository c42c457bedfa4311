import type { CameAs } from '../tree/came-as';
import type { FormId } from '../kinds/form-ids';
import type { Degree } from '../kinds/kind-facts';
import type { Act } from '../acts/acts';
import type { RuleKey, RuleOverrides } from '../rules/defaults';
import type { BudReadings } from '../buds/whip-buds';
import type { Answers } from '../schools/questions';
import type { SchoolId } from '../schools/schools';
import type { ClearanceSector, Site } from '../sites/site';
import type { StemId, StemReadings } from '../tree/stem';

/** What a tree is, apart from anything that changes. */
export interface TreeRecord {
  id: string;
  name: string;
  kind: string;
  variety: string;
  rootstock?: string;
  /** Height of the graft union, cm; 0 on own roots. */
  unionCm: number;
  ownRooted: boolean;
  /** ISO date. */
  planted: string;
  /** Where it stands in the yard, cm east and north of the site's corner. */
  place: { eastCm: number; northCm: number };
  form: FormId;
  /** How strongly its rootstock drives it, where that is known. */
  stockVigour?: Degree;
  /** How it came, where that is known: lifted bare-rooted it lost roots, grown in a pot it lost none. */
  cameAs?: CameAs;
  /** Room across that it may fill, cm. */
  roomCm?: number;
  /** What lies beside this tree and asks for clearance, besides its site's own. */
  clearance?: readonly ClearanceSector[];
}

/** What may be learned of a tree's stock, roots and room after it was planted. */
export type TreeDescription = Partial<Pick<TreeRecord, 'stockVigour' | 'cameAs' | 'roomCm'>>;

/** An act as it was on the day it was carried out; its reason, number and limit are frozen with it. */
export type DoneAct = Act;

/** What a grower says against, or for, the program's verdict on a stem. `wait` leaves one that goes for a year. */
export type Ruling = 'keep' | 'leader' | 'out' | 'wait' | 'undecided';

export const RULINGS: readonly Ruling[] = ['keep', 'leader', 'out', 'wait', 'undecided'];

/** What happened, by kind. */
export type EventBody =
  | { kind: 'tree-added'; treeId: string; siteId: string; tree: TreeRecord }
  | { kind: 'visit'; treeId: string; stems: Record<StemId, StemReadings> }
  | { kind: 'stem-entered-wrong'; treeId: string; stemId: StemId }
  | { kind: 'acts-done'; treeId: string; acts: readonly DoneAct[] }
  | { kind: 'plan-accepted'; treeId: string; acts: readonly Act[] }
  | { kind: 'overruled'; treeId: string; stemId: StemId; ruling: Ruling }
  /** A limb's length after its cut, cm, by the grower's own word; without one the program decides again. */
  | { kind: 'cut-set'; treeId: string; stemId: StemId; toLengthCm?: number }
  | { kind: 'form-chosen'; treeId: string; form: FormId }
  | { kind: 'rules-set'; treeId: string; rules: RuleOverrides; reset?: readonly RuleKey[] }
  | { kind: 'school-chosen'; treeId: string; school: SchoolId }
  | { kind: 'school-edited'; school: SchoolId; answers: Partial<Answers> }
  | { kind: 'buds-read'; treeId: string; buds: BudReadings }
  | { kind: 'leader-failed'; treeId: string }
  | { kind: 'tree-described'; treeId: string; change: TreeDescription }
  | { kind: 'site-changed'; siteId: string; change: Partial<Omit<Site, 'id'>> }
  | { kind: 'lost'; treeId: string; stemId: StemId; how: 'broke' | 'found-dead' | 'browsed' }
  | { kind: 'note'; treeId: string; text: string }
  | { kind: 'amend'; target: string; body: PlainBody }
  | { kind: 'withdraw'; target: string };

/** A body that stands for itself, not for a change to another event. */
export type PlainBody = Exclude<EventBody, { kind: 'amend' | 'withdraw' }>;

/** Who wrote an event, when, and under which figures. Sequence rises by one for each device. */
export interface Envelope {
  id: string;
  device: string;
  sequence: number;
  /** ISO date on which it happened in the yard. */
  happenedOn: string;
  /** ISO instant at which it was written down. */
  recordedAt: string;
  ruleSet: string;
}

export type BookEvent = Envelope & EventBody;
export type PlainEvent = Envelope & PlainBody;

/** The header of a yard: what it had when its book was opened. */
export interface Yard {
  id: string;
  name: string;
  sites: readonly (Site & { trees: readonly TreeRecord[] })[];
}

/** A yard's whole truth. */
export interface Book {
  yard: Yard;
  events: readonly BookEvent[];
}
