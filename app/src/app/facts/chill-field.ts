import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { HOURS_A_PORTION, kindFacts, KIND_YEARS, told, type Message } from '../../../../core';
import { Say, Told } from '../words/told';

const UNITS = ['portions', 'hours'] as const;
type Unit = (typeof UNITS)[number];
const A_UNIT: Readonly<Record<Unit, number>> = { portions: 1, hours: HOURS_A_PORTION };
const MOST_PORTIONS = 150;

/** Chill a variety asks for: in portions, or in hours as labels have it. Nothing where its kind does not rest. */
@Component({
  selector: 'eb-chill-field',
  imports: [Say, Told],
  template: `
    @if (usual() > 0) {
      <label for="tree-chill">{{ 'facts.chill' | say }}</label>
      <span class="chill">
        <span class="both">
          <input
            id="tree-chill"
            #much
            inputmode="decimal"
            maxlength="8"
            autocomplete="off"
            [value]="shown()"
            [attr.placeholder]="'form-chooser.not-said' | say"
            [attr.aria-invalid]="trouble() !== undefined"
            (change)="take(much.value)"
          />
          <select
            #counted
            [attr.aria-label]="'facts.chill-counted' | say"
            (change)="unit.set($any(counted.value))"
          >
            @for (one of units; track one) {
              <option [value]="one" [selected]="one === unit()">
                {{ $any('facts.chill.' + one) | say }}
              </option>
            }
          </select>
        </span>
        @if (trouble(); as trouble) {
          <small class="cell-trouble" role="alert">{{ trouble | told }}</small>
        } @else {
          <small class="quiet-words">{{ usually() | told }}</small>
        }
      </span>
    }
  `,
  styles: `
    :host:not(:has(label)) {
      display: none;
    }
    .chill {
      min-width: 0;
    }
    .both {
      display: flex;
      gap: 6px;
    }
    .both input {
      flex: 0 1 96px;
      min-width: 0;
    }
    .both select {
      flex: 1;
      min-width: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChillField {
  readonly kind = input.required<string>();
  readonly portions = input<number | undefined>();
  /** Portions; undefined where it is said no longer. */
  readonly given = output<number | undefined>();

  readonly units = UNITS;
  readonly unit = signal<Unit>('portions');
  private readonly wrong = signal<string | undefined>(undefined);

  /** What its kind is reckoned with, portions. */
  readonly usual = computed(() => KIND_YEARS[kindFacts(this.kind()).id].chill.value);
  readonly usually = computed<Message>(() =>
    told('facts.chill-usual', {
      kind: told(`kind.${kindFacts(this.kind()).id}`),
      n: Math.round(this.usual() * A_UNIT[this.unit()]),
      unit: told(`facts.chill.${this.unit()}`),
    }),
  );
  readonly shown = computed(() => {
    const [wrong, portions] = [this.wrong(), this.portions()];
    if (wrong !== undefined) return wrong;
    return portions === undefined ? '' : String(Math.round(portions * A_UNIT[this.unit()]));
  });
  readonly trouble = computed<Message | undefined>(() => {
    const typed = this.wrong();
    const most = MOST_PORTIONS * A_UNIT[this.unit()];
    return typed === undefined ? undefined : told('trouble.chill', { typed, most });
  });

  take(typed: string): void {
    const much = Number(typed.trim().replace(',', '.'));
    const portions = much / A_UNIT[this.unit()];
    const isGood = typed.trim() === '' || (portions >= 0 && portions <= MOST_PORTIONS);
    this.wrong.set(isGood ? undefined : typed);
    if (isGood) this.given.emit(typed.trim() === '' ? undefined : Math.round(portions * 10) / 10);
  }
}
