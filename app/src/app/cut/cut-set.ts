import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { cm } from '../../../../core';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { CutStore } from './cut-store';

/** The cut as a length to type, the distance between buds, and keeping a cut that is tried or giving it back. */
@Component({
  selector: 'eb-cut-set',
  imports: [Say, Told],
  template: `
    <div class="cut-set">
      <label>
        {{ 'cut.cut-to' | say }}
        <input #typed [value]="length()" (change)="cut.typeLength(typed.value)" inputmode="decimal" />
      </label>
      <label>
        {{ 'cut.buds-apart' | say }}
        <input
          #apart
          [value]="spacing()"
          [attr.placeholder]="'cut.not-measured' | say"
          (change)="cut.setSpacing(apart.value)"
        />
      </label>
      @if (cut.tried() !== undefined) {
        <button type="button" class="btn btn-act" (click)="cut.keep()">
          {{ (cut.isCut() ? 'cut.it-here' : 'cut.leave-whole') | say }}
        </button>
        <button type="button" class="btn btn-line" (click)="cut.tried.set(undefined)">
          {{ 'cut.back-to-the-plans' | say }}
        </button>
      } @else if (cut.isOwn()) {
        <button type="button" class="btn btn-line" (click)="cut.letProgram()">
          {{ 'ruling.undecided' | say }}
        </button>
      }
      @if (cut.trouble(); as words) {
        <span class="price" role="alert">{{ words | told }}</span>
      }
    </div>
  `,
  styleUrl: './cut-set.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutSet {
  readonly cut = inject(CutStore);
  private readonly words = inject(Words);

  readonly length = computed(() => this.words.arg(cm(this.cut.atCm())));
  readonly spacing = computed(() => {
    const spacingCm = this.cut.stem()?.budsSeen?.spacingCm;
    return spacingCm === undefined ? '' : this.words.arg(cm(spacingCm));
  });
}
