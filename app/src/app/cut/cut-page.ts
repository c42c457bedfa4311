import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  bearingDifference,
  cautionsFor,
  cutBench,
  formatValue,
  layOut,
  MEASURES,
  MEASURE_WORDS,
  parseReading,
  PEG_CM,
  placeOf,
  sceneOf,
  type BudChoice,
  type CutPreview,
  type Judgement,
} from '../../../../core';
import { OtherWounds } from '../bench/other-wounds';
import { BookStore } from '../book/book-store';
import { JudgingStore } from '../judging/judging-store';
import { extentOf } from '../drawing/frame';
import { drawnSeason } from '../drawing/small-drawing';
import { TreeSilhouette } from '../yard/tree-silhouette';
import { CollarCloseUp } from './collar-close-up';
import { CutClock } from './cut-clock';
import { CutCloseUp } from './cut-close-up';
import { CutFromAbove } from './cut-from-above';
import { CutOverLimb } from './cut-over-limb';
import { LimbWithBuds } from './limb-with-buds';

/** How many of the buds near the cut are told. */
const TOLD = 4;
/** How many side shoots close by are told, and how far over its join a limb is cut to one, cm. */
const TOLD_SHOOTS = 2;
const OVER_LIMB_CM = 0.6;
/** Room for a shoot beyond the longest limb, seen from above, cm. */
const SHOOT_ROOM_CM = 25;

