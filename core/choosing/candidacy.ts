import type { Finding, Scene } from '../findings/finding';
import type { StemId } from '../tree/stem-readings';
import type { Stem } from '../tree/stem';
import type { Message, MessageCode } from '../words/message';
import type { Consideration } from './consideration';
import type { Correction } from './correction';
import type { Curve } from './curve';
import type { Circle } from './problem';
import type { Standings } from './standings';

/** What a stem is to be, once chosen. */
export type ChosenRole = 'leader' | 'scaffold';

/** What a grower calls a limb in its place. */
export type LimbWord = MessageCode extends infer Code
  ? Code extends `limb.${infer Word}`
    ? Word
    : never
  : never;

/** A place a form offers: a ring of limbs, an arm, or the leader's. */
export interface Place {
  role: ChosenRole;
  /** What a grower calls a limb in this place. */
  word: LimbWord;
  /** `name` tells places of one form apart; `called` is how a grower is told of it. */
  circle: Omit<Circle, 'spreads'> & { called: Message };
  spreads: readonly { name: string; of: 'ratio' | 'range'; grades: Curve }[];
  /** Whether its limbs only carry others: then it is neither filled nor empty, and has no gaps. */
  onlyCarries?: boolean;
  /** Height at which an empty place would be filled, cm, and on which bearing if the form says so. */
  heightCm: number;
  bearingDeg?: number;
  /** Bearing of a position in a place whose positions are not bearings. */
  bearingOf?(positionDeg: number): number;
}

/** One stem that could take one place, as it stands or corrected. */
export interface Candidacy {
  /** The stem as its correction would lay it; its readings are the tree's own when there is none. */
  stem: Stem;
  place: number;
  /** What it costs there. */
  against: readonly Consideration[];
  /** Values for the place's spreads, in their order. */
  spread: readonly number[];
  /** Where it stands in its ring, deg: its run's bearing when not said. */
  atDeg?: number;
  correction?: Correction;
}

/** A stem outside of every place: what speaks against leaving it, and against taking it out. */
export interface Idle {
  stem: Stem;
  leave: readonly Consideration[];
  out: readonly Consideration[];
  /** Angle it is spread to where it is left, deg from upright; undefined where it is left as it stands. */
  spreadTo?: number;
}

/** What a form makes of a tree: its places, who could take each, what becomes of those that take none, and who gets in whose way. */
export interface FormProblem {
  places: readonly Place[];
  candidacies: readonly Candidacy[];
  idle: ReadonlyMap<StemId, Idle>;
  /** What two candidacies of different stems cost each other. */
  pairCost(a: Candidacy, b: Candidacy): readonly Consideration[];
  /** What a stem costs that is left beside a candidacy, and beside another that is left. */
  besideCost(a: Candidacy, left: Stem): readonly Consideration[];
  amidstCost(a: Stem, b: Stem): readonly Consideration[];
}

/** What a form is given to build its problem from. */
export interface FormScene extends Scene {
  findings: readonly Finding[];
  /** Stems long enough to take a place. */
  limbs: readonly Stem[];
  /** These, and shorter ones that rise where they do. */
  shoots: readonly Stem[];
  /** What follows from what its stems were grown for; missing where nothing of that is known. */
  standings?: Standings;
}

/** Where a candidacy stands in its ring, deg. */
export const atDeg = ({ stem, atDeg: at }: Candidacy): number => at ?? stem.shape.runBearing.value;
