import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { told, type BudChoice, type Fit } from '../../../../core';
import { Told } from '../words/told';

const SIGN: Record<Fit, string> = { good: '✓', fair: '~', refused: '×' };
const RIM = 96;
const HUB = 30;

/** A limb seen from its foot, outward: the eight facings, how a bud facing each would serve, and the bud that is known. */
@Component({
  selector: 'eb-cut-clock',
  template: `
    <svg viewBox="-158 -122 316 244" class="cut-clock">
      @for (part of parts(); track part.facingDeg) {
        <g
          role="button"
          tabindex="0"
          [attr.data-fit]="part.fit"
          [attr.aria-label]="part.name | told"
          (click)="faces.emit(part.facingDeg)"
          (keydown.enter)="faces.emit(part.facingDeg)"
        >
          <path [attr.d]="part.d" />
          <text class="sign" [attr.x]="part.x" [attr.y]="part.y" dy="0.34em">{{ part.sign }}</text>
          <text class="word" [attr.x]="part.wordX" [attr.y]="part.wordY" dy="0.34em">
            {{ part.label | told }}
          </text>
        </g>
      }
      <circle class="pith" [attr.r]="hub" />
      @if (hand(); as d) {
        <path class="hand-of-clock" [attr.d]="d" />
      }
    </svg>
  `,
  imports: [Told],
  styleUrl: './cut-clock.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutClock {
  readonly around = input.required<readonly BudChoice[]>();
  readonly known = input<BudChoice>();
  readonly faces = output<number>();
  readonly hub = HUB;

  readonly parts = computed(() =>
    this.around().map(({ facingDeg, fit, facing }) => {
      const [from, to] = [facingDeg - 22.5, facingDeg + 22.5];
      const [a, b, c, d] = [at(HUB, from), at(RIM, from), at(RIM, to), at(HUB, to)];
      const [x, y] = at((HUB + RIM) / 2, facingDeg);
      const [wordX, wordY] = at(RIM + 13, facingDeg);
      return {
        ...{ facingDeg, fit, sign: SIGN[fit], x, y, wordX, wordY },
        name: told('cut.clock-part', { facing, fit: told(`fit.${fit}`) }),
        label: facingDeg % 90 === 0 ? facing : undefined,
        d: `M${a.join(' ')}L${b.join(' ')}A${RIM} ${RIM} 0 0 1 ${c.join(' ')}L${d.join(' ')}A${HUB} ${HUB} 0 0 0 ${a.join(' ')}Z`,
      };
    }),
  );

  readonly hand = computed(() => {
    const known = this.known();
    if (!known) return undefined;
    const [x, y] = at(RIM - 6, known.facingDeg);
    return `M0 0L${x} ${y}`;
  });
}

function at(radius: number, facingDeg: number): [number, number] {
  const a = (facingDeg * Math.PI) / 180;
  return [Math.round(Math.sin(a) * radius * 10) / 10, Math.round(-Math.cos(a) * radius * 10) / 10];
}
