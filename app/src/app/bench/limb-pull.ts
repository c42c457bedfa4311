import { computed, inject, Injectable, signal } from '@angular/core';
import { cm, deg, type StemId } from '../../../../core';
import type { ElevationDrawing } from '../drawing/elevation-drawing';
import { Words } from '../words/words';
import { BenchStore } from './bench-store';
import { pulledLimb, type PulledLimb } from './pulled-limb';

type Point = [x: number, y: number];
/** What a pull needs of the drawing it is made on. */
type Drawing = Pick<ElevationDrawing, 'nearestTo' | 'foot' | 'scale'>;

/** A limb while it is pulled: the stem it grows from, or the ground, and where, cm along it; and the line on the drawing, px. */
interface Pull {
  carrier: StemId | undefined;
  alongCm: number;
  from: Point;
  to: Point;
  scale: number;
}

/** A pull begins at a stem within this, px, the first stem's within this of where the tree stands; and is a limb from this length, cm. */
const NEAR_PX = 26;
const FOOT_PX = 70;
const LEAST_CM = 4;

/** A limb pulled on the drawing of the tree on the bench, from where it grows to its tip. */
@Injectable()
export class LimbPull {
  private readonly bench = inject(BenchStore);
  private readonly told = inject(Words);
  private readonly pull = signal<Pull | undefined>(undefined);
  /** Whether the last pull began beside every stem. */
  private readonly missed = signal(false);
  /** Whether nothing of the tree stands yet: then its stem is drawn first, from the ground. */
  private readonly isFirst = computed(() => this.bench.drafted()?.tree.stems.length === 0);

  readonly how = computed(() => {
    if (this.isFirst()) return 'elevation.pull-first';
    return this.missed() ? 'elevation.pull-missed' : 'elevation.pull-how';
  });

  /** The limb being pulled, with its readings so far. */
  readonly pulled = computed(() => {
    const pull = this.pull();
    if (!pull) return undefined;
    const { angleDeg, lengthCm } = this.readingsOf(pull);
    return {
      ...pull,
      words: this.told.say('elevation.pulled', { length: cm(lengthCm), angle: deg(angleDeg) }),
    };
  });

  /** Begins a pull at a place of the drawing, px; false where nothing grows there. */
  begin(at: Point, drawing: Drawing): boolean {
    const join = this.isFirst() ? onGround(at, drawing) : this.joinAt(at, drawing);
    this.missed.set(join === undefined);
    if (!join) return false;
    const { stemId, alongCm, at: from } = join;
    this.pull.set({ carrier: stemId, alongCm, from, to: at, scale: drawing.scale });
    return true;
  }

  /** Pulls on to a place; false where nothing is being pulled. */
  to(at: Point): boolean {
    this.pull.update((pull) => pull && { ...pull, to: at });
    return this.pull() !== undefined;
  }

  /** Enters what was pulled as the readings of a row; a pull too short to be a limb is let go. False where nothing was pulled. */
  end(): boolean {
    const pull = this.pull();
    if (!pull) return false;
    this.letGo();
    const limb = this.readingsOf(pull);
    if (limb.lengthCm < LEAST_CM) return true;
    if (pull.carrier === undefined) this.bench.drawnFirst(limb);
    else this.bench.drawn(pull.carrier, pull.alongCm, limb);
    return true;
  }

  letGo(): void {
    this.pull.set(undefined);
  }

  private joinAt(at: Point, drawing: Drawing): Join | undefined {
    return drawing.nearestTo(at, this.bench.standingDeg(), NEAR_PX);
  }

  private readingsOf({ from, to, scale }: Pull): PulledLimb {
    return pulledLimb(from, to, this.bench.standingDeg(), scale);
  }
}

/** Where a pull begins. */
interface Join {
  stemId: StemId | undefined;
  alongCm: number;
  at: Point;
}

function onGround([x, y]: Point, { foot }: Drawing): Join | undefined {
  const isNear = Math.hypot(x - foot[0], y - foot[1]) < FOOT_PX;
  return isNear ? { stemId: undefined, alongCm: 0, at: foot } : undefined;
}
