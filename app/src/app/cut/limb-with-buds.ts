import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  output,
  viewChild,
} from '@angular/core';
import { diameterAt, taperOf, woodByAge, type BudChoice, type LimbBud, type Stem } from '../../../../core';
import { woodColour } from '../drawing/wood-colours';
import { laidOut } from '../shell/laid-out';
import { Say } from '../words/told';

/** Shortest a limb is cut to here, cm. */
const LEAST_CM = 5;

/** Width of the picture before it is laid out, px; then that of its place, so that words keep their size. */
const WIDTH = 1000;
const LEFT = 84;
const RIGHT = 20;
const AXIS_Y = 44;
const SPIRAL_TOP = 88;
const ROW = 27;
/** Thickness is drawn this many times larger than length, so that it can be seen. */
const STOUT = 3;
/** A facing less sure than this is drawn as not known, deg. */
const KNOWN_DEG = 90;

const ROWS = ['facing.up', 'facing.out-right', 'facing.under', 'facing.out-left', 'facing.up'] as const;

/** A limb laid straight with its buds to scale, its spiral unrolled under it, and a cut that is dragged along both. */
@Component({
  imports: [Say],
  selector: 'eb-limb-with-buds',
  template: `
    <svg
      #svg
      class="limb-strip"
      [attr.viewBox]="'0 0 ' + width() + ' ' + height"
      role="img"
      [attr.aria-label]="'cut.limb-strip' | say: { limb: stem().tag, long: { cm: stem().length.value } }"
      (pointerdown)="grab($event)"
      (pointermove)="drag($event)"
      (pointerup)="held = false"
      (pointercancel)="held = false"
    >
      @for (piece of wood(); track piece.d) {
        <path [attr.d]="piece.d" [attr.fill]="piece.fill" />
      }
      @for (limb of standing(); track $index) {
        <path class="rises" [attr.d]="limb.d" />
        <text class="rises" [attr.x]="limb.x" y="17">{{ limb.tag }}</text>
      }
      @for (bud of drawn(); track bud.x) {
        <path class="bud" [class.unknown]="!bud.isKnown" [class.far]="bud.isFar" [attr.d]="bud.d" />
      }
      @for (row of bands(); track row.y) {
        <rect
          class="band"
          [attr.data-fit]="row.fit"
          [attr.x]="left"
          [attr.y]="row.y"
          [attr.width]="room()"
          [attr.height]="row.height"
        />
      }
      @for (row of rows; track row.y) {
        <line class="grid" [attr.x1]="left" [attr.x2]="width() - right" [attr.y1]="row.y" [attr.y2]="row.y" />
        <text class="row-word" [attr.x]="left - 8" [attr.y]="row.y" dy="0.34em">{{ row.word | say }}</text>
      }
      @for (bud of drawn(); track bud.x) {
        @if (bud.isKnown) {
          <line class="sure" [attr.x1]="bud.x" [attr.x2]="bud.x" [attr.y1]="bud.lowY" [attr.y2]="bud.highY" />
          <circle
            class="spiral-bud"
            [class.seen]="bud.isSeen"
            [attr.cx]="bud.x"
            [attr.cy]="bud.y"
            [attr.r]="bud.isSeen ? 6 : 4"
          />
        }
      }
      @for (tick of ticks(); track tick.x) {
        <text class="tick" [attr.x]="tick.x" [attr.y]="height - 4">{{ tick.cm }}</text>
      }
      @if (plannedX(); as x) {
        <line class="planned" [attr.x1]="x" [attr.x2]="x" y1="18" [attr.y2]="height - 18" />
      }
      <g class="cut-line" [attr.transform]="'translate(' + cutX() + ',0)'">
        <line y1="10" [attr.y2]="height - 18" />
        <path d="M-9 0H9L0 12Z" />
      </g>
    </svg>
    <label class="cut-slider">
      <span class="visually-hidden">{{ 'limb-with-buds.length-the-limb-is' | say }}</span>
      <input
        #range
        type="range"
        min="0"
        [max]="stem().length.value"
        step="0.5"
        [value]="atCm()"
        (input)="slide(range)"
      />
    </label>
  `,
  styleUrl: './limb-with-buds.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbWithBuds {
  readonly stem = input.required<Stem>();
  readonly buds = input.required<readonly LimbBud[]>();
  readonly around = input.required<readonly BudChoice[]>();
  readonly atCm = input.required<number>();
  readonly plannedCm = input<number>();
  /** Limbs that stand on it once the rest of the work is done, and where they rise. */
  readonly limbs = input<readonly { tag: string; atCm: number }[]>([]);
  readonly season = input.required<number>();
  readonly moved = output<number>();
  private readonly svg = viewChild.required<ElementRef<SVGSVGElement>>('svg');
  private readonly size = laidOut(this.svg);
  held = false;

  /** The slider spans the limb as drawn; a stub shorter than the least is no cut to slide to. */
  slide(range: HTMLInputElement): void {
    const cm = Math.max(LEAST_CM, range.valueAsNumber);
    range.value = String(cm);
    this.moved.emit(cm);
  }

  readonly width = computed(() => Math.round(this.size()?.width ?? 0) || WIDTH);
  readonly height = SPIRAL_TOP + 4 * ROW + 26;
  readonly left = LEFT;
  readonly right = RIGHT;
  readonly room = computed(() => this.width() - LEFT - RIGHT);
  readonly rows = ROWS.map((word, i) => ({ word, y: SPIRAL_TOP + i * ROW }));

  private readonly perCm = computed(() => this.room() / Math.max(1, this.stem().length.value));
  private x(cm: number): number {
    return LEFT + cm * this.perCm();
  }

  readonly cutX = computed(() => this.x(this.atCm()));
  readonly plannedX = computed(() => {
    const cm = this.plannedCm();
    return cm === undefined ? undefined : this.x(cm);
  });

  readonly standing = computed(() =>
    this.limbs().map(({ tag, atCm }) => {
      const x = this.x(atCm);
      return { tag, x, d: `M${x} ${AXIS_Y}V24` };
    }),
  );

  readonly ticks = computed(() => {
    const step = [10, 20, 50].find((cm) => cm * this.perCm() > 30) ?? 100;
    const count = Math.floor(this.stem().length.value / step);
    return Array.from({ length: count + 1 }, (_, i) => ({ cm: i * step, x: this.x(i * step) }));
  });

  readonly wood = computed(() => {
    const stem = this.stem();
    const half = (cm: number): number =>
      Math.max(2, ((diameterAt(taperOf(stem), cm) / 20) * this.perCm() * STOUT) / 2);
    return woodByAge(stem, this.season()).map(({ fromCm, toCm, ageSeasons }) => {
      const [x0, x1] = [this.x(fromCm), this.x(toCm)];
      const [a, b] = [half(fromCm), half(toCm)];
      return {
        d: `M${x0} ${AXIS_Y - a}L${x1} ${AXIS_Y - b}V${AXIS_Y + b}L${x0} ${AXIS_Y + a}Z`,
        fill: woodColour(ageSeasons, 1),
      };
    });
  });

  /** Buds on the limb as seen from its right, and on the spiral unrolled, up at the top and again at the foot. */
  readonly drawn = computed(() => {
    const stem = this.stem();
    return this.buds().map(({ atCm, facingDeg, sureDeg, isSeen }) => {
      const x = this.x(atCm);
      const half = Math.max(2, ((diameterAt(taperOf(stem), atCm) / 20) * this.perCm() * STOUT) / 2);
      const isKnown = sureDeg < KNOWN_DEG;
      const a = (facingDeg * Math.PI) / 180;
      const budY = isKnown ? AXIS_Y - Math.cos(a) * (half + 1) : AXIS_Y;
      const lean = isKnown ? -Math.cos(a) * 7 : 0;
      const y = SPIRAL_TOP + (facingDeg / 90) * ROW;
      const reach = (sureDeg / 90) * ROW;
      return {
        ...{ x, y, isKnown, isSeen, isFar: Math.sin(a) < -0.4 },
        d: isKnown
          ? `M${x - 3} ${budY}L${x + 3} ${budY + lean}L${x + 3} ${budY}Z`
          : `M${x - 2} ${budY}L${x} ${budY - 2}L${x + 2} ${budY}L${x} ${budY + 2}Z`,
        lowY: Math.max(SPIRAL_TOP, y - reach),
        highY: Math.min(SPIRAL_TOP + 4 * ROW, y + reach),
      };
    });
  });

  /** How a bud facing each way would serve at the cut. */
  readonly bands = computed(() =>
    this.around().flatMap(({ facingDeg, fit }) => {
      const middle = SPIRAL_TOP + (facingDeg / 90) * ROW;
      const [from, to] = [Math.max(SPIRAL_TOP, middle - ROW / 4), middle + ROW / 4];
      const band = { fit, y: from, height: to - from };
      return facingDeg === 0 ? [band, { fit, y: SPIRAL_TOP + 3.75 * ROW, height: ROW / 4 }] : [band];
    }),
  );

  grab(event: PointerEvent): void {
    this.held = true;
    this.svg().nativeElement.setPointerCapture(event.pointerId);
    this.drag(event);
  }

  drag(event: PointerEvent): void {
    if (!this.held) return;
    const box = this.svg().nativeElement.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * this.width();
    this.moved.emit(Math.round(((x - LEFT) / this.perCm()) * 2) / 2);
  }
}
