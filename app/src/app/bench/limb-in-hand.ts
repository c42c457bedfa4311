import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  cautionsFor,
  decisionWords,
  FIXINGS,
  MOST_SIDE_SHOOTS,
  formatValue,
  formOf,
  parseReading,
  readingText,
  RULE_KEYS,
  placeOf,
  sceneOf,
  woodSeason,
  type Act,
  type Crop,
  type Dimension,
  type EndBud,
  type Fixing,
  type ReadField,
  type RuleKey,
  type Ruling,
  type StemId,
  type TreeState,
} from '../../../../core';
import { Ponder } from '../judging/ponder';
import { BookStore } from '../book/book-store';
import { BenchStore } from './bench-store';

const FIELD_WORDS: Record<ReadField, { words: string; dimension: Dimension }> = {
  origin: { words: 'start', dimension: 'length' },
  bearing: { words: 'bearing', dimension: 'bearing' },
  angle: { words: 'angle', dimension: 'angle' },
  run: { words: 'run', dimension: 'angle' },
  length: { words: 'length', dimension: 'length' },
  diameter: { words: 'thickness', dimension: 'diameter' },
};

/** The limb in hand: its readings, the verdict, the reasons with their numbers, and what deciding otherwise costs. */
@Component({
  selector: 'eb-limb-in-hand',
  imports: [RouterLink],
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
    return verdict && decisionWords(verdict);
  });

  readonly acts = computed(() => {
    const id = this.stem()?.id;
    return (this.bench.judged()?.plan.acts ?? []).filter((act) => 'stemId' in act && act.stemId === id);
  });

  private readonly scene = computed(() => {
    const state = this.bench.state();
    return state && sceneOf(state);
  });

  /** Whether a limb is taken off in three cuts. */
  isInThree(act: Act): boolean {
    const scene = this.scene();
    return scene !== undefined && (placeOf(scene, act)?.isInThree ?? false);
  }

  cautionsOf(act: Act): readonly string[] {
    const scene = this.scene();
    return scene ? cautionsFor(scene, act) : [];
  }

  tagOf(stemId: string): string {
    return this.bench.state()?.tree.stems.find(({ id }) => id === stemId)?.tag ?? stemId;
  }

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
    const isStem =
      verdict?.decision === 'trunk' ||
      (verdict?.decision === 'leader' && this.stem()?.parent.kind === 'ground');
    return verdict && !isStem && verdict.decision !== 'goes-with';
  });

  /** What is seen rather than measured, once the limb is in the book. */
  readonly isRecorded = computed(() => {
    const id = this.bench.inHand();
    return this.bench.state()?.tree.stems.some((stem) => stem.id === id) ?? false;
  });

  /** A word or number on what was seen that cannot be taken as typed. */
  readonly seenTrouble = signal<{ field: 'sideShoots' | 'grew'; words: string } | undefined>(undefined);

  readonly lastGrowth = computed(() => {
    const grown = this.stem()?.growthCm[this.lastSeason() ?? ''];
    return grown === undefined ? '' : this.length(grown);
  });

  private readonly lastSeason = computed(() => {
    const state = this.bench.state();
    return state && String(woodSeason(state.site, state.today) - 1);
  });

  endBudOf = (value: string): EndBud => (value === 'flower' ? 'flower' : 'leaf');

  cropOf = (value: string): Crop => (value === 'blossom' || value === 'fruit' ? value : 'none');

  readonly fixings = FIXINGS;

  fix(stemId: StemId, fixing: Fixing, isOn: boolean): void {
    const others = (this.stem()?.holds ?? []).filter((held) => held !== fixing);
    void this.bench.observe(stemId, { holds: isOn ? [...others, fixing] : others });
  }

  seeShoots(stemId: StemId, typed: string): void {
    const sideShoots = Number(typed.trim());
    const isCount =
      typed.trim() !== '' &&
      Number.isInteger(sideShoots) &&
      sideShoots >= 0 &&
      sideShoots <= MOST_SIDE_SHOOTS;
    this.seenTrouble.set(
      isCount
        ? undefined
        : {
            field: 'sideShoots',
            words: `“${typed}” is no count of side shoots: type a whole number, 0 to ${MOST_SIDE_SHOOTS}.`,
          },
    );
    if (isCount) void this.bench.observe(stemId, { sideShoots });
  }

  seeGrowth(stemId: StemId, typed: string): void {
    const [parsed, stem, season] = [
      parseReading(typed, 'length', this.book.units()),
      this.stem(),
      this.lastSeason(),
    ];
    if (!stem || season === undefined) return;
    const words = !parsed.ok
      ? parsed.message
      : parsed.reading.value > stem.length.value
        ? `It cannot have grown ${typed} and be ${this.length(stem.length.value)} long.`
        : undefined;
    this.seenTrouble.set(words === undefined ? undefined : { field: 'grew', words });
    if (!parsed.ok || words !== undefined) return;
    void this.bench.observe(stemId, { growthCm: { ...stem.growthCm, [season]: parsed.reading.value } });
  }

  readonly couldLead = computed(() => {
    const state = this.bench.state();
    const hasLeader = state !== undefined && (formOf(state.form)?.hasLeader ?? false);
    return hasLeader && (this.stem()?.set.value ?? 90) < 35;
  });

  /** What is at stake on the other side of the verdict. */
  readonly price = computed(() => {
    const verdict = this.bench.priced()?.verdicts[this.verdict()?.stemId ?? ''];
    if (!verdict?.price) return undefined;
    const words = verdict.price.words.join('; ');
    if (verdict.ruling === 'keep' || verdict.ruling === 'leader') return `Your keeping it costs: ${words}.`;
    if (verdict.ruling === 'out') return `Keeping it after all would mean: ${words}.`;
    return undefined;
  });

  private readonly ponder = inject(Ponder);

  /** The tree as judged, once the judging of what is in the book is done. */
  private readonly settled = computed<TreeState | undefined>(() =>
    this.bench.judgement()?.since === undefined && this.bench.judged() ? this.bench.state() : undefined,
  );

  private readonly weighed = this.ponder.about(
    'weigh',
    computed(() => {
      const state = this.settled();
      return state && { state };
    }),
  );

  private readonly kept = this.ponder.about(
    'keep',
    computed(() => {
      const [state, verdict] = [this.settled(), this.verdict()];
      const goes = verdict?.decision === 'out' && verdict.ruling === 'undecided';
      return state && goes && this.stem()?.parent.kind === 'stem'
        ? { state, stemId: verdict.stemId }
        : undefined;
    }),
  );

  /** How sure the verdict is, and which reading would turn it. */
  readonly doubt = computed(() => {
    const weighed = this.weighed();
    if (weighed.kind === 'waiting') return { level: 'waiting', words: 'Weighing how sure this is…' };
    const found = weighed.kind === 'answered' ? weighed.answer[this.stem()?.id ?? ''] : undefined;
    switch (found?.level) {
      case undefined:
        return undefined;
      case 'clear':
        return { level: 'clear', words: 'Clear: no reading, moved within its uncertainty, would turn it.' };
      case 'not-weighed':
        return { level: 'waiting', words: 'Not weighed to the end: so many limbs take too long.' };
      case 'close': {
        const advice = 'Measure that again, or leave it a year.';
        if (!found.turn) {
          return {
            level: 'close',
            words: 'Close: a set nearly as good has it otherwise. If in doubt, leave it a year.',
          };
        }
        const { stemId, field, from, to, decision } = found.turn;
        const whose = stemId === this.stem()?.id ? 'its' : `the`;
        const of = stemId === this.stem()?.id ? '' : ` of ${this.tag(stemId)}`;
        const words = `Close: were ${whose} ${FIELD_WORDS[field].words}${of} ${this.value(field, to)} instead of ${this.value(field, from)}, ${decisionWords(
          { decision },
        )
          .replace('goes', 'it would go')
          .replace(/^stays/, 'it would stay')}. ${advice}`;
        return { level: 'close', words };
      }
    }
  });

  /** The nearest reading that would keep a limb that goes. */
  readonly toKeep = computed(() => {
    const kept = this.kept();
    if (kept.kind === 'waiting') return 'Looking for what would keep it…';
    if (kept.kind !== 'answered') return undefined;
    if (!kept.answer) return 'No one reading, in a believable range, would keep it.';
    const { field, from, to } = kept.answer;
    return `Were its ${FIELD_WORDS[field].words} ${this.value(field, to)} instead of ${this.value(field, from)}, it would be kept.`;
  });

  private value(field: ReadField, value: number): string {
    const turned = field === 'bearing' ? (value + 360) % 360 : value;
    return formatValue(turned, FIELD_WORDS[field].dimension, this.book.units());
  }

  private tag(stemId: StemId): string {
    return this.bench.state()?.tree.stems.find(({ id }) => id === stemId)?.tag ?? stemId;
  }

  /** Whether there is wood of it to cut: not on what goes with its carrier anyway. */
  readonly canCut = computed(() => this.verdict() !== undefined && this.verdict()?.decision !== 'goes-with');

  /** The figure an act rests on, if it is one. */
  figureOf({ reason }: Act): RuleKey | undefined {
    return RULE_KEYS.find((key) => key === reason.rule);
  }

  bendWords(fromDeg: number, toDeg: number): string {
    const units = this.book.units();
    return `${formatValue(fromDeg, 'angle', units)} to ${formatValue(toDeg, 'angle', units)}`;
  }

  bearing(deg: number): string {
    return formatValue(deg, 'bearing', this.book.units());
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
