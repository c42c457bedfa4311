import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { compassWord, formatValue, kindFacts, parseReading, usualBuds, type WhipBud } from '../../../../core';
import { BookStore } from '../book/book-store';
import { BenchStore } from './bench-store';

const WIDTH = 420;
const HEIGHT = 560;
const FOOT = 30;
/** How far a bud that faces sideways is drawn from the stem's middle, px. */
const OUT_PX = 15;
const PLAN = 150;

const ROLE_WORDS: Record<WhipBud['role'], string> = {
  chosen: 'leave',
  insurance: 'leave as insurance',
  'rub-off': 'rub off',
  top: 'leave alone',
  'cut-off': 'cut away',
};

/** A whip with its buds round the spiral: which to leave, rub off and notch, and from above the limbs to come. */
@Component({
  selector: 'eb-whip-view',
  imports: [FormsModule],
  templateUrl: './whip-view.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhipView {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);

  readonly box = `0 0 ${WIDTH} ${HEIGHT}`;
  readonly planBox = `${-PLAN / 2} ${-PLAN / 2} ${PLAN} ${PLAN}`;
  readonly trouble = signal<string | undefined>(undefined);
  /** The bud in hand, whose facing may be set. */
  readonly inHand = signal<number | undefined>(undefined);

  readonly lengthCm = computed(() => this.bench.state()?.tree.stems[0]?.length.value ?? 100);
  private readonly scale = computed(() => (HEIGHT - FOOT - 24) / this.lengthCm());

  readonly buds = computed(() => {
    const whip = this.bench.whip();
    const standing = this.bench.standingDeg();
    return (whip?.buds ?? []).map((bud) => {
      const turn = ((bud.bearingDeg - standing) * Math.PI) / 180;
      // The one who looks stands at `standing`; a bud facing them is in front, one to their right at a lower bearing.
      return {
        bud,
        y: HEIGHT - FOOT - bud.heightCm * this.scale(),
        x: WIDTH / 3 - Math.sin(turn) * OUT_PX,
        isFront: Math.cos(turn) > -0.2,
        words: ROLE_WORDS[bud.role],
        facing: `${compassWord(bud.bearingDeg)} ${Math.round(bud.bearingDeg)}°`,
        height: formatValue(bud.heightCm, 'length', this.book.units()),
      };
    });
  });

  readonly told = computed(() => this.buds().filter(({ bud }) => bud.role === 'chosen'));

  readonly stem = computed(() => {
    const top = HEIGHT - FOOT - this.lengthCm() * this.scale();
    const x = WIDTH / 3;
    return `M${x - 5} ${HEIGHT - FOOT}L${x - 1.6} ${top}H${x + 1.6}L${x + 5} ${HEIGHT - FOOT}Z`;
  });

  readonly headY = computed(() => {
    const at = this.bench.whip()?.headAtCm;
    return at === undefined ? undefined : HEIGHT - FOOT - at * this.scale();
  });

  readonly headWords = computed(() => {
    const at = this.bench.whip()?.headAtCm;
    return at === undefined ? '' : `head at ${formatValue(at, 'length', this.book.units())}`;
  });

  readonly ground = HEIGHT - FOOT;
  readonly middle = WIDTH / 3;
  readonly width = WIDTH;

  /** The limbs to come, from above: as far out as a season’s growth might be, and as wide as their facing is unsure. */
  readonly limbs = computed(() =>
    (this.bench.whip()?.limbs ?? []).map(({ bearingDeg, sureDeg, heightCm }) => {
      const at = (deg: number, out: number): string => {
        const a = (deg * Math.PI) / 180;
        return `${(Math.sin(a) * out).toFixed(1)} ${(-Math.cos(a) * out).toFixed(1)}`;
      };
      const unsure = Math.min(60, sureDeg);
      return {
        line: `M0 0L${at(bearingDeg, 56)}`,
        fan: `M0 0L${at(bearingDeg - unsure, 56)}A56 56 0 0 1 ${at(bearingDeg + unsure, 56)}Z`,
        label: at(bearingDeg, 66).split(' ').map(Number),
        words: formatValue(heightCm, 'length', this.book.units()),
      };
    }),
  );

  readonly readings = computed(() => {
    const state = this.bench.state();
    if (!state) return undefined;
    return state.buds ?? usualBuds(kindFacts(state.record.kind), state.tree.unionCm);
  });

  shown(cm: number): string {
    return formatValue(cm, 'length', this.book.units());
  }

  /** Writes the first bud's height or the spacing down; text that cannot be read is refused and stays as it was. */
  setLength(field: 'firstCm' | 'spacingCm', text: string): void {
    const now = this.readings();
    const read = parseReading(text, 'length', this.book.units());
    if (!now) return;
    if (!read.ok) {
      this.trouble.set(read.message);
      return;
    }
    this.trouble.set(undefined);
    void this.bench.readBuds({ ...now, [field]: read.reading.value });
  }

  setFacing(bud: number, text: string): void {
    const now = this.readings();
    const read = parseReading(text, 'bearing', this.book.units());
    if (!now) return;
    if (!read.ok) {
      this.trouble.set(read.message);
      return;
    }
    this.trouble.set(undefined);
    const others = now.facings.filter((seen) => seen.bud !== bud);
    const facings = [...others, { bud, bearingDeg: read.reading.value }].sort((a, b) => a.bud - b.bud);
    void this.bench.readBuds({ ...now, facings });
  }

  setBlind(bud: number, isBlind: boolean): void {
    const now = this.readings();
    if (!now) return;
    const others = (now.blind ?? []).filter((other) => other !== bud);
    void this.bench.readBuds({ ...now, blind: isBlind ? [...others, bud].sort((a, b) => a - b) : others });
  }
}
