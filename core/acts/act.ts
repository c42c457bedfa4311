import type { AnyObjectSchema } from 'yup';
import { id } from '../fields/fields';
import { reasonSchema } from '../words/written';
import type { Course, LaidTree } from '../tree/course';
import type { Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { Vec3 } from '../geometry/vector';
import type { Message } from '../words/message';
import type { CutPlace } from './cut-place';
import type { Phase } from './phase';
import type { TreeScene } from './scene';

/** Where an act shows on the tree, for any drawing of it. Distances along the stem cm, diameters mm. */
export type ActMark =
  | { kind: 'cut'; stemId: StemId; atCm: number; diameterMm: number; isWhole: boolean }
  /** The course a limb will have once it is bent or tied aside. */
  | { kind: 'course'; stemId: StemId; ghost: Course }
  | { kind: 'dated'; stemId: StemId; until: string }
  | { kind: 'wanted'; at: Vec3; bearingDeg: number }
  | { kind: 'limb'; stemId: StemId };

/** What an act uses up or asks for, besides cutting tools. */
export interface ActSupplies {
  ties: number;
  pegs: number;
  labels: number;
  notches: number;
}

/** Under which of a few words an act is counted on a tree's one line. */
export type ActCount = 'take-out' | 'shorten' | 'bend' | 'date' | 'make' | 'stake' | 'ties';

/** All that is known of a kind of act: one file for each. */
export interface ActWays<A> {
  /** Its shape in a file; its type is read from it. */
  schema: AnyObjectSchema;
  /** The tree as the act leaves it; a stem it does not have is passed over. */
  apply(tree: Tree, act: A): Tree;
  /** The part of a day's work it belongs to. */
  phase(scene: TreeScene, act: A): Phase;
  /** Height above ground at which it is done, cm. */
  heightCm(scene: TreeScene, act: A): number;
  /** Where and with what it cuts; undefined for an act that cuts nothing. */
  place(scene: TreeScene, act: A): CutPlace | undefined;
  /** What is done, in one line with its lengths, facings and angles. */
  words(scene: TreeScene, act: A): Message;
  /** The cautions that belong to it, the gravest first. */
  cautions(scene: TreeScene, act: A): Message[];
  /** How far is safe, what holds it and until when; missing for an act that holds nothing. */
  holds?(act: A): Message[];
  /** The same in a line for a card. */
  holdsInBrief?(act: A): Message[];
  supplies(act: A): Partial<ActSupplies>;
  /** Minutes it takes one person, tools in hand. Working values. */
  minutes(scene: TreeScene, act: A): number;
  mark(laid: LaidTree, act: A): ActMark | undefined;
  /** What it is counted under; undefined where it is not counted. */
  counted(act: A): ActCount | undefined;
}

/** The fields every act on a stem has. */
export const onStem = { stemId: id(), reason: reasonSchema() };
