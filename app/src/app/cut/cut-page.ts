import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  asWritten,
  bearingDifference,
  cautionsFor,
  cutBench,
  cm,
  deg,
  MEASURES,
  measureCalled,
  mm,
  tagOf,
  told,
  parseReading,
  BENCH_CM,
  PEG_CM,
  placeOf,
  sceneOf,
  type BudChoice,
  type CutPreview,
  type Judgement,
  type Message,
} from '../../../../core';
import { OtherWounds } from '../bench/other-wounds';
import { BookStore } from '../book/book-store';
import { TreeStore } from '../tree/tree-store';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
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
/** A cut is made this far over its bud (common guidance). */
const OVER_BUD = { least: mm(5), most: mm(8) };
/** A shoot nearer upright than this points nowhere, deg. */
const UPRIGHT_DEG = 10;
/** A limb to be made stands in the room of one that goes within this bearing of it; one that stays is next to it within the second, deg. */
const ITS_ROOM_DEG = 45;
const NEXT_TO_DEG = 60;
/** Shortest length a limb is cut to, and how far apart buds stand, cm. */
const LEAST_CUT_CM = 5;
const BUDS_APART_CM = { least: 0.2, most: 50 };
/** Room for a shoot beyond the longest limb, seen from above, cm. */
const SHOOT_ROOM_CM = 25;

