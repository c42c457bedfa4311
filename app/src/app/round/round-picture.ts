import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
  ViewEncapsulation,
} from '@angular/core';
import { bearingDifference, compassCalled, wrapBearing, type StemId } from '../../../../core';
import { BookStore } from '../book/book-store';
import { ElevationDrawing } from '../drawing/elevation-drawing';
import { RULE_UNITS } from '../drawing/height-rule';
import type { TreePicture } from '../drawing/tree-picture';
import { laidOut } from '../shell/laid-out';
import { Say } from '../words/told';
import { Words } from '../words/words';

/** Turn for each pixel dragged, and by a key or a button, deg. */
const TURN_PER_PX = 0.45;
const TURN_PER_KEY = 30;
/** A limb is seen well enough this far from square to it, deg. */
const SEEN_WITHIN_DEG = 40;

/** The tree from where one stands, with the one act on it: dragged, or by two buttons, one walks round it. */
@Component({
  selector: 'eb-round-picture',
  imports: [Say],
  template: `
    <div
      #host
      class="elevation-host"
      role="application"
      tabindex="0"
      [attr.aria-label]="'stand.elevation' | say: from()"
      (pointerdown)="grab($event)"
      (pointermove)="drag($event)"
      (pointerup)="release()"
      (pointercancel)="release()"
      (keydown.arrowLeft)="by(-1, $event)"
      (keydown.arrowRight)="by(1, $event)"
    ></div>
    <div class="walk">
      <button type="button" [attr.aria-label]="'round.walk-left' | say" (click)="by(-1)">
        <i class="bi bi-arrow-counterclockwise" aria-hidden="true"></i>
      </button>
      <span aria-hidden="true">{{ 'stand.seen-from' | say: from() }}</span>
      <button type="button" [attr.aria-label]="'round.walk-right' | say" (click)="by(1)">
        <i class="bi bi-arrow-clockwise" aria-hidden="true"></i>
      </button>
    </div>
  `,
  styleUrls: ['./round-picture.scss', '../bench/elevation.scss', '../drawing/drawing.scss'],
  encapsulation: ViewEncapsulation.None,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoundPicture {
  readonly picture = input.required<TreePicture>();
  readonly inHand = input<StemId>();
  /** The side it is best seen from, deg: where one stands to begin with. */
  readonly fromDeg = input.required<number>();
  /** Whether it is seen as well from the other side. */
  readonly eitherSide = input(true);
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);
  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');
  private readonly size = laidOut(this.host);
  private readonly drawing = signal<ElevationDrawing | undefined>(undefined);
  private grabbed: { x: number; standing: number } | undefined;

  /** Where one stands: no further round than the next thing asks. */
  readonly standingDeg = linkedSignal<{ deg: number; either: boolean }, number>({
    source: () => ({ deg: this.fromDeg(), either: this.eitherSide() }),
    computation: ({ deg, either }, before) => {
      if (!before) return deg;
      const stood = before.value;
      const turn = (to: number): number => bearingDifference(stood, to);
      const best = either && turn(deg + 180) < turn(deg) ? wrapBearing(deg + 180) : deg;
      return turn(best) <= SEEN_WITHIN_DEG ? stood : best;
    },
  });
  readonly from = computed(() => ({ way: compassCalled(this.standingDeg()) }));

  constructor() {
    afterNextRender(() => {
      const host = this.host().nativeElement;
      const none = (): void => undefined;
      this.drawing.set(new ElevationDrawing(host, none, none, this.words));
    });
    effect(() => {
      const [drawing, size] = [this.drawing(), this.size()];
      if (!drawing || !size || size.width === 0) return;
      drawing.show(this.picture(), [], size, RULE_UNITS[this.book.units()]);
      drawing.select(this.inHand());
      drawing.turn(this.standingDeg());
    });
  }

  grab({ clientX: x }: PointerEvent): void {
    this.grabbed = { x, standing: this.standingDeg() };
  }

  drag({ clientX }: PointerEvent): void {
    const { grabbed } = this;
    if (grabbed) this.standingDeg.set(wrapBearing(grabbed.standing + (clientX - grabbed.x) * TURN_PER_PX));
  }

  release(): void {
    this.grabbed = undefined;
  }

  by(way: number, event?: Event): void {
    event?.preventDefault();
    this.standingDeg.update((deg) => wrapBearing(deg + way * TURN_PER_KEY));
  }
}
