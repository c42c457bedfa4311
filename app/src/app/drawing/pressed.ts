import type { StemId } from '../../../../core';

/** A finger that moved further than this between down and up walked round the tree, px. */
const STILL_PX = 4;

/**
 * Tells which stem was pressed: the finger went down on it and came up on it. Unlike a click this holds when the
 * drawing was made anew in between, as when a verdict arrives.
 */
export function whenPressed(svg: SVGSVGElement, onPressed: (id: StemId) => void): void {
  let down: { id: StemId; x: number; y: number } | undefined;
  svg.addEventListener('pointerdown', (event) => {
    const id = stemAt(event.target);
    down = id === undefined ? undefined : { id, x: event.clientX, y: event.clientY };
  });
  svg.addEventListener('pointerup', (event) => {
    const pressed = down;
    down = undefined;
    if (!pressed || stemAt(event.target) !== pressed.id) return;
    if (Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) > STILL_PX) return;
    onPressed(pressed.id);
  });
}

function stemAt(target: EventTarget | null): StemId | undefined {
  const held = target instanceof Element ? target.closest<SVGElement>('[data-tag], [data-stem]') : null;
  return held?.dataset['tag'] ?? held?.dataset['stem'];
}
