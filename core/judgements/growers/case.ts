import type { Condition } from '../../tree/stem-readings';

/** One limb of a case. Lengths cm, diameters mm, angles deg from upright, bearings deg clockwise from north. */
export interface CaseLimb {
  tag: string;
  /** Height on the trunk, or distance along the limb it is `on`. */
  originCm: number;
  bearingDeg: number;
  /** Departure, from upright. */
  crotchDeg: number;
  lengthCm: number;
  diameterMm: number;
  /** Angle of its run, where that differs. */
  set?: number;
  /** Growth of last season, cm, and age of its wood, years. */
  last?: number;
  age?: number;
  cond?: Condition;
  deadFromCm?: number;
  endBearingDeg?: number;
  /** The limb it rises from, or `ground`; the trunk where not said. */
  on?: string;
  kind?: 'sucker' | 'water-sprout' | 'leader-candidate' | 'spur' | 'peg';
  bud?: 'flower' | 'leaf';
  spurs?: number;
  flowers?: boolean;
  fruit?: boolean | number;
  cutEnd?: boolean;
  barkTrapped?: boolean;
  holds?: 'label' | 'tie' | 'spreader' | 'weight';
  tieAtCm?: number;
  temporary?: boolean;
  mended?: boolean;
  graft?: boolean;
  notched?: boolean;
}

/** What is expected of the decision on a tree; a limb that is not named may be treated either way. */
export interface Expectation {
  keep?: string[];
  out?: string[];
  temporaryOrOut?: string[];
  keepOrTemporary?: string[];
  exactlyOneOf?: string[];
  notKeptAsIs?: string[];
  left?: string[];
  bend?: string[];
  swing?: string[];
  shorten?: string[];
  notShorten?: string[];
  leader?: string;
  leaderCut?: boolean;
  leaderCutCm?: [number, number];
  headShare?: { tags: string[]; min: number; max: number };
  headHarder?: [string, string][];
  cutTo?: [string, string][];
  setTo?: Record<string, [number, number]>;
  wounds?: { atTop?: number; total?: number };
  budSites?: [number, number];
  clusters?: boolean | number;
  notch?: boolean;
  siteMin?: number;
  budFacing?: number;
  budFacingNot?: number;
  wanted?: { bearingDeg: number; tolDeg: number };
  endAfterSeasons?: number;
  order?: [string, string][];
  /** A pattern that some caution or reason is to match. */
  caution?: string;
  cropOff?: string[];
  suggestForm?: string;
  notForm?: string;
}

/** What becomes of a stem, in the coarsest words. */
export type Fate = 'keep' | 'temporary' | 'out';

/** What becomes of every stem of a tree, and which leads; `open` where growers differ. */
export interface Fates {
  leader: string | null;
  stems: Record<string, Fate | 'open'>;
}

/** A tree as it is met, with the decision of experienced growers. */
export interface TreeCase {
  id: string;
  about: string;
  kind: string;
  form: string;
  ageYears: number;
  trunk: {
    heightCm: number;
    diameterMm: number;
    unionCm: number;
    leanDeg?: number;
    leanBearingDeg?: number;
    lastCm?: number;
    headed?: boolean;
    bud?: 'flower' | 'leaf';
  };
  limbs: CaseLimb[];
  atPlanting?: boolean;
  bareRooted?: boolean;
  whip?: boolean;
  failedLeaders?: number;
  planeBearingDeg?: number;
  wiresCm?: number[];
  roomCm?: number;
  light?: 'full' | 'part';
  animals?: 'deer' | 'rabbits' | 'cattle';
  clearance?: { fromDeg: number; toDeg: number; heightCm: number; why?: string }[];
  reachCm?: number;
  stock?: 'weak' | 'middling' | 'strong';
  date?: string;
  site?: { latitudeDeg?: number; wetWinters?: boolean };
  snowCm?: number;
  school?: string;
  expect?: Expectation;
  expectAny?: Expectation[];
  fates?: Fates;
}

/** A small calculation with its answer. */
export interface Calculation {
  id: string;
  about: string;
  calc: string;
  [given: string]: unknown;
}

export const isCalculation = (one: TreeCase | Calculation): one is Calculation => 'calc' in one;
