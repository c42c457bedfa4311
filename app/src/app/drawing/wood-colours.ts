import { interpolateRgb } from 'd3';

const PAPER = '#e6e9e0';
const BY_AGE = ['#4f7426', '#7d3420', '#4c3d31', '#3e423c'] as const;

/** Colour of wood of an age, paler the further behind it is. `near` runs from 0 (far side) to 1 (near side). */
export function woodColour(ageSeasons: number, near: number): string {
  const full = BY_AGE[Math.min(BY_AGE.length - 1, Math.max(0, Math.round(ageSeasons)))] as string;
  return interpolateRgb(PAPER, full)(0.42 + 0.58 * Math.max(0, Math.min(1, near)));
}
