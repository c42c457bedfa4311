import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { BentShape, Means } from '../../../../core';
import { CRACKS_FROM, gradeOf } from './strain-grades';

type Point = readonly [x: number, y: number];

const MARGIN_CM = 12;

/** What holds a bent limb: where along it, and where that is made fast, cm from its join, y up. */
export interface HeldAt {
  tie: Point;
  to: Point | undefined;
  means: Means | undefined;
}

/** A limb as it lies, dashed, and as it would lie bent, in its own upright plane: red where its wood is near to cracking; and what holds it. */
@Component({
  selector: 'eb-bent-limb',
  template: `
    @let seen = picture();
    <svg [attr.viewBox]="seen.box" role="img" [attr.aria-label]="label()" [style.--unit]="seen.unit">
      @if (seen.groundY !== undefined) {
        <line
          class="ground"
          [attr.x1]="seen.left"
          [attr.x2]="seen.right"
          [attr.y1]="seen.groundY"
          [attr.y2]="seen.groundY"
        />
      }
      <line class="carrier" x1="0" x2="0" [attr.y1]="seen.top" [attr.y2]="seen.low" />
      <path class="before" [attr.d]="seen.before" />
      <path class="after" [attr.d]="seen.after" />
      @for (piece of seen.pieces; track $index) {
        @if (piece.grade > 0) {
          <path class="asked" [attr.data-grade]="piece.grade" [attr.d]="piece.path" />
        }
      }
      @if (seen.crack; as at) {
        <path class="crack" [attr.d]="crackAt(at, seen.unit)" />
      }
      @if (seen.held; as held) {
        <circle class="tie" [attr.cx]="held.tie[0]" [attr.cy]="held.tie[1]" [attr.r]="4 * seen.unit" />
        @if (held.to; as to) {
          <line
            class="cord"
            [attr.data-means]="held.means"
            [attr.x1]="held.tie[0]"
            [attr.y1]="held.tie[1]"
            [attr.x2]="to[0]"
            [attr.y2]="to[1]"
          />
        }
      }
    </svg>
  `,
  styleUrl: './bent-limb.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BentLimb {
  readonly shape = input.required<BentShape>();
  readonly label = input.required<string>();
  readonly held = input<HeldAt | undefined>();
  /** How high the join is above ground, cm, where the ground is shown. */
  readonly joinCm = input<number | undefined>();
  /** Room round the join that several pictures share, cm: how far out, up and down; else as much as the limb needs. */
  readonly room = input<{ out: number; up: number; down: number } | undefined>();

  readonly picture = computed(() => {
    const { before, after, asked, worstCm } = this.shape();
    const held = this.held();
    const room = this.room();
    const joinCm = this.joinCm();
    const all = [...before, ...after, ...(held?.to ? [held.to] : [])].map(flip);
    const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)];
    const left = Math.min(0, ...xs) - MARGIN_CM;
    const right = room ? room.out : Math.max(...xs) + MARGIN_CM;
    const top = room ? -room.up : Math.min(0, ...ys) - MARGIN_CM;
    const low = room ? room.down : Math.max(0, ...ys) + 2 * MARGIN_CM;
    const bent = after.map(flip);
    const at = Math.round((worstCm / lengthOf(before)) * (bent.length - 1));
    return {
      ...{ left, right, top, low, box: `${left} ${top} ${right - left} ${low - top}` },
      unit: (right - left) / 280,
      groundY: joinCm !== undefined && joinCm <= low ? joinCm : undefined,
      ...{ before: path(before.map(flip)), after: path(bent) },
      held: held && { ...held, tie: flip(held.tie), to: held.to && flip(held.to) },
      crack: Math.max(...asked) >= CRACKS_FROM ? bent[at] : undefined,
      pieces: asked.map((share, i) => ({
        path: path([bent[i] as Point, bent[i + 1] as Point]),
        grade: gradeOf(share),
      })),
    };
  });

  /** A jagged line across the limb. */
  crackAt([x, y]: Point, unit: number): string {
    const u = 5 * unit;
    return `M${x - u} ${y - 2 * u}l${u} ${1.3 * u}l${-u * 0.8} ${u}l${u} ${1.3 * u}`;
  }
}

const flip = ([x, y]: Point): Point => [x, -y];

const path = (points: readonly Point[]): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');

const lengthOf = (points: readonly Point[]): number =>
  points.slice(1).reduce((sum, [x, y], i) => {
    const [x0, y0] = points[i] as Point;
    return sum + Math.hypot(x - x0, y - y0);
  }, 0);
