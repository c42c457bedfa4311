import { select, zoom, zoomIdentity, type D3ZoomEvent } from 'd3';
import type { Closeness } from './elevation-drawing';

/** How many times nearer one may go. */
const NEAREST = 14;
/** A turn of the wheel, a pinch, or a key; two fingers or Shift and the mouse move what is seen. One finger is for walking. */
function isForNearness(event: Event): boolean {
  if (event.type === 'wheel') return true;
  if (event.type.startsWith('touch')) return (event as TouchEvent).touches.length > 1;
  return event.type === 'mousedown' && movesSheet(event as MouseEvent);
}

/** Whether a press takes hold of the sheet itself, instead of walking round the tree. */
export const movesSheet = ({ shiftKey, button }: Pick<MouseEvent, 'shiftKey' | 'button'>): boolean =>
  shiftKey || button === 1;

/** Going nearer to what is drawn in a place, by fingers, wheel and keys. */
export interface GoNear {
  /** The size of the sheet, px: what is seen keeps to it. */
  resize(width: number, height: number): void;
  by(factor: number): void;
  move(dxPx: number, dyPx: number): void;
  back(): void;
}

export function goNear(host: HTMLElement, onChange: (closeness: Closeness) => void): GoNear {
  let k = 1;
  const nearer = zoom<HTMLElement, unknown>()
    .filter(isForNearness)
    .scaleExtent([1, NEAREST])
    .on('zoom', ({ transform }: D3ZoomEvent<HTMLElement, unknown>) => {
      k = transform.k;
      onChange({ k, x: transform.x, y: transform.y });
    });
  const sheet = select<HTMLElement, unknown>(host).call(nearer);
  return {
    resize(width, height) {
      const box: [[number, number], [number, number]] = [
        [0, 0],
        [width, height],
      ];
      nearer.extent(box).translateExtent(box);
      nearer.translateBy(sheet, 0, 0);
    },
    by: (factor) => nearer.scaleBy(sheet, factor),
    move: (dxPx, dyPx) => nearer.translateBy(sheet, dxPx / k, dyPx / k),
    back: () => nearer.transform(sheet, zoomIdentity),
  };
}