/** One limb under the knife: its buds, where each would lead, and a cut to drag along it. */
@Component({
  selector: 'eb-cut-page',
  imports: [
    RouterLink,
    TreeSilhouette,
    OtherWounds,
    CollarCloseUp,
    CutClock,
    CutCloseUp,
    CutFromAbove,
    CutOverLimb,
    LimbWithBuds,
  ],
  templateUrl: './cut-page.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutPage {
  readonly treeId = input.required<string>();
  readonly stemId = input.required<string>();
  private readonly book = inject(BookStore);
  private readonly judging = inject(JudgingStore);

  readonly state = computed(() => this.book.states().get(this.treeId()));
  readonly judged = computed<Judgement | undefined>(() => {
    const answer = this.judging.trees()[this.treeId()]?.judged;
    return answer?.kind === 'judged' ? answer : undefined;
  });
  readonly stem = computed(() => this.state()?.tree.stems.find(({ id }) => id === this.stemId()));
  readonly season = computed(() => drawnSeason(this.state(), this.book.today()));

  readonly bench = computed(() => {
    const [state, judged] = [this.state(), this.judged()];
    return state && judged ? cutBench(state, judged, this.stemId(), this.book.units()) : undefined;
  });

  /** Where the cut is being tried, cm; undefined for the plan's own. */
  readonly tried = signal<number | undefined>(undefined);
  readonly trouble = signal<string | undefined>(undefined);

  readonly atCm = computed(() => {
    const bench = this.bench();
    if (!bench) return 0;
    return this.tried() ?? bench.planned?.toLengthCm ?? bench.stem.length.value;
  });

  readonly preview = computed<CutPreview | undefined>(() => this.bench()?.previewAt(this.atCm()));

  /** Height the small drawing is made for, cm. */
  readonly fullCm = computed(() => {
    const state = this.state();
    return state ? extentOf(layOut(state.tree)).heightCm * 1.05 : 200;
  });

  /** How far round the stem the drawing from above reaches, with room for shoots to come, cm. */
  readonly radiusCm = computed(() => {
    const state = this.state();
    return state ? extentOf(layOut(state.tree)).radiusCm + SHOOT_ROOM_CM : 100;
  });

  readonly isCut = computed(() => this.atCm() < (this.bench()?.stem.length.value ?? 0) - 0.5);

  readonly choices = computed(() =>
    (this.preview()?.choices ?? []).slice(0, TOLD).map((choice, i) => ({
      ...choice,
      isBest: i === 0 && choice.fit !== 'refused',
      at: this.length(choice.atCm),
      way: `${this.wayOf(choice)}${this.into(choice)}`,
    })),
  );

  /** The limb standing there that the cut goes to; undefined where it goes to a bud. */
  readonly lead = computed(() => {
    const to = this.preview()?.to;
    return to && { ...to, tag: this.tagOf(to.stemId), way: this.wayOf(to) };
  });

  /** Side shoots close by that the limb could be cut to, with the length that does it. */
  readonly shoots = computed(() =>
    (this.preview()?.shoots ?? []).slice(0, TOLD_SHOOTS).map((shoot) => ({
      ...shoot,
      tag: this.tagOf(shoot.stemId),
      at: this.length(shoot.joinCm),
      overCm: Math.round((shoot.joinCm + OVER_LIMB_CM) * 10) / 10,
      way: this.wayOf(shoot),
    })),
  );

  /** Whether the plan's own cut wakes several buds at once. */
  readonly makesSeveral = computed(
    () => this.tried() === undefined && this.bench()?.planned?.purpose === 'next-tier',
  );

  readonly whither = computed(() => {
    if (!this.isCut()) return 'Not cut: the end bud runs on';
    return this.lead() ? 'To a limb that stands there' : this.makesSeveral() ? 'Which buds' : 'Which bud';
  });

  private wayOf({ angleDeg, bearingDeg }: { angleDeg: number; bearingDeg: number }): string {
    return `${Math.round(angleDeg)}° from upright${angleDeg < 10 ? '' : `, toward ${Math.round(bearingDeg)}°`}`;
  }

  private tagOf(id: string): string {
    return this.state()?.tree.stems.find((stem) => stem.id === id)?.tag ?? id;
  }

  /** The gap a shoot would grow into, in words; empty for none. */
  private into({ gap }: BudChoice): string {
    if (!gap) return '';
    return `, into the ${Math.round(gap.widthDeg)}° between ${this.tagOf(gap.fromId)} and ${this.tagOf(gap.toId)}`;
  }

  readonly shown = computed<BudChoice | undefined>(() => this.preview()?.choices[0]);

  /** The second bud of a fork, where the plan's own cut makes one. */
  readonly second = computed(() => {
    const planned = this.bench()?.planned;
    if (!planned?.second || this.tried() !== undefined) return undefined;
    const { words, angleDeg, bearingDeg } = planned.second;
    return `For the fork, leave the next bud below that faces ${words} too: it leads ${Math.round(angleDeg)}° from upright, toward ${Math.round(bearingDeg)}°. Rub off any between.`;
  });

  readonly account = computed(() => {
    const [preview, judged] = [this.preview(), this.judged()];
    if (!preview || !judged) return [];
    return MEASURES.map((measure) => ({
      words: MEASURE_WORDS[measure],
      percent: (preview.account[measure] * 100).toFixed(1),
      was: (judged.plan.account[measure] * 100).toFixed(1),
      isOver: preview.account[measure] > judged.plan.caps[measure] + 1e-9,
    }));
  });

  readonly facts = computed(() => {
    const place = this.preview()?.place;
    if (!place) return [];
    return [
      `${this.diameter(place.diameterMm)} there: ${place.tool}`,
      `${this.length(place.heightCm)} above ground`,
      `closes in about ${place.closesYears < 1 ? 'a season' : `${place.closesYears.toFixed(1)} seasons`}`,
      this.lead()
        ? 'just over its join, sloped away from it to the other side, leaving no stump'
        : '5 to 8 mm over the bud, sloped 45° away from it, the high side over the bud',
    ];
  });

  /** What to mind at the cut shown, be it the plan's or one tried. */
  readonly cautions = computed(() => {
    const [state, judged, bench] = [this.state(), this.judged(), this.bench()];
    if (!state || !judged) return '';
    const out = judged.plan.acts.find((a) => a.kind === 'take-out' && a.stemId === this.stemId());
    const act = bench ? bench.actAt(this.atCm()) : out;
    return act ? cautionsFor(sceneOf(state), act).join(' ') : '';
  });

  /** The cut that takes a limb off altogether, where it goes. */
  readonly removal = computed(() => {
    const [state, judged] = [this.state(), this.judged()];
    if (!state || !judged) return undefined;
    const act = judged.plan.acts.find((a) => a.kind === 'take-out' && a.stemId === this.stemId());
    const place = act && placeOf(sceneOf(state), act);
    if (act?.kind !== 'take-out' || !place) return undefined;
    const years = (n: number): string => `${n.toFixed(1)} seasons`;
    return {
      place,
      how: act.how ?? 'collar',
      words: [
        `${this.diameter(place.diameterMm)}: ${place.tool}${place.isInThree ? ', in three cuts: under, over, then the collar' : ''}.`,
        act.how === 'bench'
          ? 'To a stub of 3 cm: hidden buds on its underside may make a new, weaker limb in this empty place.'
          : 'Just outside the collar, never flush, never leaving a peg.',
        `The wound closes in about ${years(place.closesYears)}.`,
        ...(place.flushYears !== undefined && place.flushMm !== undefined
          ? [
              `Cut flush it would be ${this.diameter(place.flushMm)} long and take ${years(place.flushYears)}, with no collar to close it.`,
            ]
          : []),
        ...(place.pegYears === undefined
          ? []
          : [
              `A peg of ${this.length(PEG_CM)} would stand dead until the stem has thickened round it, ${years(place.pegYears)} in all, and rot the while unless it is cut again.`,
            ]),
      ],
      fills: this.fillsItsPlace(judged),
    };
  });

  readonly joinSpacing = computed(() => {
    const cm = this.stem()?.budsSeen?.spacingCm;
    return cm === undefined ? '' : this.length(cm);
  });

  constructor() {
    effect(() => {
      this.judging.wantFirst(this.treeId());
      this.stemId();
      this.tried.set(undefined);
    });
  }

  /** What stands in the room of a limb that goes, and when. */
  private fillsItsPlace(judged: Judgement): { words: string; by: string | undefined } {
    const bearing = this.stem()?.runBearing.value ?? 0;
    const near = judged.chosen.limbs
      .filter(({ role }) => role === 'scaffold')
      .flatMap(({ stemId }) => this.state()?.tree.stems.find(({ id }) => id === stemId) ?? [])
      .map((limb) => ({ limb, turn: bearingDifference(limb.runBearing.value, bearing) }))
      .sort((a, b) => a.turn - b.turn)[0];
    const made = judged.plan.acts.find(
      (act) => act.kind === 'make-limb' && bearingDifference(act.bearingDeg, bearing) < 45,
    );
    if (made?.kind === 'make-limb') {
      const words = `A new limb near ${this.length(made.heightCm)}, begun this spring and there to choose next winter.`;
      return { words, by: undefined };
    }
    if (!near) return { words: 'Nothing that stays fills its room yet.', by: undefined };
    const { limb, turn } = near;
    const words =
      turn < 60
        ? `${limb.tag}, marked, stands ${Math.round(turn)}° from it now and spreads into its room next summer.`
        : `The nearest limb that stays is ${limb.tag}, marked, ${Math.round(turn)}° away: its side shoots reach this room in two or three summers.`;
    return { words, by: limb.id };
  }

  move(cm: number): void {
    const most = this.bench()?.stem.length.value ?? 0;
    this.tried.set(Math.max(5, Math.min(most, cm)));
    this.trouble.set(undefined);
  }

  typeLength(typed: string): void {
    const parsed = parseReading(typed, 'length', this.book.units());
    if (!parsed.ok) return this.trouble.set(parsed.message);
    const most = this.bench()?.stem.length.value ?? 0;
    if (parsed.reading.value > most || parsed.reading.value < 5)
      return this.trouble.set(
        `The limb is ${this.length(most)} long: a length from ${this.length(5)} to that.`,
      );
    this.move(parsed.reading.value);
  }

  /** What is seen of the bud by the cut corrects the spiral of the whole limb. */
  budFaces(facingDeg: number): void {
    const [stem, preview] = [this.stem(), this.preview()];
    if (!stem || !preview) return;
    const atCm = Math.round((preview.choices.find(({ isKnown }) => isKnown)?.atCm ?? this.atCm()) * 10) / 10;
    const before = stem.budsSeen ?? { facings: [] };
    const facings = [...before.facings.filter((seen) => Math.abs(seen.atCm - atCm) > 1), { atCm, facingDeg }];
    this.observe({ ...before, facings });
  }

  setSpacing(typed: string): void {
    const stem = this.stem();
    const parsed = parseReading(typed, 'length', this.book.units());
    if (!stem) return;
    if (!parsed.ok) return this.trouble.set(parsed.message);
    if (parsed.reading.value < 0.2 || parsed.reading.value > 50)
      return this.trouble.set('Buds stand between 2 mm and 50 cm apart.');
    this.trouble.set(undefined);
    this.observe({ ...(stem.budsSeen ?? { facings: [] }), spacingCm: parsed.reading.value });
  }

  private observe(budsSeen: {
    spacingCm?: number;
    facings: readonly { atCm: number; facingDeg: number }[];
  }): void {
    void this.book.record({ kind: 'visit', treeId: this.treeId(), stems: { [this.stemId()]: { budsSeen } } });
  }

  keep(): void {
    const toLengthCm = Math.round(this.atCm() * 10) / 10;
    void this.book.record({ kind: 'cut-set', treeId: this.treeId(), stemId: this.stemId(), toLengthCm });
    this.tried.set(undefined);
  }

  letProgram(): void {
    void this.book.record({ kind: 'cut-set', treeId: this.treeId(), stemId: this.stemId() });
    this.tried.set(undefined);
  }

  readonly isOwn = computed(() => this.state()?.cuts[this.stemId()] !== undefined);

  length(cm: number): string {
    return formatValue(cm, 'length', this.book.units());
  }

  diameter(mm: number): string {
    return formatValue(mm, 'diameter', this.book.units());
  }
}
