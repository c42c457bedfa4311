import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { BENCH_CM, cm, told, type Message } from '../../../../core';
import { Say, Told } from '../words/told';

/** A limb's join close up: the collar, the cut just outside it, the three cuts of a thick limb, and the flush cut to avoid. */
@Component({
  imports: [Say, Told],
  selector: 'eb-collar-close-up',
  template: `
    <svg viewBox="-70 -150 250 240" class="close-up" role="img" [attr.aria-label]="words() | told">
      <path class="bark" d="M-48 -150H0V90H-48Z" />
      <g [attr.transform]="'rotate(' + (limbDeg() - 90) + ')'">
        <path class="bark" [attr.d]="limb()" />
        <path class="collar" [attr.d]="collar()" />
        <path class="blade" [attr.d]="lastCut()" />
        @if (isInThree()) {
          <path class="blade" [attr.d]="undercut()" />
          <path class="blade" [attr.d]="overcut()" />
        }
      </g>
      @for (word of numbers(); track $index) {
        <text [attr.x]="word.x" [attr.y]="word.y" dy="0.34em">{{ word.text | told }}</text>
      }
      <path class="avoid" d="M2 -64V56" />
      <text x="8" y="76">{{ 'collar-close-up.not-flush' | say }}</text>
    </svg>
  `,
  styleUrl: './close-up.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CollarCloseUp {
  readonly diameterMm = input.required<number>();
  /** Departure of the limb, deg from upright. */
  readonly limbDeg = input.required<number>();
  readonly isInThree = input(false);
  readonly isBench = input(false);

  readonly half = computed(() => Math.max(7, Math.min(26, this.diameterMm() * 0.7)));

  /** Where the limb's upper side leaves the stem, along the limb: the narrower the crotch, the further out. */
  private readonly ridge = computed(() => {
    const crotch = (Math.max(20, Math.min(90, this.limbDeg())) * Math.PI) / 180;
    return this.half() / Math.tan(crotch);
  });
  private readonly atCollar = computed(() => this.ridge() + 8);
  private readonly last = computed(() => this.atCollar() + (this.isBench() ? 34 : 0));

  // The limb lies level before it is turned; its upper side is at -half.
  readonly limb = computed(() => {
    const [h, from] = [this.half(), -this.ridge() - 16];
    return `M${from} ${-h}H170V${h}H${this.atCollar() + 14}Q${this.atCollar()} ${h} ${from} ${h + 12}Z`;
  });
  readonly collar = computed(() =>
    [4, 9, 14]
      .map((x) => this.atCollar() - x)
      .map((x) => `M${x} ${-this.half()}Q${x + 5} 0 ${x - 4} ${this.half() + 4}`)
      .join(''),
  );
  readonly lastCut = computed(
    () => `M${this.last() + 2} ${-this.half() - 8}L${this.last() - 3} ${this.half() + 9}`,
  );
  readonly undercut = computed(() => `M${this.last() + 30} ${this.half() + 7}V${this.half() * 0.2}`);
  readonly overcut = computed(() => `M${this.last() + 40} ${-this.half() - 7}V${this.half()}`);

  /** The cuts' numbers, or the word for the one cut, upright beside their marks. */
  readonly numbers = computed(() => {
    const a = ((this.limbDeg() - 90) * Math.PI) / 180;
    const at = (text: Message, x: number, y: number) => ({
      text,
      x: x * Math.cos(a) - y * Math.sin(a),
      y: x * Math.sin(a) + y * Math.cos(a),
    });
    const under = this.half() + 18;
    if (!this.isInThree())
      return [at(told(this.isBench() ? 'closeup.stub-word' : 'closeup.here'), this.last() - 4, under)];
    return [
      at(told('number', { n: 1 }), this.last() + 30, under),
      at(told('number', { n: 2 }), this.last() + 40, -under),
      at(told('number', { n: 3 }), this.last() - 4, under + 2),
    ];
  });
  readonly words = computed(() =>
    this.isBench() ? told('closeup.stub', { stub: cm(BENCH_CM) }) : told('closeup.collar'),
  );
}
