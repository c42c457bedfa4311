import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { measureCalled, MEASURES } from '../../../../core';
import { OtherWounds } from '../bench/other-wounds';
import { TreeStore } from '../tree/tree-store';
import { Say } from '../words/told';
import { TreeSilhouette } from '../yard/tree-silhouette';
import { CutFromAbove } from './cut-from-above';
import { CutStore } from './cut-store';
import { TOLD_BUDS } from './which-bud';

/** Room for a shoot beyond the longest limb, seen from above, cm. */
const SHOOT_ROOM_CM = 25;
/** The small drawing is this much higher than the tree, and half as wide as this share of its height. */
const ROOM_OVER = 1.05;
export const HALF_WIDTH = 0.55;

/** The tree as the cut leaves it, from above and from the side, and what it takes. */
@Component({
  selector: 'eb-cut-after',
  imports: [Say, CutFromAbove, TreeSilhouette, OtherWounds],
  template: `
    @let stem = cut.stem();
    @let preview = cut.preview();
    <h2>{{ 'cut.the-tree-after' | say }}</h2>
    @if (stem && preview) {
      <eb-cut-from-above
        [after]="preview.after"
        [stemId]="stem.id"
        [radiusCm]="radiusCm()"
        [choices]="choices()"
      />
      <eb-tree-silhouette
        [tree]="preview.after"
        [season]="tree.season()"
        [marked]="stem.id"
        [heightPx]="120"
        [fullCm]="fullCm()"
        [halfWidthCm]="fullCm() * halfWidth"
        [standingDeg]="(stem.shape.runBearing.value + 90) % 360"
      />
      <ul class="cut-account">
        @for (share of account(); track share.called.code) {
          <li [class.over]="share.isOver">
            {{ 'cut.account' | say: { percent: share.percent, measure: share.called } }}
            <small>{{ 'cut.account.plan' | say: { was: share.was } }}</small>
          </li>
        }
      </ul>
    }
    <eb-other-wounds [treeId]="tree.treeId()" [stemId]="cut.stemId()" />
  `,
  styleUrl: './cut-after.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutAfter {
  readonly cut = inject(CutStore);
  readonly tree = inject(TreeStore);
  readonly halfWidth = HALF_WIDTH;

  /** Height the small drawing is made for, and how far round the stem the drawing from above reaches, cm. */
  readonly fullCm = computed(() => (this.tree.extent()?.heightCm ?? 190) * ROOM_OVER);
  readonly radiusCm = computed(() => (this.tree.extent()?.radiusCm ?? 75) + SHOOT_ROOM_CM);

  readonly choices = computed(() =>
    this.cut.isCut() && !this.cut.makesSeveral()
      ? (this.cut.preview()?.choices ?? []).slice(0, TOLD_BUDS)
      : [],
  );

  readonly account = computed(() => {
    const [preview, judged] = [this.cut.preview(), this.tree.judged()];
    if (!preview || !judged) return [];
    return MEASURES.map((measure) => ({
      called: measureCalled(measure),
      percent: (preview.account[measure] * 100).toFixed(1),
      was: (judged.plan.account[measure] * 100).toFixed(1),
      isOver: preview.account[measure] > judged.plan.caps[measure] + 1e-9,
    }));
  });
}
