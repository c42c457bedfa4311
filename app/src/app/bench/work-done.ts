import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { isAwaited } from '../../../../core';
import { DayField } from '../fields/day-field';
import { Say } from '../words/told';
import { BenchStore } from './bench-store';
import { BenchWork } from './bench-work';

/** The planned work written down as done, on the day it was; and the way to its card. */
@Component({
  selector: 'eb-work-done',
  imports: [DayField, RouterLink, Say],
  template: `
    @if (canBeDone()) {
      <div class="done">
        <eb-day-field [label]="'day.done-on'" [day]="bench.on()" (given)="bench.setDay($event)" />
        <button type="button" class="btn btn-act" (click)="work.workDone()">
          {{ 'season-strip.write-it-down-as' | say }}
        </button>
        <a [routerLink]="['/tree', bench.treeId(), 'card']">{{ 'work-list.card' | say }}</a>
      </div>
    }
  `,
  styles: `
    .done {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 14px;
      padding: 12px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkDone {
  readonly bench = inject(BenchStore);
  readonly work = inject(BenchWork);
  /** What is still to grow is no work to write down. */
  readonly canBeDone = computed(() => this.bench.judged()?.plan.acts.some((act) => !isAwaited(act)) ?? false);
}
