import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  day,
  kindFacts,
  kindSeason,
  seasonOf,
  STAGES,
  told,
  type Message,
  type Stage,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { DayField } from '../fields/day-field';
import { Say, Told } from '../words/told';
import { BenchStore } from './bench-store';
import { BenchWork } from './bench-work';

/** So many of the next stages are told. */
const TOLD = 3;

/** What this tree comes to next here, as reckoned and as seen; and writing down what was seen, which moves the rest. */
@Component({
  selector: 'eb-stages-here',
  imports: [DayField, Say, Told],
  template: `
    <section class="stages" [attr.aria-label]="'stages-here.title' | say">
      <h3>{{ 'stages-here.title' | say }}</h3>
      <ul>
        @for (line of lines(); track $index) {
          <li>{{ line | told }}</li>
        }
      </ul>
      <p class="seen">
        <label
          >{{ 'stages-here.saw' | say }}
          <select #stage>
            @for (one of stages(); track one) {
              <option [value]="one">{{ $any('stage.' + one) | say }}</option>
            }
          </select>
        </label>
        <eb-day-field [label]="'stages-here.on'" [day]="bench.on()" (given)="bench.setDay($event)" />
        <button type="button" class="btn btn-line" (click)="see($any(stage.value))">
          {{ 'stages-here.write' | say }}
        </button>
      </p>
    </section>
  `,
  styleUrl: './stages-here.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StagesHere {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  private readonly work = inject(BenchWork);

  private readonly seasons = computed(() => {
    const state = this.bench.state();
    if (!state) return [];
    const place = this.book.placeOf()(state.site.id);
    const now = seasonOf(state.site, this.book.today());
    const { kind, variety } = state.record;
    return [now - 1, now, now + 1].map((season) => kindSeason(place, kindFacts(kind).id, season, variety));
  });

  /** The stages of its kind, in the order they come. */
  readonly stages = computed<readonly Stage[]>(() => {
    const here = this.seasons()[1]?.stages ?? {};
    return STAGES.filter((stage) => here[stage] !== undefined);
  });

  readonly lines = computed<Message[]>(() => {
    const today = this.book.today();
    const all = this.seasons().flatMap(({ stages }) => Object.values(stages));
    const seen = all
      .filter(({ isSeen, on }) => isSeen && on <= today)
      .sort((a, b) => (a.on < b.on ? 1 : -1))[0];
    const coming = all.filter(({ on }) => on > today).sort((a, b) => (a.on < b.on ? -1 : 1));
    return [
      ...(seen ? [told('stages-here.seen', { stage: told(`stage.${seen.stage}`), on: day(seen.on) })] : []),
      ...coming.slice(0, TOLD).map(({ stage, on, sureDays, movedDays }) => {
        const args = { stage: told(`stage.${stage}`), on: day(on), n: Math.round(sureDays) };
        const by = Math.abs(movedDays);
        if (by === 0) return told('stages-here.coming', args);
        return told(movedDays > 0 ? 'stages-here.later' : 'stages-here.sooner', { ...args, by });
      }),
    ];
  });

  see(stage: Stage): void {
    void this.work.stageSeen(stage);
  }
}
