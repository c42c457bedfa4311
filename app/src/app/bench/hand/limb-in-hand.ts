import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { decisionCalled } from '../../../../../core';
import { ReasonTold } from '../../words/reason-told';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { HandStore } from './hand-store';
import { LimbBend } from './limb-bend';
import { LimbDoubt } from './limb-doubt';
import { LimbDoubts } from './limb-doubts';
import { LimbFixings } from './limb-fixings';
import { LimbNotes } from './limb-notes';
import { LimbReadings } from './limb-readings';
import { LimbRulings } from './limb-rulings';
import { LimbSeen } from './limb-seen';
import { LimbWounds } from './limb-wounds';
import { LimbWork } from './limb-work';

/** The limb in hand: its readings, the verdict, the reasons with their numbers, and what deciding otherwise costs. */
@Component({
  selector: 'eb-limb-in-hand',
  imports: [
    RouterLink,
    Say,
    Told,
    ReasonTold,
    LimbReadings,
    LimbSeen,
    LimbWounds,
    LimbWork,
    LimbBend,
    LimbDoubt,
    LimbRulings,
    LimbFixings,
    LimbNotes,
  ],
  providers: [HandStore, LimbDoubts],
  templateUrl: './limb-in-hand.html',
  styleUrl: './limb-in-hand.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbInHand {
  readonly bench = inject(BenchStore);
  readonly hand = inject(HandStore);
  readonly doubts = inject(LimbDoubts);

  readonly decision = computed(() => {
    const verdict = this.hand.verdict();
    return verdict && decisionCalled(verdict);
  });

  /** Whether it grows on a stem and its wood lives, so that a bend can be tried. */
  readonly mayBend = computed(() => {
    const stem = this.hand.stem();
    const lives = stem?.condition === 'sound' || stem?.condition === 'rubbed';
    return stem?.parent.kind === 'stem' && lives && this.hand.isRecorded();
  });

  /** Whether there is wood of it to cut: not on what goes with its carrier anyway. */
  readonly canCut = computed(() => {
    const verdict = this.hand.verdict();
    return verdict !== undefined && verdict.decision !== 'goes-with';
  });
}
