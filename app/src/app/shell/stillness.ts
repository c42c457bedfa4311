import { Injectable } from '@angular/core';

/** So long after the last movement a page counts as still, ms. */
const STILL_MS = 150;

/**
 * Knows whether somebody is scrolling, dragging or pushing a slider: what is not urgent waits until they are done, so that
 * no frame is late.
 */
@Injectable({ providedIn: 'root' })
export class Stillness {
  private movedAt = -Infinity;
  private moving = false;
  private readonly waiting: (() => void)[] = [];
  private readonly watchers: ((moving: boolean) => void)[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    const moved = (): void => {
      this.movedAt = performance.now();
      this.timer ??= setTimeout(() => this.look(), STILL_MS);
      this.tell(true);
    };
    const dragged = ({ buttons }: PointerEvent): void => {
      if (buttons !== 0) moved();
    };
    addEventListener('scroll', moved, { capture: true, passive: true });
    addEventListener('pointermove', dragged, { capture: true, passive: true });
    addEventListener('input', ({ target }) => isSlider(target) && moved(), { capture: true, passive: true });
  }

  /** Tells when the page begins to move, and when it is still again. */
  watch(watcher: (moving: boolean) => void): void {
    this.watchers.push(watcher);
  }

  /** Runs at once on a still page, else as soon as it is still. */
  whenStill(run: () => void): void {
    const leftMs = this.movedAt + STILL_MS - performance.now();
    if (leftMs <= 0 && this.waiting.length === 0) return run();
    this.waiting.push(run);
    this.timer ??= setTimeout(() => this.look(), Math.max(leftMs, 0));
  }

  private look(): void {
    const leftMs = this.movedAt + STILL_MS - performance.now();
    this.timer = leftMs > 0 ? setTimeout(() => this.look(), leftMs) : undefined;
    if (leftMs > 0) return;
    this.tell(false);
    for (const run of this.waiting.splice(0)) run();
  }

  private tell(moving: boolean): void {
    if (moving === this.moving) return;
    this.moving = moving;
    for (const watcher of this.watchers) watcher(moving);
  }
}

const isSlider = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement && target.type === 'range';
