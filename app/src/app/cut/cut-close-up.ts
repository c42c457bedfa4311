import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { deg, HEADING_SLOPE_DEG, mm } from '../../../../core';
import { closeUpScale } from './cut-face';
import { seenCut } from './cut-in-space';
import { Say } from '../words/told';

const OVER_MM = 6;

/** A heading cut close up, as it is: the limb's thickness and angle, the bud where it sits, the slope, and the shoot to come. */
@Component({
  selector: 'eb-cut-close-up',
  template: `
    @let cut = seen();
    <svg
      viewBox="-110 -105 220 190"
      class="close-up"
      role="img"
      [attr.aria-label]="'closeup.bud' | say: told"
    >
      @if (cut.isBudBehind) {
        <path class="bud" [attr.d]="cut.bud" />
      }
      <path class="bark" [attr.d]="cut.limb" />
      @if (cut.face) {
        <path class="face" [attr.d]="cut.face" />
      }
      <path class="removed" [attr.d]="cut.removed" />
      <path class="blade" [attr.d]="cut.blade" />
      @if (!cut.isBudBehind) {
        <path class="bud" [attr.d]="cut.bud" />
      }
      <path class="shoot" [attr.d]="cut.shoot" />
      <text x="-106" y="80">
        {{ 'closeup.bud.limb' | say: { over: told.over, angle: { deg: limbDeg() } } }}
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
  /** How far the shoot's bearing lies clockwise of the limb's, deg. */
  readonly turnDeg = input.required<number>();
  readonly told = { over: mm(OVER_MM), slope: deg(HEADING_SLOPE_DEG) };

  readonly seen = computed(() =>
    seenCut(
      {
        diameterMm: this.diameterMm(),
        limbDeg: this.limbDeg(),
        facingDeg: this.facingDeg(),
        shootDeg: this.shootDeg(),
        turnDeg: this.turnDeg(),
        slopeDeg: HEADING_SLOPE_DEG,
        overMm: OVER_MM,
      },
      closeUpScale(this.diameterMm()),
    ),
  );
}
