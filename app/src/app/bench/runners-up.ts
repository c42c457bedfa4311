import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { debounceTime } from 'rxjs';
import {
  actWords,
  deg,
  list,
  reasonsOf,
  sceneOf,
  share,
  tagOf,
  told,
  type ChosenSet,
  type Message,
  type Reason,
  type Verdict,
} from '../../../../core';
import { ReasonTold } from '../words/reason-told';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { BookStore } from '../book/book-store';
import { drawnSeason } from '../drawing/small-drawing';
import { LookOn } from '../judging/look-on';
import { PonderingTold } from '../judging/pondering';
import { Prices } from '../judging/prices';
import { TreeSilhouette } from '../yard/tree-silhouette';
import { BenchStore } from './bench-store';
import { OtherWounds } from './other-wounds';

/** What a good limb is worth in the search, hundredths of a point. */
const A_GOOD_LIMB = 10_000;
/** Least change of a gap that is told, deg. */
const TOLD_GAP_DEG = 5;
/** Time without a step after which one stands still, ms. */
const STILL_MS = 120;

/** The whole choice in short, the next best sets as drawings to try on, and the places no limb fills. */
@Component({
  selector: 'eb-runners-up',
  imports: [RouterLink, Say, Told, PonderingTold, ReasonTold, TreeSilhouette, OtherWounds],
  templateUrl: './runners-up.html',
  styleUrls: ['./runners-up.scss', './sets-to-try.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunnersUp {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  private readonly words = inject(Words);
  readonly lookOn = inject(LookOn);
  readonly prices = inject(Prices);
  readonly lookingOn = told('pondering.look-on');
  readonly pricing = told('pondering.prices');

  /** Where one stands once one stands still: the small drawings are not walked round with every step. */
  readonly standingDeg = toSignal(toObservable(this.bench.standingDeg).pipe(debounceTime(STILL_MS)), {
    initialValue: this.bench.standingDeg(),
  });

  readonly making = computed(() =>
    (this.bench.judged()?.plan.acts ?? []).filter((act) => act.kind === 'make-limb'),
  );

  /** Buds to notch on the limbs that stay, each told with its limb. */
  readonly notches = computed(() => {
    const state = this.bench.state();
    const acts = this.bench.judged()?.plan.acts ?? [];
    if (!state) return [];
    const scene = sceneOf(state);
    return acts
      .filter((act) => act.kind === 'notch')
      .map((act) =>
        told('runners-up.on-limb', { limb: tagOf(state.tree, act.stemId), what: actWords(scene, act) }),
      );
  });

  readonly season = computed(() => drawnSeason(this.bench.state(), this.book.today()));

  /** Extent of the small drawings, cm: all at one scale. */
  readonly extent = computed(() => {
    const room = this.bench.picture()?.room;
    return { fullCm: (room?.heightCm ?? 150) + 8, halfWidthCm: (room?.radiusCm ?? 60) + 6 };
  });

  readonly sets = computed(() => {
    const judged = this.bench.judged();
    if (!judged) return [];
    return judged.runnersUp.map((set, i) => ({
      set,
      tags: this.tags(set),
      difference: this.words.line([
        ...this.difference(set, judged.chosen),
        ...cutsInstead(this.bench.priced()?.runnersUpWounds[i]?.wounds, judged.plan.wounds),
      ]),
      verdicts: marked(set, judged.verdicts),
      isTried: this.bench.tried() === set,
    }));
  });

  /** How far the answer may be from the best there is, when the search was stopped. */
  readonly gap = computed(() => {
    const judged = this.bench.judged();
    if (!judged || judged.proven) return undefined;
    const [cost, bound] = [judged.chosen.cost, judged.bound];
    const isSameRank = cost[0] === bound[0] && cost[1] === bound[1];
    // A whole good limb is worth a hundred points, in hundredths.
    const by = share((cost[2] - bound[2]) / A_GOOD_LIMB);
    return isSameRank
      ? told('runners.best-found', { sets: judged.nodes, by })
      : told('runners.best-found.open', { sets: judged.nodes });
  });

  /** What is found of the limbs that stay, once the work is done. */
  readonly planned = computed<Reason[]>(() => {
    const [judged, state] = [this.bench.judged(), this.bench.state()];
    if (!judged || !state) return [];
    const findings = judged.setFindings.planned;
    return reasonsOf(findings, state.tree).map(({ grounds, ...finding }, i) => {
      const { rule, stemId } = findings[i] ?? {};
      const isOfLimb = rule !== 'bare-sector' && stemId !== undefined;
      const message = isOfLimb
        ? told('runners.of-limb', { limb: tagOf(state.tree, stemId), finding })
        : finding;
      return { ...message, ...(grounds && { grounds }) };
    });
  });

  tags(set: ChosenSet): string {
    return set.limbs
      .filter(({ role }) => role === 'scaffold')
      .map(({ stemId, correction }) => this.tag(stemId) + (correction ? '*' : ''))
      .sort((a, b) => a.localeCompare(b, 'en', { numeric: true }))
      .join(' · ');
  }

  shape(set: ChosenSet): string {
    return this.words.line(
      set.gaps.map(({ called, largestDeg, evenDeg }) =>
        told('runners.gap-of', { place: called, gap: deg(largestDeg), even: deg(evenDeg) }),
      ),
    );
  }

  hasCorrections(set: ChosenSet): boolean {
    return set.limbs.some(({ correction }) => correction);
  }

  tryOn(set: ChosenSet, isTried: boolean): void {
    this.bench.tryOn(isTried ? undefined : set);
  }

  keep(): void {
    void this.bench.keepTried();
  }

  /** What a set has more or less than the chosen one, and how its gaps change. */
  private difference(set: ChosenSet, chosen: ChosenSet): Message[] {
    const ids = (of: ChosenSet): string[] => of.limbs.map(({ stemId }) => stemId);
    const added = ids(set).filter((id) => !ids(chosen).includes(id));
    const dropped = ids(chosen).filter((id) => !ids(set).includes(id));
    const gap = (of: ChosenSet): number => Math.max(0, ...of.gaps.map(({ largestDeg }) => largestDeg));
    const wider = Math.round(gap(set) - gap(chosen));
    const tree = this.bench.state()?.tree ?? { stems: [] };
    const limbs = (of: readonly string[]) => list(of.map((id) => tagOf(tree, id)));
    const by = deg(Math.abs(wider));
    return [
      ...(added.length > 0 ? [told('runners.gains', { limbs: limbs(added) })] : []),
      ...(dropped.length > 0 ? [told('runners.loses', { limbs: limbs(dropped) })] : []),
      ...(Math.abs(wider) >= TOLD_GAP_DEG
        ? [told(wider > 0 ? 'runners.wider' : 'runners.narrower', { by })]
        : []),
    ];
  }

  private tag(stemId: string): string {
    return this.bench.state()?.tree.stems.find(({ id }) => id === stemId)?.tag ?? stemId;
  }
}

/** Verdicts as another set would have them, for a drawing. */
function marked(
  set: ChosenSet,
  verdicts: Readonly<Record<string, Verdict>>,
): Readonly<Record<string, Verdict>> {
  const kept = new Set(set.limbs.map(({ stemId }) => stemId));
  return Object.fromEntries(
    Object.entries(verdicts).map(([id, verdict]) => {
      const isLimb = ['scaffold', 'leader', 'out', 'temporary'].includes(verdict.decision);
      return [
        id,
        isLimb ? { ...verdict, decision: kept.has(id) ? ('scaffold' as const) : ('out' as const) } : verdict,
      ];
    }),
  );
}

const cutsInstead = (cuts: number | undefined, planned: number): Message[] =>
  cuts === undefined || cuts === planned ? [] : [told('runners.cuts', { cuts, planned })];
