import type { MessageCode } from '../words/message';
import { BREACH } from './pair-tables';
import { hundredths } from './curve';

/** What a grower weighs: each has its sentence in the catalogue. */
export type ConsiderationId = MessageCode extends infer Code
  ? Code extends `weighed.${infer Id}`
    ? Id
    : never
  : never;

/** One thing that speaks against a limb in a place, against leaving it, or against taking it out. */
export interface Consideration {
  what: ConsiderationId;
  /** Points: a hundred is what a whole good limb is worth. */
  points: number;
  /** Something that may not be, whatever it would save. */
  must?: true;
  /** What was measured, in the unit of its kind, where a sentence needs it. */
  measured?: number;
}

/** What considerations come to, in the solver's whole numbers. */
export const summed = (of: readonly Consideration[]): { breaches: number; cost: number } => ({
  breaches: of.filter(({ must }) => must).length,
  cost: of.reduce((sum, { points }) => sum + hundredths(points), 0),
});

export const summedValue = (of: readonly Consideration[]): number => {
  const { breaches, cost } = summed(of);
  return breaches * BREACH + cost;
};

/** Those that come to something. */
export const felt = (of: readonly Consideration[]): Consideration[] =>
  of.filter(({ points, must }) => must === true || hundredths(points) > 0);
