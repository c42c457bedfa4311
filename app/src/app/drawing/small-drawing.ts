import { layOut, woodSeason, type TreeState } from '../../../../core';
import { extentOf } from './frame';

/** The season a tree's wood is drawn by on a day, ISO; 0 for no tree. */
export const drawnSeason = (state: TreeState | undefined, today: string): number =>
  state ? woodSeason(state.site, today) : 0;

/** Room a small drawing of a tree needs, cm: its height and its half width, with a little over. */
export function smallExtent(state: TreeState | undefined): { fullCm: number; halfWidthCm: number } {
  const { heightCm, radiusCm } = state ? extentOf(layOut(state.tree)) : { heightCm: 150, radiusCm: 60 };
  return { fullCm: heightCm + 8, halfWidthCm: radiusCm + 6 };
}
