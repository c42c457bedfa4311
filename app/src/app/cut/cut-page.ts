import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { TreeStore } from '../tree/tree-store';
import { Say } from '../words/told';
import { CutAfter } from './cut-after';
import { CutClock } from './cut-clock';
import { CutNear } from './cut-near';
import { CutRemoval } from './cut-removal';
import { CutSet } from './cut-set';
import { CutStore } from './cut-store';
import { LimbWithBuds } from './limb-with-buds';
import { WhichBud } from './which-bud';

/** One limb under the knife: its buds, where each would lead, and a cut to drag along it. */
@Component({
  selector: 'eb-cut-page',
  imports: [RouterLink, Say, LimbWithBuds, CutSet, CutClock, WhichBud, CutNear, CutAfter, CutRemoval],
  providers: [CutStore],
  templateUrl: './cut-page.html',
  styleUrl: './cut-parts.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutPage {
  readonly stemId = input.required<string>();
  readonly tree = inject(TreeStore);
  readonly cut = inject(CutStore);

  /** The bud by the cut, where its facing was seen or counted. */
  readonly known = computed(() => {
    const first = this.cut.preview()?.choices[0];
    return first?.isKnown ? first : undefined;
  });

  constructor() {
    effect(() => this.cut.stemId.set(this.stemId()));
  }
}
