import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  deg,
  told,
  isStraight,
  layOut,
  positionAt,
  tipOf,
  type BudChoice,
  type Course,
  type Fit,
  type StemId,
  type Tree,
} from '../../../../core';
import { Say, Told } from '../words/told';

const SIGN: Record<Fit, string> = { good: '✓', fair: '~', refused: '×' };
/** Half the side of the drawing, and the radius the tree is drawn in, px. */
const HALF = 110;
const RIM = 92;
/** Limbs shorter than this are not named, cm. */
const NAMED_CM = 20;

/** The tree after the cut from above, north at the top, with the shoot that each bud by the cut would make. */
@Component({
  selector: 'eb-cut-from-above',
  template: `
    <svg [attr.viewBox]="box" role="img" [attr.aria-label]="words() | told">
      <circle class="rim" [attr.r]="rim" />
      @for (quarter of quarters; track quarter.word) {
        <text class="quarter" [attr.x]="quarter.x" [attr.y]="quarter.y" dy="0.34em">
          {{ quarter.word | say }}
        </text>
      }
      @for (limb of limbs(); track limb.id) {
        <path class="limb" [class.in-hand]="limb.id === stemId()" [attr.d]="limb.d" />
        @if (limb.tag) {
          <text class="tip" [attr.x]="limb.x" [attr.y]="limb.y" dy="0.34em">{{ limb.tag }}</text>
        }
      }
      @for (shoot of shoots(); track shoot.facingDeg) {
        <g class="shoot" [attr.data-fit]="shoot.fit" [class.best]="shoot.isBest">
          <path [attr.d]="shoot.d" />
          <text [attr.x]="shoot.x" [attr.y]="shoot.y" dy="0.34em">{{ shoot.sign }}</text>
        </g>
      }
    </svg>
  `,
  imports: [Told, Say],
  styleUrl: './cut-from-above.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutFromAbove {
  readonly after = input.required<Tree>();
  readonly stemId = input.required<StemId>();
  /** How far from the stem is drawn, cm: the same for every cut tried, so that what stays does not move. */
  readonly radiusCm = input.required<number>();
  /** Buds by the cut, the best first; none for a limb left whole. */
  readonly choices = input.required<readonly BudChoice[]>();

  readonly box = `${-HALF} ${-HALF} ${2 * HALF} ${2 * HALF}`;
  readonly rim = RIM + 6;
  readonly quarters = (['compass.N', 'compass.E', 'compass.S', 'compass.W'] as const).map((word, i) => ({
    ...{ word, x: Math.sin((i * Math.PI) / 2) * (HALF - 6), y: -Math.cos((i * Math.PI) / 2) * (HALF - 6) },
  }));

  private readonly laid = computed(() => layOut(this.after()));
  private readonly scale = computed(() => RIM / this.radiusCm());

  readonly limbs = computed(() => {
    const { tree, courses } = this.laid();
    return tree.stems.map(({ id, tag, length, parent }) => {
      const course = courses.get(id) as Course;
      const [x, y] = this.at(tipOf(course));
      const out = Math.hypot(x, y) || 1;
      return {
        id,
        d: `M${drawnPoints(course)
          .map((point) => this.at(point).join(' '))
          .join('L')}`,
        tag: parent.kind !== 'ground' && length.value >= NAMED_CM ? tag : '',
        ...{ x: x + (x / out) * 8, y: y + (y / out) * 8 },
      };
    });
  });

  readonly shoots = computed(() => {
    const course = this.laid().courses.get(this.stemId());
    if (!course) return [];
    return this.choices().map(({ facingDeg, fit, tip, atCm }, i) => {
      const [from, to] = [this.at(positionAt(course, atCm)), this.at(tip)];
      return {
        ...{ facingDeg, fit, sign: SIGN[fit], isBest: i === 0 && fit !== 'refused' },
        d: `M${from.join(' ')}L${to.join(' ')}`,
        ...{ x: to[0], y: to[1] },
      };
    });
  });

  readonly words = computed(() => {
    const [best] = this.choices();
    return best ? told('cut.above.best', { toward: deg(best.bearingDeg) }) : told('cut.above');
  });

  private at([x, y]: readonly [number, number, number]): [number, number] {
    const scale = this.scale();
    return [Math.round(x * scale * 10) / 10, Math.round(-y * scale * 10) / 10];
  }
}

/** Both ends of a straight limb, every third point of a bent one. */
function drawnPoints(course: Course): Course['points'] {
  const last = course.points.length - 1;
  return course.points.filter((_, i) => i === 0 || i === last || (i % 3 === 0 && !isStraight(course)));
}
