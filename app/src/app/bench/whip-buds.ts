import { computed, inject, Injectable, signal } from '@angular/core';
import {
  cm,
  compassCalled,
  deg,
  kindFacts,
  parseReading,
  whyUnread,
  type Message,
  usualBuds,
  type BudReadings,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { Words } from '../words/words';
import { BenchStore } from './bench-store';

/** The buds of the whip on the bench: which is in hand, what was read of them, and how they are told. */
@Injectable()
export class WhipBuds {
  private readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);

  readonly inHand = signal<number | undefined>(undefined);
  readonly trouble = signal<Message | undefined>(undefined);
  readonly plan = this.bench.whip;
  readonly standingDeg = this.bench.standingDeg;
  readonly lengthCm = computed(() => this.bench.state()?.tree.stems[0]?.length.value ?? 100);

  readonly told = computed(() =>
    (this.plan()?.buds ?? []).map((bud) => ({
      bud,
      words: this.words.say(`bud-role.${bud.role}`),
      facing: this.words.say('whip.facing', {
        way: compassCalled(bud.bearingDeg),
        bearing: deg(Math.round(bud.bearingDeg) % 360),
      }),
      height: this.shown(bud.heightCm),
    })),
  );

  readonly readings = computed<BudReadings | undefined>(() => {
    const state = this.bench.state();
    if (!state) return undefined;
    return state.buds ?? usualBuds(kindFacts(state.record.kind), state.tree.unionCm);
  });

  shown(lengthCm: number): string {
    return this.words.arg(cm(lengthCm));
  }

  /** Writes the first bud's height or the spacing down; text that cannot be read is refused with words. */
  setLength(field: 'firstCm' | 'spacingCm', text: string): void {
    const read = parseReading(text, 'length', this.book.units());
    if (!read.ok) this.trouble.set(whyUnread(read));
    else this.write((now) => ({ ...now, [field]: read.reading.value }));
  }

  setFacing(bud: number, text: string): void {
    const read = parseReading(text, 'bearing', this.book.units());
    if (!read.ok) {
      this.trouble.set(whyUnread(read));
      return;
    }
    const seen = { bud, bearingDeg: read.reading.value };
    this.write((now) => ({
      ...now,
      facings: [...now.facings.filter((other) => other.bud !== bud), seen].sort((a, b) => a.bud - b.bud),
    }));
  }

  setBlind(bud: number, isBlind: boolean): void {
    this.write((now) => {
      const others = (now.blind ?? []).filter((other) => other !== bud);
      return { ...now, blind: isBlind ? [...others, bud].sort((a, b) => a - b) : others };
    });
  }

  private write(change: (now: BudReadings) => BudReadings): void {
    this.trouble.set(undefined);
    void this.bench.readBuds(() => {
      const before = this.readings();
      return before && { before, now: change(before) };
    });
  }
}