/** One limb under the knife: its buds, where each would lead, and a cut to drag along it. */
@Component({
  selector: 'eb-cut-page',
  imports: [
    RouterLink,
    Say,
    Told,
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
  readonly tree = inject(TreeStore);
  readonly treeId = this.tree.treeId;
  readonly stemId = input.required<string>();
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);

  readonly state = this.tree.state;
  readonly judged = this.tree.judged;
  readonly stem = computed(() => this.state()?.tree.stems.find(({ id }) => id === this.stemId()));
  readonly season = this.tree.season;

  readonly bench = computed(() => {
    const [state, judged] = [this.state(), this.judged()];
    return state && judged ? cutBench(state, judged, this.stemId()) : undefined;
  });

  /** Where the cut is being tried, cm; undefined for the plan's own. */
  readonly tried = signal<number | undefined>(undefined);
  readonly trouble = signal<Message | undefined>(undefined);

  readonly atCm = computed(() => {
    const bench = this.bench();
    if (!bench) return 0;
    return this.tried() ?? bench.planned?.toLengthCm ?? bench.stem.length.value;
  });

  readonly preview = computed<CutPreview | undefined>(() => this.bench()?.previewAt(this.atCm()));

  /** Height the small drawing is made for, cm. */
  readonly fullCm = computed(() => (this.tree.extent()?.heightCm ?? 190) * 1.05);

  /** How far round the stem the drawing from above reaches, with room for shoots to come, cm. */
  readonly radiusCm = computed(() => (this.tree.extent()?.radiusCm ?? 75) + SHOOT_ROOM_CM);

  readonly isCut = computed(() => this.atCm() < (this.bench()?.stem.length.value ?? 0) - 0.5);

  readonly choices = computed(() =>
    (this.preview()?.choices ?? []).slice(0, TOLD).map((choice, i) => ({
      ...choice,
      isBest: i === 0 && choice.fit !== 'refused',
      at: this.length(choice.atCm),
      way: this.wayInto(choice),
    })),
  );

  /** The limb standing there that the cut goes to; undefined where it goes to a bud. */
  readonly lead = computed(() => {
    const to = this.preview()?.to;
    return to && { ...to, tag: this.tree.tagOf(to.stemId), way: this.wayOf(to) };
  });

  /** Side shoots close by that the limb could be cut to, with the length that does it. */
  readonly shoots = computed(() =>
    (this.preview()?.shoots ?? []).slice(0, TOLD_SHOOTS).map((shoot) => ({
      ...shoot,
      tag: this.tree.tagOf(shoot.stemId),
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
    if (!this.isCut()) return told('cut.not-cut');
    if (this.lead()) return told('cut.to-limb');
    return told(this.makesSeveral() ? 'cut.which-buds' : 'cut.which-bud');
  });

  private wayOf({ angleDeg, bearingDeg }: { angleDeg: number; bearingDeg: number }): Message {
    const angle = deg(angleDeg);
    return angleDeg < UPRIGHT_DEG
      ? told('cut.way.up', { angle })
      : told('cut.way', { angle, toward: deg(bearingDeg) });
  }

  /** The way a bud's shoot would take, with the gap it would grow into, if any. */
  private wayInto(choice: BudChoice): Message {
    const way = this.wayOf(choice);
    const { gap } = choice;
    const tree = this.state()?.tree ?? { stems: [] };
    if (!gap) return way;
    const [one, other] = [tagOf(tree, gap.fromId), tagOf(tree, gap.toId)];
    return told('cut.way.into', { way, gap: deg(gap.widthDeg), one, other });
  }

  readonly shown = computed<BudChoice | undefined>(() => this.preview()?.choices[0]);

  /** The second bud of a fork, where the plan's own cut makes one. */
  readonly second = computed(() => {
    const planned = this.bench()?.planned;
    if (!planned?.second || this.tried() !== undefined) return undefined;
    return told('cut.second', { facing: planned.second.facing, way: this.wayOf(planned.second) });
  });

  readonly account = computed(() => {
    const [preview, judged] = [this.preview(), this.judged()];
    if (!preview || !judged) return [];
    return MEASURES.map((measure) => ({
      called: measureCalled(measure),
      percent: (preview.account[measure] * 100).toFixed(1),
      was: (judged.plan.account[measure] * 100).toFixed(1),
      isOver: preview.account[measure] > judged.plan.caps[measure] + 1e-9,
    }));
  });

  readonly facts = computed(() => {
    const place = this.preview()?.place;
    if (!place) return [];
    return [
      told('cut.tool-there', { thick: mm(place.diameterMm), tool: told(`tool.${place.tool}`) }),
      told('cut.above-ground', { height: cm(place.heightCm) }),
      place.closesYears < 1 ? told('cut.closes.season') : told('cut.closes', { seasons: place.closesYears }),
      this.lead() ? told('cut.over-join') : told('cut.over-bud', { ...OVER_BUD, slope: deg(place.slopeDeg) }),
    ];
  });

  /** What to mind at the cut shown, be it the plan's or one tried. */
  readonly cautions = computed(() => {
    const [state, judged, bench] = [this.state(), this.judged(), this.bench()];
    if (!state || !judged) return [];
    const out = judged.plan.acts.find((a) => a.kind === 'take-out' && a.stemId === this.stemId());
    const act = bench ? bench.actAt(this.atCm()) : out;
    return act ? cautionsFor(sceneOf(state), act) : [];
  });

  /** The cut that takes a limb off altogether, where it goes. */
  readonly removal = computed(() => {
    const [state, judged] = [this.state(), this.judged()];
    if (!state || !judged) return undefined;
    const act = judged.plan.acts.find((a) => a.kind === 'take-out' && a.stemId === this.stemId());
    const place = act && placeOf(sceneOf(state), act);
    if (act?.kind !== 'take-out' || !place) return undefined;
    const { flushYears, flushMm, pegYears } = place;
    const thickAndTool = { thick: mm(place.diameterMm), tool: told(`tool.${place.tool}`) };
    return {
      place,
      how: act.how ?? 'collar',
      lines: [
        told(place.isInThree ? 'cut.removal.three' : 'cut.removal', thickAndTool),
        act.how === 'bench' ? told('cut.bench', { stub: cm(BENCH_CM) }) : told('cut.collar'),
        told('cut.wound-closes', { seasons: place.closesYears }),
        ...(flushYears !== undefined && flushMm !== undefined
          ? [told('cut.flush', { long: mm(flushMm), seasons: flushYears })]
          : []),
        ...(pegYears === undefined ? [] : [told('cut.peg', { peg: cm(PEG_CM), seasons: pegYears })]),
      ],
      fills: this.fillsItsPlace(judged),
    };
  });

  readonly joinSpacing = computed(() => {
    const spacingCm = this.stem()?.budsSeen?.spacingCm;
    return spacingCm === undefined ? '' : this.length(spacingCm);
  });

  constructor() {
    effect(() => {
      this.treeId();
      this.stemId();
      this.tried.set(undefined);
    });
  }

  /** What stands in the room of a limb that goes, and when. */
  private fillsItsPlace(judged: Judgement): { words: Message; by: string | undefined } {
    const bearing = this.stem()?.shape.runBearing.value ?? 0;
    const near = judged.chosen.limbs
      .filter(({ role }) => role === 'scaffold')
      .flatMap(({ stemId }) => this.state()?.tree.stems.find(({ id }) => id === stemId) ?? [])
      .map((limb) => ({ limb, turn: bearingDifference(limb.shape.runBearing.value, bearing) }))
      .sort((a, b) => a.turn - b.turn)[0];
    const made = judged.plan.acts.find(
      (act) => act.kind === 'make-limb' && bearingDifference(act.bearingDeg, bearing) < ITS_ROOM_DEG,
    );
    if (made?.kind === 'make-limb') {
      return { words: told('fills.new', { height: cm(made.heightCm) }), by: undefined };
    }
    if (!near) return { words: told('fills.nothing'), by: undefined };
    const { limb, turn } = near;
    const args = { limb: { tag: limb.tag }, turn: deg(turn) };
    return { words: told(turn < NEXT_TO_DEG ? 'fills.near' : 'fills.far', args), by: limb.id };
  }

  move(toCm: number): void {
    const most = this.bench()?.stem.length.value ?? 0;
    this.tried.set(Math.max(LEAST_CUT_CM, Math.min(most, toCm)));
    this.trouble.set(undefined);
  }

  typeLength(typed: string): void {
    const parsed = parseReading(typed, 'length', this.book.units());
    if (!parsed.ok) return this.trouble.set(asWritten(parsed.message));
    const most = this.bench()?.stem.length.value ?? 0;
    if (parsed.reading.value > most || parsed.reading.value < LEAST_CUT_CM) {
      const args = { long: cm(most), least: cm(LEAST_CUT_CM) };
      return this.trouble.set(told('trouble.limb-length', args));
    }
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
    if (!parsed.ok) return this.trouble.set(asWritten(parsed.message));
    const { least, most } = BUDS_APART_CM;
    if (parsed.reading.value < least || parsed.reading.value > most)
      return this.trouble.set(told('trouble.bud-spacing', { least: mm(least * 10), most: cm(most) }));
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

  length(lengthCm: number): string {
    return this.words.arg(cm(lengthCm));
  }
}
