import type { ChosenSet, DraftField, Felt, PlannedAct, StemId } from '../../../../core';

/** The tree shown as it is, or as the planned work leaves it. */
export type Moment = 'stands' | 'after';

/** What one is about at the bench: reading the tree, deciding, looking from above (beside the others where there is room), its work, or its shoots in leaf. */
export const ROOMS = ['read', 'decide', 'above', 'work', 'shoots'] as const;
export type Room = (typeof ROOMS)[number];

/** Where one stands at the bench, and with what. */
export interface BenchState {
  /** Bearing from the tree to the one who looks, deg. */
  standingDeg: number;
  inHand: StemId | undefined;
  moment: Moment;
  /** A day on which the tree is looked at, as it stood then or as planned work leaves it; none is today. */
  seenOn: string | undefined;
  /** Planned acts that are done by a day to come on which it is looked at. */
  doneBy: readonly PlannedAct[] | undefined;
  /** The day that what is read or done now is written down for; none is today. */
  day: string | undefined;
  /** A set of limbs tried on, to see the tree with it; none is the one chosen. */
  tried: ChosenSet | undefined;
  /** What one last went to: what stands beside the tree anyway is no room of its own where the page is wide. */
  wentTo: Room;
  /** Whether a press on the drawing pulls a new limb. */
  pulling: boolean;
  /** A bend that is tried on a limb, to an angle, deg from upright, and what its wood then says. */
  bending: ({ stemId: StemId; toDeg: number } & Felt) | undefined;
  /** Whether a finger is drawing a limb on the tree: what stands beside the tree follows when it stops. */
  moving: boolean;
  /** Depth of snow that heights are read over, cm; undefined for none. */
  snowCm: number | undefined;
  /** The cell of the readings that is being filled, which pointing on the drawings may fill. */
  filling: { row: StemId; field: DraftField } | undefined;
}

export const INITIAL: BenchState = {
  standingDeg: 180,
  inHand: undefined,
  moment: 'stands',
  seenOn: undefined,
  doneBy: undefined,
  day: undefined,
  tried: undefined,
  wentTo: 'decide',
  pulling: false,
  bending: undefined,
  moving: false,
  snowCm: undefined,
  filling: undefined,
};
