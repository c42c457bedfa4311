import type { KindId } from '../kinds/kind-facts';

/** Stages that heat brings on, in the order they come on most kinds; on stone fruit the blossom opens before the leaf. */
export const HEAT_STAGES = ['swell', 'break', 'pink', 'bloom', 'petal-fall', 'fruit-set'] as const;
export type HeatStage = (typeof HEAT_STAGES)[number];

/** What a tree comes to in the course of a season. */
export const STAGES = [...HEAT_STAGES, 'shoots-stop', 'leaf-fall'] as const;
export type Stage = (typeof STAGES)[number];

/** Whether a stage comes in spring, with the heat; else at the end of growth. */
export const isOfSpring = (stage: Stage): boolean => HEAT_STAGES.some((one) => one === stage);

/** A stage that a grower saw, on a tree of a kind and variety, in a season. */
export interface SeenStage {
  kind: KindId;
  variety?: string;
  season: number;
  stage: Stage;
  /** ISO date. */
  on: string;
}
