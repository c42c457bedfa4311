import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { ReasonTold } from '../words/reason-told';
import { Say, Told } from '../words/told';
import { BenchStore } from './bench-store';
import { WhipBuds } from './whip-buds';

/** What is done to a whip's buds and why, and what was read of them. */
@Component({
  selector: 'eb-whip-words',
  imports: [ReasonTold, Say, Told],
  templateUrl: './whip-words.html',
  styleUrl: './whip-words.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhipWords {
  readonly bench = inject(BenchStore);
  readonly whip = inject(WhipBuds);

  takeBud(text: string): void {
    const bud = Number(text);
    const known = this.whip.plan()?.buds.some((other) => other.bud === bud);
    this.whip.inHand.set(known ? bud : undefined);
  }
}
