import type { Reading } from '../readings/reading';
import type { BudsSeen } from './buds-seen';
import type { Part } from './part';
import type { Condition, Crop, EndBud, Fixing, Parent, Spared, StemId, StemReadings } from './stem-readings';

/** The course of a stem from its join outward: deg from upright, and clockwise from north. */
export interface StemShape {
  /** The angle it leaves its parent at. */
  departure: Reading;
  /** Bearing and angle of its run, which bending changes. */
  runBearing: Reading;
  run: Reading;
  /** The angle of its outer end, where it arches. */
  tip: Reading;
  /** How far out it has turned to its run, cm, where work has bent it so; else close to its join. */
  turn?: Reading;
}

/** A stem with a figure for every reading: measured, guessed by the grower, or filled in. */
export interface Stem {
  id: StemId;
  /** What was read of it, as the book has it; what nobody read is missing here, and filled in below. */
  read: StemReadings;
  tag: string;
  parent: Parent;
  origin: Reading;
  bearing: Reading;
  /** How it goes on from there, measured, filled in, or as work has laid it. */
  shape: StemShape;
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
  /** Side shoots counted on it, besides those that are stems of their own in the book. */
  sideShoots?: number;
  /** Fruiting spurs counted on it. */
  spurs?: number;
  /** How far out its wood lives, cm from its join. */
  soundTo?: Reading;
  /** Bearing of its end, where that has swerved from the run. */
  endBearing?: Reading;
  mended?: boolean;
  runUp?: boolean;
  spared?: Spared;
  budsSeen?: BudsSeen;
  fixings?: readonly Fixing[];
  /** What it was grown for, where the book tells. */
  part?: Part;
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

/** Growth of the newest season that was read, cm; undefined where none was. */
export function newestCm({ growthCm, length }: Stem): number | undefined {
  const newest = Object.entries(growthCm).sort(([a], [b]) => Number(b) - Number(a))[0];
  return newest && Math.min(newest[1], length.value);
}
