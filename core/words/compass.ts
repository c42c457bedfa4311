import { told, type Message } from './message';

const POINTS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'] as const;
export type CompassPoint = (typeof POINTS)[number];

/** The nearest of the eight points of the compass to a bearing, deg. */
export const compassPoint = (bearingDeg: number): CompassPoint =>
  POINTS[Math.round((((bearingDeg % 360) + 360) % 360) / 45) % 8] as CompassPoint;

/** The nearest of eight points, as it is called. */
export const compassCalled = (bearingDeg: number): Message => told(`compass.${compassPoint(bearingDeg)}`);
