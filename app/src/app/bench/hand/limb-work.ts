import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { actWords, cautionsFor, holdsOf } from '../../../../../core';
import { ReasonTold } from '../../words/reason-told';
import { Told } from '../../words/told';
import { BenchStore } from '../bench-store';
import { HandStore } from './hand-store';

/** What is planned on the limb in hand: each act as the card tells it, why, and what to mind. */
@Component({
  selector: 'eb-limb-work',
  imports: [ReasonTold, Told],
  template: `
    @for (act of acts(); track act.id) {
      <p class="act" [attr.data-act]="act.kind">
        <b>{{ act.words | told }}.</b>&ngsp;
        @if (act.isNews) {
          <eb-reason [reason]="act.reason" [of]="bench.state()" />
        }
        @if (act.holds.length > 0) {
          <span class="holds">
            @for (line of act.holds; track $index) {
              <span>{{ line | told }}</span>
            }
          </span>
        }
        @for (caution of act.cautions; track $index) {
          <small class="at-act">{{ caution | told }}</small>
        }
      </p>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimbWork {
  readonly stemId = input.required<string>();
  readonly bench = inject(BenchStore);
  private readonly hand = inject(HandStore);

  readonly acts = computed(() => {
    const scene = this.hand.scene();
    if (!scene) return [];
    // What the verdict has said already is not said again at the act.
    const said = new Set((this.hand.verdict()?.reasons ?? []).map((reason) => JSON.stringify(reason)));
    return (this.bench.judged()?.plan.acts ?? [])
      .filter((act) => 'stemId' in act && act.stemId === this.stemId())
      .map((act) => ({
        ...{ id: act.id, kind: act.kind, reason: act.reason, isNews: !said.has(JSON.stringify(act.reason)) },
        ...{ words: actWords(scene, act), cautions: cautionsFor(scene, act) },
        holds: holdsOf(act),
      }));
  });
}
