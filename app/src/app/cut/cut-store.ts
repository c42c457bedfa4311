import { computed, effect, inject, Injectable, signal } from '@angular/core';
import {
  whyUnread,
  cautionsFor,
  cm,
  cutBench,
  deg,
  mm,
  parseReading,
  sceneOf,
  told,
  type BudsSeen,
  type CutPreview,
  type Message,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { TreeStore } from '../tree/tree-store';

/** Shortest length a limb is cut to, and how far apart buds stand, cm. */
const LEAST_CUT_CM = 5;
const BUDS_APART_CM = { least: 0.2, most: 50 };
/** A cut this near to a limb's end is none, cm. */
const UNCUT_CM = 0.5;
/** A shoot nearer upright than this points nowhere, deg. */
const UPRIGHT_DEG = 10;

/** One limb under the knife: where the cut is, what it would do, and what is written down of it. */
@Injectable()
export class CutStore {
  private readonly book = inject(BookStore);
  private readonly tree = inject(TreeStore);

  readonly stemId = signal('');
  readonly stem = computed(() => this.tree.state()?.tree.stems.find(({ id }) => id === this.stemId()));

  readonly bench = computed(() => {
    const [state, judged] = [this.tree.state(), this.tree.judged()];
    return state && judged ? cutBench(state, judged, this.stemId()) : undefined;
  });

  /** Where the cut is being tried, cm; undefined for the plan's own. */
  readonly tried = signal<number | undefined>(undefined);
  readonly trouble = signal<Message | undefined>(undefined);

  readonly atCm = computed(() => {
    const bench = this.bench();
    return bench ? (this.tried() ?? bench.planned?.toLengthCm ?? bench.stem.length.value) : 0;
  });

  readonly preview = computed<CutPreview | undefined>(() => this.bench()?.previewAt(this.atCm()));

  private readonly mostCm = computed(() => this.bench()?.stem.length.value ?? 0);
  readonly isCut = computed(() => this.atCm() < this.mostCm() - UNCUT_CM);

  /** Whether the grower has set its length. */
  readonly isOwn = computed(() => this.tree.state()?.cuts[this.stemId()] !== undefined);

  /** Whether the plan's own cut wakes several buds at once. */
  readonly makesSeveral = computed(
    () => this.tried() === undefined && this.bench()?.planned?.purpose === 'next-tier',
  );

  /** The limb standing there that the cut goes to; undefined where it goes to a bud. */
  readonly lead = computed(() => {
    const to = this.preview()?.to;
    return to && { ...to, tag: this.tree.tagOf(to.stemId), way: wayOf(to) };
  });

  /** What to mind at the cut shown, be it the plan's, one tried, or one that takes the limb off. */
  readonly cautions = computed(() => {
    const [state, judged, bench] = [this.tree.state(), this.tree.judged(), this.bench()];
    if (!state || !judged) return [];
    const out = judged.plan.acts.find((a) => a.kind === 'take-out' && a.stemId === this.stemId());
    const act = bench ? bench.actAt(this.atCm()) : out;
    return act ? cautionsFor(sceneOf(state), act) : [];
  });

  constructor() {
    effect(() => {
      this.tree.treeId();
      this.stemId();
      this.tried.set(undefined);
    });
  }

  move(toCm: number): void {
    this.tried.set(Math.max(LEAST_CUT_CM, Math.min(this.mostCm(), toCm)));
    this.trouble.set(undefined);
  }

  typeLength(typed: string): void {
    const parsed = parseReading(typed, 'length', this.book.units());
    if (!parsed.ok) return this.trouble.set(whyUnread(parsed));
    const most = this.mostCm();
    if (parsed.reading.value > most || parsed.reading.value < LEAST_CUT_CM) {
      const args = { long: cm(most), least: cm(LEAST_CUT_CM) };
      return this.trouble.set(told('trouble.limb-length', args));
    }
    this.move(parsed.reading.value);
  }

  /** What is seen of the bud by the cut corrects the spiral of the whole limb. */
  budFaces(facingDeg: number): void {
    const preview = this.preview();
    if (!preview) return;
    const atCm = tenths(preview.choices.find(({ isKnown }) => isKnown)?.atCm ?? this.atCm());
    this.observe({ facings: [{ atCm, facingDeg }] });
  }

  setSpacing(typed: string): void {
    const parsed = parseReading(typed, 'length', this.book.units());
    if (!this.stem()) return;
    if (!parsed.ok) return this.trouble.set(whyUnread(parsed));
    const { least, most } = BUDS_APART_CM;
    if (parsed.reading.value < least || parsed.reading.value > most)
      return this.trouble.set(told('trouble.bud-spacing', { least: mm(least * 10), most: cm(most) }));
    this.trouble.set(undefined);
    this.observe({ facings: [], spacingCm: parsed.reading.value });
  }

  private observe(budsSeen: BudsSeen): void {
    const stems = { [this.stemId()]: { budsSeen } };
    void this.book.record({ kind: 'visit', treeId: this.tree.treeId(), stems });
  }

  /** The cut where it is tried stands in the plan, until it is given back. */
  keep(): void {
    const about = { treeId: this.tree.treeId(), stemId: this.stemId() };
    void this.book.record({ kind: 'cut-set', ...about, toLengthCm: tenths(this.atCm()) });
    this.tried.set(undefined);
  }

  letProgram(): void {
    void this.book.record({ kind: 'cut-set', treeId: this.tree.treeId(), stemId: this.stemId() });
    this.tried.set(undefined);
  }
}

const tenths = (lengthCm: number): number => Math.round(lengthCm * 10) / 10;

/** The way a shoot or a limb leads on. */
export function wayOf({ angleDeg, bearingDeg }: { angleDeg: number; bearingDeg: number }): Message {
  const angle = deg(angleDeg);
  return angleDeg < UPRIGHT_DEG
    ? told('cut.way.up', { angle })
    : told('cut.way', { angle, toward: deg(bearingDeg) });
}
