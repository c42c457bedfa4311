import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { cm, deg, tagOf, told, type BudChoice, type Message } from '../../../../core';
import { TreeStore } from '../tree/tree-store';
import { Say, Told } from '../words/told';
import { CutStore, wayOf } from './cut-store';

/** How many of the buds near the cut are told. */
export const TOLD_BUDS = 4;
/** How many side shoots close by are told, and how far over its join a limb is cut to one, cm. */
const TOLD_SHOOTS = 2;
const OVER_LIMB_CM = 0.6;

/** Where the cut goes: the buds near it, best first, or the limb that stands there, and what each would do. */
@Component({
  selector: 'eb-which-bud',
  imports: [Say, Told],
  templateUrl: './which-bud.html',
  styleUrl: './which-bud.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhichBud {
  readonly cut = inject(CutStore);
  private readonly tree = inject(TreeStore);

  readonly whither = computed(() => {
    if (!this.cut.isCut()) return told('cut.not-cut');
    if (this.cut.lead()) return told('cut.to-limb');
    return told(this.cut.makesSeveral() ? 'cut.which-buds' : 'cut.which-bud');
  });

  readonly choices = computed(() =>
    (this.cut.preview()?.choices ?? []).slice(0, TOLD_BUDS).map((choice, i) => ({
      ...choice,
      isBest: i === 0 && choice.fit !== 'refused',
      at: cm(choice.atCm),
      way: this.wayInto(choice),
    })),
  );
  readonly isKnown = computed(() => this.choices()[0]?.isKnown ?? false);

  /** Side shoots close by that the limb could be cut to, with the length that does it. */
  readonly shoots = computed(() =>
    (this.cut.preview()?.shoots ?? []).slice(0, TOLD_SHOOTS).map((shoot) => ({
      ...shoot,
      tag: this.tree.tagOf(shoot.stemId),
      at: cm(shoot.joinCm),
      overCm: Math.round((shoot.joinCm + OVER_LIMB_CM) * 10) / 10,
      way: wayOf(shoot),
    })),
  );

  /** The second bud of a fork, where the plan's own cut makes one. */
  readonly second = computed(() => {
    const second = this.cut.bench()?.planned?.second;
    if (!second || this.cut.tried() !== undefined) return undefined;
    return told('cut.second', { facing: second.facing, way: wayOf(second) });
  });

  /** The way a bud's shoot would take, with the gap it would grow into, if any. */
  private wayInto(choice: BudChoice): Message {
    const way = wayOf(choice);
    const { gap } = choice;
    const tree = this.tree.state()?.tree ?? { stems: [] };
    if (!gap) return way;
    const [one, other] = [tagOf(tree, gap.fromId), tagOf(tree, gap.toId)];
    return told('cut.way.into', { way, gap: deg(gap.widthDeg), one, other });
  }
}
