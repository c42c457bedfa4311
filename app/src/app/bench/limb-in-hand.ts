import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatValue, readingText, type Ruling, type StemId } from '../../../../core';
import { BookStore } from '../book/book-store';
import { BenchStore } from './bench-store';

const DECISION_WORDS = {
  trunk: 'the stem',
  leader: 'leads',
  scaffold: 'stays',
  out: 'goes',
  leave: 'left for now',
  'goes-with': 'goes along',
} as const;

/** The limb in hand: its readings, the verdict, the reasons with their numbers, and what deciding otherwise costs. */
@Component({
  selector: 'eb-limb-in-hand',
  templateUrl: './limb-in-hand.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbInHand {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);

  readonly stem = computed(() => {
    const id = this.bench.inHand();
    return this.bench.drafted()?.tree.stems.find((stem) => stem.id === id);
  });

  readonly verdict = computed(() => {
    const id = this.stem()?.id;
    return id === undefined ? undefined : this.bench.judged()?.verdicts[id];
  });

  readonly decision = computed(() => {
    const verdict = this.verdict();
    return verdict && DECISION_WORDS[verdict.decision];
  });

  readonly acts = computed(() => {
    const id = this.stem()?.id;
    return (this.bench.judged()?.plan.acts ?? []).filter((act) => 'stemId' in act && act.stemId === id);
  });

  /** The five readings as they were typed, and the run's angle where it was read apart. */
  readonly readings = computed(() => {
    const stem = this.stem();
    const units = this.book.units();
    if (!stem) return [];
    const line = (
      name: string,
      reading: typeof stem.length,
      dimension: Parameters<typeof formatValue>[1],
    ) => ({
      name,
      text: readingText(reading, dimension, units),
      isGuess: reading.how === 'estimated',
    });
    const isTrunk = stem.parent.kind === 'ground';
    return [
      ...(isTrunk ? [] : [line('starts at', stem.origin, 'length')]),
      line('bearing', stem.bearing, 'bearing'),
      line('angle', stem.departure, 'angle'),
      ...(stem.set.how === 'estimated' ? [] : [line('run', stem.set, 'angle')]),
      line('length', stem.length, 'length'),
      line('thick', stem.diameter, 'diameter'),
    ];
  });

  /** Whether the program may be overruled here: on all but the stem itself and what goes with its carrier anyway. */
  readonly canRule = computed(() => {
    const verdict = this.verdict();
    const isStem = this.stem()?.parent.kind === 'ground' && verdict?.decision !== 'out';
    return verdict && !isStem && verdict.decision !== 'goes-with';
  });

  /** What is seen rather than measured, once the limb is in the book. */
  readonly isRecorded = computed(() => {
    const id = this.bench.inHand();
    return this.bench.state()?.tree.stems.some((stem) => stem.id === id) ?? false;
  });

  readonly couldLead = computed(() => {
    const state = this.bench.state();
    return state?.form === 'central-leader' && (this.stem()?.set.value ?? 90) < 35;
  });

  /** What is at stake on the other side of the verdict. */
  readonly price = computed(() => {
    const verdict = this.verdict();
    if (!verdict?.price) return undefined;
    const words = verdict.price.words.join('; ');
    if (verdict.ruling === 'keep' || verdict.ruling === 'leader') return `Your keeping it costs: ${words}.`;
    if (verdict.ruling === 'out') return `Keeping it after all would mean: ${words}.`;
    return undefined;
  });

  bendWords(fromDeg: number, toDeg: number): string {
    const units = this.book.units();
    return `${formatValue(fromDeg, 'angle', units)} to ${formatValue(toDeg, 'angle', units)}`;
  }

  length(cm: number): string {
    return formatValue(cm, 'length', this.book.units());
  }

  diameter(mm: number): string {
    return formatValue(mm, 'diameter', this.book.units());
  }

  rule(stemId: StemId, ruling: Ruling): void {
    void this.bench.overrule(stemId, ruling);
  }
}
