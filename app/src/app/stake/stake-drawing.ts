import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { cm, stemOf, type Staked, type Tree } from '../../../../core';
import { Words } from '../words/words';
import { TreeSilhouette } from '../yard/tree-silhouette';

/** Height of the picture over ground, px; how far from the stem a stake stands, cm. */
const HEIGHT_PX = 400;
const OUT_CM = 9;
/** A cord's peg stands over ground so far, cm. */
const PEG_CM = 14;

/** A tree and what holds it up, to scale, seen so that the stake stands on the right; and what of it is in the ground. */
@Component({
  selector: 'eb-stake-drawing',
  imports: [TreeSilhouette],
  template: `
    <eb-tree-silhouette
      [tree]="tree()"
      [season]="season()"
      [heightPx]="heightPx"
      [fullCm]="fullCm()"
      [halfWidthCm]="halfWidthCm()"
      [standingDeg]="standingDeg()"
    />
    <svg
      [attr.viewBox]="box()"
      [attr.width]="widthPx()"
      [attr.height]="wholePx()"
      role="img"
      [attr.aria-label]="label()"
    >
      <line class="ground" [attr.x1]="-halfWidthCm()" [attr.x2]="halfWidthCm()" y1="0" y2="0" />
      @if (how(); as how) {
        @if (how.by === 'guys') {
          @for (side of [-1, 1, 0.3]; track side) {
            <line class="cord" x1="0" [attr.y1]="-how.tieCm" [attr.x2]="side * how.tieCm" y2="0" />
            <line
              class="peg"
              [attr.x1]="side * how.tieCm"
              [attr.x2]="side * how.tieCm"
              y1="0"
              [attr.y2]="-pegCm"
            />
          }
        } @else {
          <rect
            class="stake"
            [attr.x]="outCm - how.thickMm / 20"
            [attr.width]="how.thickMm / 10"
            [attr.y]="-(how.lengthCm - how.depthCm)"
            [attr.height]="how.lengthCm"
          />
          <rect
            class="below"
            [attr.x]="outCm - how.thickMm / 20"
            [attr.width]="how.thickMm / 10"
            y="0"
            [attr.height]="how.depthCm"
          />
          <g class="sizes" [attr.font-size]="letterCm()">
            <text [attr.x]="outCm + 5" [attr.y]="-how.tieCm" dy="0.35em">{{ told(how.tieCm) }}</text>
            <text [attr.x]="outCm + 5" [attr.y]="how.depthCm" dy="-0.3em">{{ told(how.depthCm) }}</text>
          </g>
          @for (tie of ties(); track tie) {
            <line class="tie" [attr.x1]="stemX(tie)" [attr.x2]="outCm" [attr.y1]="-tie" [attr.y2]="-tie" />
          }
        }
      }
    </svg>
  `,
  styleUrl: './stake-drawing.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StakeDrawing {
  private readonly words = inject(Words);
  readonly tree = input.required<Tree>();
  readonly season = input.required<number>();
  readonly how = input.required<Staked | undefined>();
  readonly label = input.required<string>();
  readonly extent = input.required<{ heightCm: number; radiusCm: number }>();

  readonly heightPx = HEIGHT_PX;
  readonly outCm = OUT_CM;
  readonly pegCm = PEG_CM;

  readonly fullCm = computed(() => Math.max(this.extent().heightCm, this.how()?.tieCm ?? 0) + 12);
  readonly halfWidthCm = computed(() => {
    const how = this.how();
    return Math.max(this.extent().radiusCm, how?.by === 'guys' ? how.tieCm : 0) + 14;
  });
  private readonly depthCm = computed(() => (this.how()?.depthCm ?? 0) + 8);
  private readonly pxToCm = computed(() => HEIGHT_PX / this.fullCm());
  readonly widthPx = computed(() => this.pxToCm() * 2 * this.halfWidthCm());
  readonly wholePx = computed(() => HEIGHT_PX + this.depthCm() * this.pxToCm());
  readonly box = computed(
    () =>
      `${-this.halfWidthCm()} ${-this.fullCm()} ${2 * this.halfWidthCm()} ${this.fullCm() + this.depthCm()}`,
  );
  /** Where one stands so that the side of the stake is on the right. */
  readonly standingDeg = computed(() => ((this.how()?.sideDeg ?? 90) + 90) % 360);

  /** Heights of the ties, cm. */
  readonly ties = computed(() => {
    const how = this.how();
    if (!how) return [];
    return Array.from({ length: how.ties }, (_, i) => (how.tieCm * (i + 1)) / how.ties);
  });

  /** Letters 13 px high, cm. */
  readonly letterCm = computed(() => 13 / this.pxToCm());

  told(lengthCm: number): string {
    return this.words.arg(cm(lengthCm));
  }

  /** How far to the right the stem stands at a height, cm: it need not be plumb. */
  stemX(heightCm: number): number {
    const trunk = this.tree().stems.find(({ parent }) => parent.kind === 'ground');
    const stem = trunk && stemOf(this.tree(), trunk.id);
    if (!stem) return 0;
    const { run, runBearing } = stem.shape;
    const toward = ((runBearing.value - (this.standingDeg() - 90)) * Math.PI) / 180;
    return heightCm * Math.tan((run.value * Math.PI) / 180) * Math.cos(toward);
  }
}
