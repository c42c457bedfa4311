import { ChangeDetectionStrategy, Component, effect, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { JudgingStore } from '../judging/judging-store';
import { TreeStore } from './tree-store';

/** All pages of one tree: they share what is known of it, and its judging comes before that of others. */
@Component({
  selector: 'eb-tree-frame',
  imports: [RouterOutlet],
  providers: [TreeStore],
  template: '<router-outlet />',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TreeFrame {
  private readonly tree = inject(TreeStore);
  private readonly judging = inject(JudgingStore);

  constructor() {
    effect(() => this.judging.wantFirst(this.tree.treeId()));
  }
}
