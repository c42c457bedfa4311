import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { WhipBuds } from './whip-buds';
import { Say } from '../words/told';

const WIDTH = 400;
const HEIGHT = 520;
const FOOT = 26;
const STEM_X = 62;
/** How far a bud that faces sideways is drawn from the stem's middle, px. */
const OUT_PX = 20;

/** A whip seen from where one stands, its buds round the spiral: which to leave, rub off and notch, where to head. */
@Component({
  imports: [Say],
  selector: 'eb-whip-view',
  templateUrl: './whip-view.html',
  styleUrl: './whip-view.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhipView {
  readonly whip = inject(WhipBuds);

  readonly box = `0 0 ${WIDTH} ${HEIGHT}`;
  readonly width = WIDTH;
  readonly ground = HEIGHT - FOOT;
  readonly middle = STEM_X;
  private readonly scale = computed(() => (HEIGHT - FOOT - 20) / this.whip.lengthCm());

  readonly buds = computed(() =>
    this.whip.told().map((told) => {
      const turn = ((told.bud.bearingDeg - this.whip.standingDeg()) * Math.PI) / 180;
      return {
        ...told,
        y: this.ground - told.bud.heightCm * this.scale(),
        x: STEM_X - Math.sin(turn) * OUT_PX,
        isFront: Math.cos(turn) > -0.2,
      };
    }),
  );

  readonly chosen = computed(() => this.buds().filter(({ bud }) => bud.role === 'chosen'));

  readonly stem = computed(() => {
    const top = this.ground - this.whip.lengthCm() * this.scale();
    return `M${STEM_X - 7} ${this.ground}L${STEM_X - 2} ${top}H${STEM_X + 2}L${STEM_X + 7} ${this.ground}Z`;
  });

  /** Its side away from the light. */
  readonly shade = computed(() => {
    const top = this.ground - this.whip.lengthCm() * this.scale();
    return `M${STEM_X + 1} ${this.ground}V${top}H${STEM_X + 2}L${STEM_X + 7} ${this.ground}Z`;
  });

  readonly head = computed(() => {
    const at = this.whip.plan()?.headAtCm;
    return at === undefined ? undefined : { y: this.ground - at * this.scale(), atCm: at };
  });
}
