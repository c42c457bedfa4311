import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  cm,
  CROPS,
  END_BUDS,
  MOST_SIDE_SHOOTS,
  parseReading,
  reading,
  told,
  woodSeason,
  type Crop,
  type EndBud,
  type Message,
  type Stem,
  whyUnread,
} from '../../../../../core';
import { BookStore } from '../../book/book-store';
import { MeasureField } from '../../fields/measure-field';
import { Say, Told } from '../../words/told';
import { Words } from '../../words/words';
import { BenchStore } from '../bench-store';

/** What is counted on a limb, and what is seen or not, in the order it stands. */
const COUNTED = [
  { field: 'sideShoots', label: 'seen.side-shoots' },
  { field: 'spurs', label: 'seen.spurs' },
] as const;
const SEEN_OR_NOT = [
  { field: 'mended', label: 'seen.mended' },
  { field: 'runUp', label: 'seen.run-up' },
] as const;
type Counted = (typeof COUNTED)[number]['field'];

/** What is seen of a limb rather than measured, written down as it is said. */
@Component({
  selector: 'eb-limb-seen',
  imports: [MeasureField, Say, Told],
  templateUrl: './limb-seen.html',
  styleUrl: './limb-seen.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbSeen {
  readonly stem = input.required<Stem>();
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);

  readonly counted = COUNTED;
  readonly seenOrNot = SEEN_OR_NOT;
  readonly endBuds = END_BUDS;
  readonly crops = CROPS;

  /** A word or number on what was seen that cannot be taken as typed. */
  readonly trouble = signal<{ field: Counted | 'grew'; why: Message } | undefined>(undefined);

  // Said here and not in the template, where what is missing would come as null.
  readonly soundToCm = computed(() => this.stem().soundTo?.value);
  readonly endBearingDeg = computed(() => this.stem().endBearing?.value);

  readonly lastGrowth = computed(() => {
    const grown = this.stem().growthCm[this.lastSeason() ?? ''];
    return grown === undefined ? '' : this.words.arg(cm(grown));
  });

  private readonly lastSeason = computed(() => {
    const state = this.bench.state();
    return state && String(woodSeason(state.site, state.today) - 1);
  });

  seeEnd(endBud: string): void {
    void this.bench.observe(this.stem().id, { endBud: endBud as EndBud });
  }

  seeCrop(bears: string): void {
    void this.bench.observe(this.stem().id, { bears: bears as Crop });
  }

  seeCount(field: Counted, typed: string): void {
    const count = Number(typed.trim());
    const isCount = typed.trim() !== '' && Number.isInteger(count) && count >= 0 && count <= MOST_SIDE_SHOOTS;
    const why = told('trouble.no-count', { typed, most: MOST_SIDE_SHOOTS });
    this.trouble.set(isCount ? undefined : { field, why });
    if (isCount) void this.bench.observe(this.stem().id, { [field]: count });
  }

  seeOrNot(field: (typeof SEEN_OR_NOT)[number]['field'], isSo: boolean): void {
    void this.bench.observe(this.stem().id, { [field]: isSo });
  }

  /** How far out it lives, or where its end points, as measured. */
  seeReading(field: 'soundTo' | 'endBearing', value: number | undefined): void {
    if (value === undefined) return;
    const seen =
      field === 'soundTo' ? reading('length', value, 'tape') : reading('bearing', value, 'compared');
    void this.bench.observe(this.stem().id, { [field]: seen });
  }

  seeGrowth(typed: string): void {
    const [parsed, stem, season] = [
      parseReading(typed, 'length', this.book.units()),
      this.stem(),
      this.lastSeason(),
    ];
    if (season === undefined) return;
    const why = !parsed.ok
      ? whyUnread(parsed)
      : parsed.reading.value > stem.length.value
        ? told('trouble.grew-more', { typed, long: cm(stem.length.value) })
        : undefined;
    this.trouble.set(why && { field: 'grew', why });
    if (!parsed.ok || why) return;
    void this.bench.observe(stem.id, { growthCm: { [season]: parsed.reading.value } });
  }
}
