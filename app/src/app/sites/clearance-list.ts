import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import { compassCalled, told, type ClearanceSector } from '../../../../core';
import { MeasureField } from '../fields/measure-field';
import { Say, Told } from '../words/told';

/** A side of a new line: half of the round, which the grower then narrows or widens. */
const NEW: ClearanceSector = { fromDeg: 315, toDeg: 135, heightCm: 150, why: '' };
const MOST = 36;

/** What browses or passes, on which side, and how high limbs must be clear of it. */
@Component({
  selector: 'eb-clearance-list',
  imports: [MeasureField, Say, Told],
  template: `
    <ul class="lines">
      @for (line of lines(); track $index) {
        <li [attr.data-clearance]="$index">
          <label class="why"
            >{{ 'clearance.why' | say }}
            <input
              #why
              maxlength="120"
              [value]="line.sector.why"
              (change)="change($index, { why: why.value })"
            />
          </label>
          <label
            ><span class="visually-hidden">{{ 'clearance.what' | say }}</span>
            <select #what (change)="change($index, { what: $any(what.value) })">
              <option value="passes" [selected]="line.sector.what !== 'browses'">
                {{ 'clearance.passes' | say }}
              </option>
              <option value="browses" [selected]="line.sector.what === 'browses'">
                {{ 'clearance.browses' | say }}
              </option>
            </select>
          </label>
          <eb-measure-field
            [label]="'clearance.up-to'"
            dimension="length"
            [value]="line.sector.heightCm"
            [most]="500"
            (given)="$event !== undefined && change($index, { heightCm: $event })"
          />
          <label class="round"
            ><input
              #round
              type="checkbox"
              [checked]="line.isRound"
              (change)="change($index, round.checked ? allRound : halfRound)"
            />
            {{ 'clearance.all-round' | say }}</label
          >
          @if (!line.isRound) {
            <eb-measure-field
              [label]="'clearance.from'"
              dimension="bearing"
              [value]="line.sector.fromDeg"
              (given)="$event !== undefined && change($index, { fromDeg: $event })"
            />
            <eb-measure-field
              [label]="'clearance.to'"
              dimension="bearing"
              [value]="line.sector.toDeg"
              (given)="$event !== undefined && change($index, { toDeg: $event })"
            />
            <span class="quiet-words">{{ line.sides | told }}</span>
          }
          <button type="button" class="tool" (click)="remove($index)">
            {{ 'clearance.remove' | say }}
          </button>
        </li>
      }
    </ul>
    @if (lines().length < most) {
      <button type="button" class="btn btn-line" (click)="add()">{{ 'clearance.add' | say }}</button>
    }
  `,
  styleUrl: './clearance-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ClearanceList {
  readonly sectors = input.required<readonly ClearanceSector[]>();
  readonly given = output<readonly ClearanceSector[]>();
  readonly most = MOST;
  readonly allRound = { fromDeg: 0, toDeg: 360 };
  readonly halfRound = { fromDeg: NEW.fromDeg, toDeg: NEW.toDeg };

  /** What was given last and does not come back from the book yet. */
  private readonly awaited = signal<readonly ClearanceSector[] | undefined>(undefined);
  /**
   * The lines as they stand by now: one field may be changed before what came of the last is drawn, and what comes back from the book
   * meanwhile is older than what was typed since.
   */
  private readonly now = linkedSignal<readonly ClearanceSector[], readonly ClearanceSector[]>({
    source: () => this.sectors(),
    computation: (sectors, before) => {
      const awaited = untracked(this.awaited);
      return before && awaited && !isSame(sectors, awaited) ? before.value : sectors;
    },
  });

  readonly lines = computed(() =>
    this.now().map((sector) => ({
      sector,
      isRound: sector.toDeg - sector.fromDeg === 360,
      sides: told('clearance.sides', {
        from: compassCalled(sector.fromDeg),
        to: compassCalled(sector.toDeg),
      }),
    })),
  );

  constructor() {
    effect(() => {
      const [sectors, awaited] = [this.sectors(), this.awaited()];
      if (awaited && isSame(sectors, awaited)) this.awaited.set(undefined);
    });
  }

  add(): void {
    this.give([...this.now(), NEW]);
  }

  change(at: number, change: Partial<ClearanceSector>): void {
    this.give(this.now().map((sector, i) => (i === at ? { ...sector, ...change } : sector)));
  }

  remove(at: number): void {
    this.give(this.now().filter((_, i) => i !== at));
  }

  private give(sectors: readonly ClearanceSector[]): void {
    this.now.set(sectors);
    this.awaited.set(sectors);
    this.given.emit(sectors);
  }
}

const isSame = (some: readonly ClearanceSector[], others: readonly ClearanceSector[]): boolean =>
  some.length === others.length &&
  some.every((one, i) => {
    const other = others[i] as ClearanceSector;
    return (['fromDeg', 'toDeg', 'heightCm', 'why', 'what'] as const).every(
      (name) => one[name] === other[name],
    );
  });
