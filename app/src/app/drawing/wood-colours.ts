import { interpolateRgb } from 'd3';
import { TOKENS } from './tokens';

/** Steps of paleness; finer ones cannot be told apart, and a colour once mixed is kept. */
const SHADES = 24;
const mixed = new Map<number, string>();

/** Colour of wood of an age, paler the further behind it is. `near` runs from 0 (far side) to 1 (near side). */
export function woodColour(ageSeasons: number, near: number): string {
  const age = Math.min(TOKENS.wood.length - 1, Math.max(0, Math.round(ageSeasons)));
  const shade = Math.round(Math.max(0, Math.min(1, near)) * SHADES);
  const key = age * (SHADES + 1) + shade;
  const known = mixed.get(key);
  if (known !== undefined) return known;
  const colour = interpolateRgb(TOKENS.paper, TOKENS.wood[age] as string)(0.42 + (0.58 * shade) / SHADES);
  mixed.set(key, colour);
  return colour;
}
