import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { formOf, sceneOf, type Ruling, type Stem, type Verdict } from '../../../../../core';
import { Say } from '../../words/told';
import { BenchStore } from '../bench-store';

/** The grower's own word on a limb, against the program's. */
@Component({
  selector: 'eb-limb-rulings',
  imports: [Say],
  template: `
    @if (canRule()) {
      <div class="rulings" role="group" [attr.aria-label]="'ruling.otherwise' | say">
        @if (verdict().ruling === 'undecided') {
          @if (verdict().decision === 'out') {
            <button type="button" class="btn btn-ink" (click)="rule('keep')">
              {{ 'ruling.keep' | say }}
            </button>
            <button type="button" class="btn btn-line" (click)="rule('wait')">
              {{ 'ruling.wait' | say }}
            </button>
          } @else if (verdict().decision === 'temporary') {
            <button type="button" class="btn btn-ink" (click)="rule('keep')">
              {{ 'ruling.keep' | say }}
            </button>
            <button type="button" class="btn btn-line" (click)="rule('out')">
              {{ 'ruling.out-now' | say }}
            </button>
          } @else {
            <button type="button" class="btn btn-ink" (click)="rule('out')">{{ 'ruling.out' | say }}</button>
          }
          @if (couldLead() && verdict().decision !== 'leader') {
            <button type="button" class="btn btn-ink" (click)="rule('leader')">
              {{ 'ruling.leader' | say }}
            </button>
          }
        } @else {
          <button type="button" class="btn btn-ink" (click)="rule('undecided')">
            {{ 'ruling.undecided' | say }}
          </button>
        }
      </div>
    }
  `,
  styleUrl: './limb-rulings.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbRulings {
  readonly stem = input.required<Stem>();
  readonly verdict = input.required<Verdict>();
  private readonly bench = inject(BenchStore);

  /** Whether the program may be overruled here: on all but the stem itself and what goes with its carrier anyway. */
  readonly canRule = computed(() => {
    const { decision } = this.verdict();
    const isStem = decision === 'trunk' || (decision === 'leader' && this.stem().parent.kind === 'ground');
    return !isStem && decision !== 'goes-with';
  });

  /** A limb as upright as one that can take over the top may be told to lead. */
  readonly couldLead = computed(() => {
    const state = this.bench.state();
    if (!state || !(formOf(state.form)?.hasLeader ?? false)) return false;
    return this.stem().shape.run.value < sceneOf(state).limits('rival.uprightDeg').value + NEARLY_UPRIGHT_DEG;
  });

  rule(ruling: Ruling): void {
    void this.bench.overrule(this.stem().id, ruling);
  }
}

/** Past the figure by which a limb rivals the leader it may still be told to lead, deg. */
const NEARLY_UPRIGHT_DEG = 5;
