import type { BudsSeen } from './buds-seen';
import type { Reading } from '../readings/reading';

export type StemId = string;

/** What a stem rises from. Bushes have several stems from the ground; suckers come from rootstock or ground. */
export type Parent =
  | { kind: 'ground'; eastCm: number; northCm: number }
  | { kind: 'rootstock' }
  | { kind: 'stem'; stemId: StemId };

/** What the grower saw of the wood's health. */
export type Condition = 'sound' | 'dead' | 'cankered' | 'blighted' | 'broken' | 'rubbed';

/** The bud a stem ends in, as seen in winter: a fat flower bud ends its extension. */
export type EndBud = 'leaf' | 'flower';
/** What a stem carries of its crop. */
export type Crop = 'none' | 'blossom' | 'fruit';

/** What a grower fixes to a limb. */
export type Fixing = 'tie' | 'spreader' | 'weight' | 'label';
export const FIXINGS: readonly Fixing[] = ['tie', 'spreader', 'weight', 'label'];

export const CONDITIONS: readonly Condition[] = ['sound', 'dead', 'cankered', 'blighted', 'broken', 'rubbed'];

/**
 * Readings of one stem as a visit records them; anything may be missing.
 * Lengths cm, diameters mm, angles deg from upright, bearings deg clockwise from north.
 */
export interface StemReadings {
  tag?: string;
  parent?: Parent;
  /** On the trunk a height above ground; on any other stem a distance along it. */
  origin?: Reading;
  bearing?: Reading;
  /** The departure: the angle at which it leaves its parent. */
  angle?: Reading;
  /** The run's bearing and angle, when they differ from the departure. */
  runBearing?: Reading;
  set?: Reading;
  /** The angle of the outer end, when the limb arches. */
  tipAngle?: Reading;
  length?: Reading;
  /** Limbs 2 cm outside the collar; trunk 10 cm above the union. */
  diameter?: Reading;
  /** New length by the season (year) it grew, cm. */
  growthCm?: Record<string, number>;
  condition?: Condition;
  barkTrapped?: boolean;
  /** The end was cut, so the wood stops thick. */
  headed?: boolean;
  /** Thickness at the cut end of a headed stem. */
  endDiameter?: Reading;
  continues?: StemId;
  variety?: string;
  endBud?: EndBud;
  bears?: Crop;
  /** Side shoots and spurs counted on it, besides those that are stems of their own in the book. */
  sideShoots?: number;
  /** Buds whose facing was seen, and how far apart buds stand. */
  budsSeen?: BudsSeen;
  /** What is fixed to it, to be moved before it is cut. */
  holds?: readonly Fixing[];
}

/** A stem with every reading filled in, measured or estimated. */
export interface Stem {
  id: StemId;
  tag: string;
  parent: Parent;
  origin: Reading;
  bearing: Reading;
  departure: Reading;
  runBearing: Reading;
  set: Reading;
  tipAngle: Reading;
  length: Reading;
  diameter: Reading;
  growthCm: Readonly<Record<string, number>>;
  condition: Condition;
  barkTrapped: boolean;
  headed: boolean;
  endDiameter?: Reading;
  continues?: StemId;
  variety?: string;
  endBud?: EndBud;
  bears?: Crop;
  /** Side shoots and spurs counted on it, besides those that are stems of their own in the book. */
  sideShoots?: number;
  budsSeen?: BudsSeen;
  holds?: readonly Fixing[];
}

/** A tree on one date. Its foot is the origin of its frame. */
export interface Tree {
  id: string;
  kind: string;
  /** Height of the graft union above ground, cm; 0 on own roots. */
  unionCm: number;
  ownRooted: boolean;
  stems: readonly Stem[];
}

export function stemOf(tree: Tree, id: StemId): Stem | undefined {
  return tree.stems.find((stem) => stem.id === id);
}

/** The stem that carries the tree: the thickest that rises from the ground. Undefined for a tree with no stem. */
export function trunkOf(tree: Tree): Stem | undefined {
  let trunk: Stem | undefined;
  for (const stem of tree.stems) {
    if (stem.parent.kind === 'ground' && (!trunk || stem.diameter.value > trunk.diameter.value)) trunk = stem;
  }
  return trunk;
}

export function childrenOf(tree: Tree, id: StemId): Stem[] {
  return tree.stems.filter((stem) => stem.parent.kind === 'stem' && stem.parent.stemId === id);
}

/** The stem and everything it carries. */
export function withDescendants(tree: Tree, id: StemId): Set<StemId> {
  const taken = new Set([id]);
  let grew = true;
  while (grew) {
    grew = false;
    for (const stem of tree.stems) {
      if (stem.parent.kind === 'stem' && taken.has(stem.parent.stemId) && !taken.has(stem.id)) {
        taken.add(stem.id);
        grew = true;
      }
    }
  }
  return taken;
}
