import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { cm, deg, mm, told, yearsToClose } from '../../../../core';
import { BookStore } from '../book/book-store';
import { sceneWithCallus } from '../tree/callus-of';
import { TreeStore } from '../tree/tree-store';
import { Say, Told } from '../words/told';
import { CutCloseUp } from './cut-close-up';
import { CutOverLimb } from './cut-over-limb';
import { CutStore } from './cut-store';

/** A cut is made this far over its bud (common guidance). */
const OVER_BUD = { least: mm(5), most: mm(8) };

/** The cut close up: over its bud or its limb, with what, how it closes, and what to mind. */
@Component({
  selector: 'eb-cut-near',
  imports: [Say, Told, CutCloseUp, CutOverLimb],
  template: `
    @let stem = cut.stem();
    <h2>{{ 'cut.close-up' | say }}</h2>
    @if (stem && cut.isCut()) {
      @if (cut.lead(); as lead) {
        <eb-cut-over-limb
          [name]="lead.tag"
          [diameterMm]="diameterMm()"
          [sideMm]="lead.diameterMm"
          [limbDeg]="stem.shape.run.value"
          [besideDeg]="lead.besideDeg"
          [isUpper]="lead.angleDeg < stem.shape.run.value"
        />
      } @else if (cut.preview()?.choices?.[0]; as choice) {
        <eb-cut-close-up
          [diameterMm]="diameterMm()"
          [limbDeg]="stem.shape.run.value"
          [facingDeg]="choice.facingDeg"
          [shootDeg]="choice.angleDeg"
          [turnDeg]="choice.bearingDeg - stem.shape.runBearing.value"
        />
      }
      @if (facts().length > 0) {
        <ul class="reasons">
          @for (fact of facts(); track $index) {
            <li>{{ fact | told }}</li>
          }
        </ul>
        <p class="caution">
          @for (caution of cut.cautions(); track $index) {
            {{ caution | told }}
          }
          {{ 'caution.blade' | say }}
        </p>
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutNear {
  readonly cut = inject(CutStore);
  private readonly tree = inject(TreeStore);
  private readonly book = inject(BookStore);

  readonly diameterMm = computed(() => this.cut.preview()?.place?.diameterMm ?? 8);

  readonly facts = computed(() => {
    const place = this.cut.preview()?.place;
    const state = this.tree.state();
    if (!place || !state) return [];
    const scene = sceneWithCallus(this.book.read(), state);
    const closes = yearsToClose(scene.kind, place.diameterMm, scene.callus);
    return [
      told('cut.tool-there', { thick: mm(place.diameterMm), tool: told(`tool.${place.tool}`) }),
      told('cut.above-ground', { height: cm(place.heightCm) }),
      closes < 1 ? told('cut.closes.season') : told('cut.closes', { seasons: closes }),
      this.cut.lead()
        ? told('cut.over-join')
        : told('cut.over-bud', { ...OVER_BUD, slope: deg(place.slopeDeg) }),
    ];
  });
}
