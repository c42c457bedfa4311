import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  axisOf,
  elevationFrom,
  layOut,
  outlineOf,
  woodByAge,
  type Course,
  type Tree,
  type Verdict,
} from '../../../../core';
import { woodColour } from '../drawing/wood-colours';

/** A tree drawn small from its own readings, seen from the south, on its ground line. */
@Component({
  selector: 'eb-tree-silhouette',
  template: `
    <svg [attr.viewBox]="box()" [attr.width]="widthPx()" [attr.height]="heightPx()" aria-hidden="true">
      @for (path of paths(); track $index) {
        <path
          [attr.d]="path.d"
          [attr.fill]="path.fill"
          [class.goes]="path.goes"
          [class.marked]="path.isMarked"
        />
      }
    </svg>
  `,
  styleUrl: './tree-silhouette.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TreeSilhouette {
  readonly tree = input.required<Tree>();
  readonly season = input.required<number>();
  readonly verdicts = input<Readonly<Record<string, Verdict>>>({});
  readonly standingDeg = input(180);
  /** A stem to be pointed out. */
  readonly marked = input<string>();
  /** Height of the picture, and of the tree that fills it. */
  readonly heightPx = input(180);
  readonly fullCm = input(280);
  readonly halfWidthCm = input(125);

  readonly widthPx = computed(() => (this.heightPx() / this.fullCm()) * this.halfWidthCm() * 2);
  readonly box = computed(
    () => `${-this.halfWidthCm()} ${-this.fullCm()} ${this.halfWidthCm() * 2} ${this.fullCm()}`,
  );

  private readonly wood = computed(() => {
    const laid = layOut(this.tree());
    const hair = (1.2 * this.fullCm()) / this.heightPx();
    return this.tree().stems.flatMap((stem) => {
      const course = laid.courses.get(stem.id) as Course;
      return woodByAge(stem, this.season()).map(({ fromCm, toCm, ageSeasons }) => ({
        stemId: stem.id,
        axis: axisOf(course, fromCm, toCm, hair),
        fill: woodColour(ageSeasons, 1),
      }));
    });
  });

  /** One path for all the wood that looks alike. */
  readonly paths = computed(() => {
    const project = elevationFrom(this.standingDeg());
    const verdicts = this.verdicts();
    const alike = new Map<string, { d: string; fill: string; goes: boolean; isMarked: boolean }>();
    for (const { stemId, axis, fill } of this.wood()) {
      const decision = verdicts[stemId]?.decision;
      const goes = decision === 'out' || decision === 'goes-with';
      const isMarked = stemId === this.marked();
      const look = `${fill} ${String(goes)} ${String(isMarked)}`;
      const path = alike.get(look) ?? { d: '', fill, goes, isMarked };
      path.d += `${outlineOf(axis, project)
        .map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${(-y).toFixed(1)}`)
        .join('')}Z`;
      alike.set(look, path);
    }
    return [...alike.values()];
  });
}
