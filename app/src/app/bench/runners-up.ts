import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { ChosenSet } from '../../../../core';
import { BenchStore } from './bench-store';

/** The whole choice in short, the next best sets beside it, and the places no limb fills. */
@Component({
  selector: 'eb-runners-up',
  template: `
    @if (bench.judged(); as judged) {
      <h2>The limbs that stay</h2>
      <p class="chosen-set">{{ tags(judged.chosen) }}</p>
      <p class="quiet-words">{{ shape(judged.chosen) }}</p>
      @if (!judged.proven) {
        <p class="price">The best found so far; the search was stopped before it was proven best.</p>
      }
      @for (act of making(); track $index) {
        <p class="act" data-act="make-limb">{{ act.reason.words }} <small>Cut away from your hand.</small></p>
      }
      @if (judged.runnersUp.length > 0) {
        <h2>Nearly as good</h2>
        <ol class="runners">
          @for (set of judged.runnersUp; track $index) {
            <li>
              <b>{{ tags(set) }}</b>
              <span class="change">{{ difference(set, judged.chosen) }}</span>
            </li>
          }
        </ol>
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunnersUp {
  readonly bench = inject(BenchStore);

  readonly making = computed(() =>
    (this.bench.judged()?.plan.acts ?? []).filter((act) => act.kind === 'make-limb'),
  );

  tags(set: ChosenSet): string {
    return set.limbs
      .filter(({ role }) => role === 'scaffold')
      .map(({ stemId }) => this.tag(stemId))
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

  /** What a set has more or less than the chosen one, and how its gaps change. */
  difference(set: ChosenSet, chosen: ChosenSet): string {
    const ids = (of: ChosenSet): string[] => of.limbs.map(({ stemId }) => stemId);
    const added = ids(set).filter((id) => !ids(chosen).includes(id));
    const dropped = ids(chosen).filter((id) => !ids(set).includes(id));
    const gap = (of: ChosenSet): number => Math.max(0, ...of.gaps.map(({ largestDeg }) => largestDeg));
    const wider = Math.round(gap(set) - gap(chosen));
    return [
      added.length > 0 ? `with ${added.map((id) => this.tag(id)).join(', ')}` : '',
      dropped.length > 0 ? `without ${dropped.map((id) => this.tag(id)).join(', ')}` : '',
      Math.abs(wider) >= 5 ? `largest gap ${Math.abs(wider)}° ${wider > 0 ? 'wider' : 'narrower'}` : '',
    ]
      .filter(Boolean)
      .join('; ');
  }

  private tag(stemId: string): string {
    return this.bench.state()?.tree.stems.find(({ id }) => id === stemId)?.tag ?? stemId;
  }
}
