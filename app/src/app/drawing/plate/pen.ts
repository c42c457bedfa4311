import type { DrawnPoint, Projection, Vec3 } from '../../../../../core';
import type { Frame } from '../frame';

/** What a plate is drawn with: as much of a canvas as it needs. */
export type Pen = Pick<
  CanvasRenderingContext2D,
  | 'beginPath'
  | 'moveTo'
  | 'lineTo'
  | 'quadraticCurveTo'
  | 'ellipse'
  | 'closePath'
  | 'fill'
  | 'stroke'
  | 'fillStyle'
  | 'strokeStyle'
  | 'lineWidth'
  | 'lineCap'
  | 'lineJoin'
  | 'globalAlpha'
>;

/** From where a tree is looked at, and how it lies on the sheet. */
export interface View {
  project: Projection;
  frame: Frame;
  /** How far behind and before the foot the tree reaches, cm: its far side pales by that. */
  reachCm: number;
  /** Whether one is walking: what is too fine to be seen then is left out until one stands still. */
  isMoving: boolean;
}

/** A place on the sheet, px. */
export type Point = readonly [x: number, y: number];

export function drawLine(pen: Pen, width: number, [x0, y0]: Point, [x1, y1]: Point): void {
  pen.lineWidth = width;
  pen.beginPath();
  pen.moveTo(x0, y0);
  pen.lineTo(x1, y1);
  pen.stroke();
}

/** Where a point of the tree lies on the sheet, px. */
export function pointOn({ project, frame }: View, at: Vec3): [x: number, y: number] {
  const { x, y } = project(at);
  return [frame.footX + x * frame.scale, frame.footY - y * frame.scale];
}

/** How near a place is, from 0 at the far side to 1 at the near one. */
export const nearness = ({ reachCm }: View, { near }: Pick<DrawnPoint, 'near'>): number =>
  Math.max(0, Math.min(1, 0.62 + (0.5 * near) / reachCm));

/** A number from 0 to under 1 that looks like chance and is the same for the same place each time. */
export function unevenness(place: number): number {
  const x = Math.sin(place * 12.9898) * 43758.5453;
  return x - Math.floor(x);
}
