import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { BenchStore } from './bench-store';
import { WhipBuds } from './whip-buds';
import { Say } from '../words/told';

const LIMB = 96;
const LABEL = 112;

/** The limbs to come of a whip, from above: each as wide as its bud's facing is unsure. */
@Component({
  imports: [Say],
  selector: 'eb-whip-above',
  template: `
    <svg
      class="whip-plan"
      viewBox="-140 -140 280 280"
      role="img"
      [attr.aria-label]="'whip-above.the-limbs-to-come' | say"
    >
      <circle class="rim" [attr.r]="100" />
      <text class="compass" y="-124" dy="0.34em">N</text>
      @for (limb of limbs(); track limb.bud) {
        <path class="unsure" [attr.d]="limb.fan" />
        <path class="to-come" [attr.d]="limb.line" />
        <text [attr.x]="limb.label[0]" [attr.y]="limb.label[1]" dy="0.34em">{{ limb.words }}</text>
      }
    </svg>
    <label class="stand">
      <span class="visually-hidden">{{ 'plan-from-above.bearing-you-stand-on' | say }}</span>
      <input
        type="range"
        min="0"
        max="359"
        step="1"
        #range
        [value]="bench.standingDeg()"
        (input)="bench.stand(range.valueAsNumber)"
      />
    </label>
    <p class="stand-words">{{ 'whip-above.the-limbs-to-come-2' | say }}</p>
  `,
  styleUrls: ['./whip-above.scss', './standing.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhipAbove {
  readonly bench = inject(BenchStore);
  private readonly whip = inject(WhipBuds);

  readonly limbs = computed(() =>
    (this.whip.plan()?.limbs ?? []).map(({ bud, bearingDeg, sureDeg, heightCm }) => {
      const unsure = Math.min(60, sureDeg);
      const from = at(bearingDeg - unsure, LIMB);
      const to = at(bearingDeg + unsure, LIMB);
      return {
        bud,
        line: `M0 0L${at(bearingDeg, LIMB).join(' ')}`,
        fan: `M0 0L${from.join(' ')}A${LIMB} ${LIMB} 0 0 1 ${to.join(' ')}Z`,
        label: at(bearingDeg, LABEL),
        words: this.whip.shown(heightCm),
      };
    }),
  );
}

function at(bearingDeg: number, out: number): [number, number] {
  const a = (bearingDeg * Math.PI) / 180;
  return [Math.round(Math.sin(a) * out * 10) / 10, Math.round(-Math.cos(a) * out * 10) / 10];
}
