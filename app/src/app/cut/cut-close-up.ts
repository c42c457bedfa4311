import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { mm } from '../../../../core';
import { closeUpScale, cutFace } from './cut-face';
import { Say } from '../words/told';

const OVER_MM = 6;

/** A heading cut close up, from the limb's real thickness and angle: the bud, the slope, the distance, and the shoot to come. */
@Component({
  selector: 'eb-cut-close-up',
  template: `
    <svg
      viewBox="-110 -105 220 190"
      class="close-up"
      role="img"
      [attr.aria-label]="'closeup.bud' | say: { slope: { deg: 45 }, over }"
    >
      <g [attr.transform]="'rotate(' + limbDeg() + ')'">
        <path class="bark" [attr.d]="face().limb" />
        <path class="removed" [attr.d]="face().removed" />
        <path class="blade" [attr.d]="face().blade" />
        <path class="bud" [class.front]="isFront()" [attr.d]="bud()" />
      </g>
      <path class="shoot" [attr.d]="shoot()" />
      <text x="-106" y="80">
        {{ 'closeup.bud.limb' | say: { over, angle: { deg: limbDeg() } } }}
      </text>
    </svg>
  `,
  imports: [Say],
  styleUrl: './close-up.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutCloseUp {
  readonly diameterMm = input.required<number>();
  readonly limbDeg = input.required<number>();
  readonly facingDeg = input.required<number>();
  readonly shootDeg = input.required<number>();
  readonly over = mm(OVER_MM);

  private readonly px = computed(() => closeUpScale(this.diameterMm()));
  private readonly half = computed(() => (this.diameterMm() / 2) * this.px());
  private readonly overPx = computed(() => OVER_MM * this.px());

  // Before it is turned the limb stands plumb, its outer end up; its upper side is then to the left.
  /** -1 for a bud on the upper side, 1 for one under, by the part of its facing that is seen from the side. */
  private readonly side = computed(() => (Math.cos((this.facingDeg() * Math.PI) / 180) >= 0 ? -1 : 1));
  /** A side bud is seen from in front, where the slope of the cut does not show. */
  readonly isFront = computed(() => Math.abs(Math.sin((this.facingDeg() * Math.PI) / 180)) > 0.8);
  /** How far the cut falls across the limb: by half its thickness either way, at 45 deg. */
  private readonly fall = computed(() => (this.isFront() ? 0 : this.side() * this.half()));
  private readonly middleY = computed(() => -this.overPx() + (this.isFront() ? 0 : this.half()));
  private readonly leftY = computed(() => this.middleY() + this.fall());
  private readonly rightY = computed(() => this.middleY() - this.fall());

  readonly face = computed(() => cutFace(this.half(), this.leftY(), this.rightY()));
  readonly bud = computed(() => {
    if (this.isFront()) return 'M0 12C-9 8 -6 -4 0 -10C6 -4 9 8 0 12Z';
    const [x, out] = [this.side() * this.half(), this.side() * 11];
    return `M${x} 10Q${x + out} 4 ${x + out * 0.8} -10Q${x} -4 ${x} 10Z`;
  });
  readonly shoot = computed(() => {
    const a = (this.shootDeg() * Math.PI) / 180;
    return `M0 0Q${Math.sin(a) * 30} ${-Math.cos(a) * 30} ${Math.sin(a) * 84} ${-Math.cos(a) * 84}`;
  });
}
