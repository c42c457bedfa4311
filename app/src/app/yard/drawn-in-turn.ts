import { DestroyRef, inject, Injectable } from '@angular/core';
import { Stillness } from '../shell/stillness';

/** How far outside the window a tree is drawn already, px: about a row ahead. */
const AHEAD_PX = 260;
/** Drawings begun in one frame: a row of trees takes some frames, none of which is late. */
const A_FRAME = 1;
/** Pause between one drawing that nobody waits for and the next, ms. */
const AHEAD_MS = 40;

/** Begins drawings as they come near the window, a few in each frame. */
@Injectable()
export class DrawnInTurn {
  private readonly begin = new Map<Element, () => void>();
  private readonly due: Element[] = [];
  private frame = 0;
  private pause: ReturnType<typeof setTimeout> | undefined;
  private readonly still = inject(Stillness);
  private readonly near = new IntersectionObserver((seen) => this.note(seen), {
    rootMargin: `${AHEAD_PX}px 0px`,
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.near.disconnect();
      cancelAnimationFrame(this.frame);
      clearTimeout(this.pause);
      this.begin.clear();
    });
  }

  /** Calls `begin` once when it is this place's turn. Gives a way to take the place out again. */
  wait(place: Element, begin: () => void): () => void {
    this.begin.set(place, begin);
    this.near.observe(place);
    return () => this.forget(place);
  }

  private note(seen: readonly IntersectionObserverEntry[]): void {
    for (const { target, isIntersecting } of seen) {
      const at = this.due.indexOf(target);
      if (isIntersecting && at < 0) this.due.push(target);
      // What was scrolled past before its turn is not drawn for nobody.
      if (!isIntersecting && at >= 0) this.due.splice(at, 1);
    }
    if (this.due.length > 0 && this.frame === 0) this.frame = requestAnimationFrame(() => this.draw());
  }

  private draw(): void {
    for (const place of this.due.splice(0, A_FRAME)) {
      this.begin.get(place)?.();
      this.forget(place);
    }
    this.frame = this.due.length > 0 ? requestAnimationFrame(() => this.draw()) : 0;
    if (this.frame === 0) this.drawAhead();
  }

  /** With nothing due, the others are drawn one by one while the page is still, so that little is left to do when it is scrolled. */
  private drawAhead(): void {
    clearTimeout(this.pause);
    this.pause = setTimeout(
      () =>
        this.still.whenStill(() => {
          const [next] = this.begin.keys();
          if (next === undefined || this.frame !== 0) return;
          this.due.push(next);
          this.frame = requestAnimationFrame(() => this.draw());
        }),
      AHEAD_MS,
    );
  }

  private forget(place: Element): void {
    this.near.unobserve(place);
    this.begin.delete(place);
  }
}
