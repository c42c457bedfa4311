import { computed, inject, Injectable, signal } from '@angular/core';
import { deg, told, type Message, type StemId } from '../../../../core';
import { BenchStore } from './bench-store';

type Point = readonly [x: number, y: number];

/** Beyond what is safe the limb gives way by this share of the drag: it is felt to resist. */
const GIVES = 0.35;
const LEAST_DEG = 0;
const MOST_DEG = 130;
const BY_KEY_DEG = 2;
/** A finger that has not moved for so long has stopped, ms. */
const STOPS_MS = 120;

/** A limb drawn by its end on the drawing of the tree to where it should lie. */
@Injectable()
export class BendDrag {
  private readonly bench = inject(BenchStore);
  private readonly isHeld = signal(false);
  private stops: ReturnType<typeof setTimeout> | undefined;

  readonly words = computed<Message | undefined>(() => {
    const bending = this.bench.bending();
    if (!bending) return undefined;
    const { runDeg, toDeg, nowDeg } = bending;
    if (toDeg === runDeg) return told('bend-try.drag');
    const args = { to: deg(toDeg), now: deg(nowDeg) };
    return told(
      (toDeg - nowDeg) * Math.sign(toDeg - runDeg) > 0 ? 'bend-try.on-tree.over' : 'bend-try.on-tree',
      args,
    );
  });

  grab(event: PointerEvent): void {
    event.preventDefault();
    this.isHeld.set(true);
    (event.target as HTMLElement).setPointerCapture(event.pointerId);
  }

  /** Draws on to a place, px: the line from its join to its end comes to point there. */
  to([x, y]: Point, { base, tip }: { base: Point; tip: Point }): void {
    const bending = this.bench.bending();
    if (!bending || !this.isHeld()) return;
    const by = fromUpright([x - base[0], y - base[1]]) - fromUpright([tip[0] - base[0], tip[1] - base[1]]);
    const { stemId, runDeg, toDeg, nowDeg } = bending;
    const wish = toDeg + by;
    const isOver = (wish - nowDeg) * Math.sign(nowDeg - runDeg) > 0;
    this.moves();
    this.bendTo(stemId, isOver ? nowDeg + GIVES * (wish - nowDeg) : wish);
  }

  letGo(event: PointerEvent): void {
    this.isHeld.set(false);
    this.stop();
    (event.target as HTMLElement).releasePointerCapture(event.pointerId);
  }

  byKey(event: KeyboardEvent): void {
    const by = {
      ArrowDown: BY_KEY_DEG,
      ArrowUp: -BY_KEY_DEG,
      ArrowRight: BY_KEY_DEG,
      ArrowLeft: -BY_KEY_DEG,
    }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    const bending = this.bench.bending();
    if (bending) this.bendTo(bending.stemId, bending.toDeg + by);
  }

  private moves(): void {
    clearTimeout(this.stops);
    this.stops = setTimeout(() => this.stop(), STOPS_MS);
    this.bench.setMoving(true);
  }

  private stop(): void {
    clearTimeout(this.stops);
    this.bench.setMoving(false);
  }

  private bendTo(stemId: StemId, toDeg: number): void {
    this.bench.bendTo(stemId, Math.round(Math.max(LEAST_DEG, Math.min(MOST_DEG, toDeg))));
  }
}

/** Angle of a line on the sheet from upright, deg, to the right. */
const fromUpright = ([dx, dy]: Point): number => (Math.atan2(dx, -dy) * 180) / Math.PI;
