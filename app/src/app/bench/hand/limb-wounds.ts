import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  callusTold,
  daysAfter,
  withCallus,
  WOUND_LOOKS,
  woundsSeenOn,
  woundsStanding,
  type Stem,
  type WoundLook,
} from '../../../../../core';
import { BookStore } from '../../book/book-store';
import { TreeWork } from '../../tree/tree-work';
import { Say, Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { HandStore } from './hand-store';

const YEAR_DAYS = 365.25;
/** An end that takes longer to close is a wound to look after, seasons. */
const END_YEARS = 1;

/** The wounds on the limb in hand that are not seen closed: when each should close, how it was seen last, and how it looks today. */
@Component({
  selector: 'eb-limb-wounds',
  imports: [Say, Told],
  templateUrl: './limb-wounds.html',
  styleUrl: './limb-fixings.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbWounds {
  readonly stem = input.required<Stem>();
  private readonly bench = inject(BenchStore);
  private readonly hand = inject(HandStore);
  private readonly book = inject(BookStore);
  private readonly work = inject(TreeWork);

  readonly looks = WOUND_LOOKS;

  private readonly scene = computed(() => {
    const scene = this.hand.scene();
    return scene && withCallus(scene, woundsSeenOn(this.book.read(), scene.kind.id));
  });

  readonly listed = computed(() => {
    const [scene, state] = [this.scene(), this.bench.state()];
    if (!scene || !state) return [];
    const events = this.book.read().eventsOf.get(state.record.id) ?? [];
    return (
      woundsStanding(scene, { state, events })
        .filter(({ wound, seen }) => wound.on === this.stem().id && seen?.looks !== 'closed')
        // The end of a shoot that was headed closes with its next growth.
        .filter(({ wound, closesYears }) => !wound.isEnd || closesYears > END_YEARS)
        .map((one) => ({
          ...one,
          year: daysAfter(one.wound.since, Math.round(one.closesYears * YEAR_DAYS)).slice(0, 4),
          toDo: one.seen?.looks === 'still' || one.seen?.looks === 'sick' ? one.seen.looks : undefined,
        }))
    );
  });

  /** What the wounds that were seen say of callus here. */
  readonly learnt = computed(() => {
    const callus = this.scene()?.callus;
    return callus && callusTold(callus);
  });

  seen(limbId: string, looks: WoundLook): void {
    void this.work.woundSeen(this.bench.treeId(), limbId, looks, this.bench.on());
  }
}
