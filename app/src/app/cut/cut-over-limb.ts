import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { closeUpScale, cutFace } from './cut-face';
import { Say } from '../words/told';

const REACH = 84;
/** How far over the crotch the cut begins, mm. */
const OVER_MM = 3;

/** A cut to a limb that stands there, close up, from both limbs' real thickness and the angle between them: no stump over it. */
@Component({
  imports: [Say],
  selector: 'eb-cut-over-limb',
  template: `
    <svg
      viewBox="-110 -105 220 190"
      class="close-up"
      role="img"
      [attr.aria-label]="'closeup.limb' | say: { limb: name() }"
    >
      <g [attr.transform]="'rotate(' + limbDeg() + ')'">
        <path class="bark" [attr.d]="side()" />
        <path class="bark" [attr.d]="face().limb" />
        <path class="removed" [attr.d]="face().removed" />
        <path class="blade" [attr.d]="face().blade" />
      </g>
      <text x="-106" y="80">{{ 'cut-over-limb.just-over-leaving-no' | say: { name: name() } }}</text>
    </svg>
  `,
  styleUrl: './close-up.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutOverLimb {
  readonly name = input.required<string>();
  /** Thickness of the limb that is cut, there, and of the one it is cut to, mm. */
  readonly diameterMm = input.required<number>();
  readonly sideMm = input.required<number>();
  /** Run of the limb that is cut, from upright; and the angle between the two, deg. */
  readonly limbDeg = input.required<number>();
  readonly besideDeg = input.required<number>();
  /** Whether the other limb leaves from the upper side. */
  readonly isUpper = input.required<boolean>();

  private readonly px = computed(() => closeUpScale(this.diameterMm()));
  private readonly half = computed(() => (this.diameterMm() / 2) * this.px());
  private readonly sideHalf = computed(() => Math.max(3, (this.sideMm() / 2) * this.px()));

  // Before it is turned the limb stands plumb, its outer end up, and the crotch with the other limb lies at height 0.
  private readonly way = computed(() => (this.isUpper() ? -1 : 1));
  private readonly turn = computed(() => (Math.max(15, Math.min(100, this.besideDeg())) * Math.PI) / 180);
  private readonly nearY = computed(() => -OVER_MM * this.px());
  private readonly farY = computed(() => this.nearY() + 2 * this.half());
  private readonly leftY = computed(() => (this.way() < 0 ? this.nearY() : this.farY()));
  private readonly rightY = computed(() => (this.way() < 0 ? this.farY() : this.nearY()));

  readonly face = computed(() => cutFace(this.half(), this.leftY(), this.rightY()));
  readonly side = computed(() => {
    const [way, a, b] = [this.way(), this.turn(), this.sideHalf()];
    const [dx, dy] = [way * Math.sin(a), -Math.cos(a)];
    const [ux, uy] = [way * -Math.cos(a) * b, -Math.sin(a) * b];
    // Its upper edge meets the limb's bark at the crotch.
    const [cx, cy] = [way * this.half() - ux, -uy];
    // It begins inside the limb, at its middle, or where the cut would bare it.
    const bared = Math.sin(a) - Math.cos(a);
    const back = Math.min(this.half() / Math.sin(a), bared > 0 ? -this.nearY() / bared : Infinity);
    const [fromX, fromY] = [cx - dx * back, cy - dy * back];
    const [toX, toY] = [cx + dx * REACH, cy + dy * REACH];
    return `M${fromX + ux} ${fromY + uy}L${toX + ux} ${toY + uy}L${toX - ux} ${toY - uy}L${fromX - ux} ${fromY - uy}Z`;
  });
}
