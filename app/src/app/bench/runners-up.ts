import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { debounceTime } from 'rxjs';
import { explainFinding, formatValue, type ChosenSet, type Say, type Verdict } from '../../../../core';
import { BookStore } from '../book/book-store';
import { drawnSeason } from '../drawing/small-drawing';
import { TreeSilhouette } from '../yard/tree-silhouette';
import { BenchStore } from './bench-store';
import { OtherWounds } from './other-wounds';

/** Time without a step after which one stands still, ms. */
const STILL_MS = 120;

/** The whole choice in short, the next best sets as drawings to try on, and the places no limb fills. */
@Component({
  selector: 'eb-runners-up',
  imports: [RouterLink, TreeSilhouette, OtherWounds],
  templateUrl: './runners-up.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunnersUp {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);

  /** Where one stands once one stands still: the small drawings are not walked round with every step. */
  readonly standingDeg = toSignal(toObservable(this.bench.standingDeg).pipe(debounceTime(STILL_MS)), {
    initialValue: this.bench.standingDeg(),
  });

  readonly making = computed(() =>
    (this.bench.judged()?.plan.acts ?? []).filter((act) => act.kind === 'make-limb'),
  );

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
      difference: [
        this.difference(set, judged.chosen),
        cutsInstead(this.bench.priced()?.runnersUpWounds[i]?.wounds, judged.plan.wounds),
      ]
        .filter(Boolean)
        .join('; '),
      verdicts: marked(set, judged.verdicts),
      isTried: this.bench.tried() === set,
    }));
  });

  /** How far the answer may be from the best there is, when the search was stopped. */
  readonly gap = computed(() => {
    const judged = this.bench.judged();
    if (!judged || judged.proven) return undefined;
    const { cost } = judged.chosen;
    const at = cost.findIndex((x, i) => x !== judged.bound[i]);
    const names = ['pins', 'rules', 'limbs short', 'form', 'merit', 'order'];
    const by = (cost[at] ?? 0) - (judged.bound[at] ?? 0);
    const unit = at >= 3 ? `${by / 10} points of ${names[at] ?? ''}` : `${by} ${names[at] ?? ''}`;
    return `The best found in ${judged.nodes} sets. No set can be better by more than ${unit}.`;
  });

  /** What is found of the limbs that stay, once the work is done. */
  readonly planned = computed(() => {
    const [judged, state] = [this.bench.judged(), this.bench.state()];
    if (!judged || !state) return [];
    const units = this.book.units();
    const say: Say = {
      length: (cm) => formatValue(cm, 'length', units),
      diameter: (mm) => formatValue(mm, 'diameter', units),
      angle: (deg) => formatValue(deg, 'angle', units),
      ratio: (share) => `${Math.round(share * 100)} %`,
      stem: (id) => this.tag(id),
    };
    return judged.setFindings.planned.map((finding) => {
      const whose = finding.rule === 'bare-sector' ? '' : `${this.tag(finding.stemId)}: `;
      return whose + explainFinding(finding, say);
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
    const gaps = set.gaps.map(
      ({ place, largestDeg, evenDeg }) =>
        `${place}: largest gap ${Math.round(largestDeg)}°, even would be ${Math.round(evenDeg)}°`,
    );
    return gaps.join('; ');
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
  private difference(set: ChosenSet, chosen: ChosenSet): string {
    const ids = (of: ChosenSet): string[] => of.limbs.map(({ stemId }) => stemId);
    const added = ids(set).filter((id) => !ids(chosen).includes(id));
    const dropped = ids(chosen).filter((id) => !ids(set).includes(id));
    const gap = (of: ChosenSet): number => Math.max(0, ...of.gaps.map(({ largestDeg }) => largestDeg));
    const wider = Math.round(gap(set) - gap(chosen));
    return [
      added.length > 0 ? `gains ${added.map((id) => this.tag(id)).join(', ')}` : '',
      dropped.length > 0 ? `loses ${dropped.map((id) => this.tag(id)).join(', ')}` : '',
      Math.abs(wider) >= 5 ? `largest gap ${Math.abs(wider)}° ${wider > 0 ? 'wider' : 'narrower'}` : '',
    ]
      .filter(Boolean)
      .join('; ');
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

const cutsInstead = (cuts: number | undefined, planned: number): string =>
  cuts === undefined || cuts === planned
    ? ''
    : `${cuts} ${cuts === 1 ? 'cut' : 'cuts'} instead of ${planned}`;
