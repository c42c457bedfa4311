import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { placeOf, sceneOf, stemOf, type Step, type TreeState } from '../../../../core';
import { CollarCloseUp } from '../cut/collar-close-up';
import { CutCloseUp } from '../cut/cut-close-up';

/** The cut of a step close up, as it is: at the bud, or at the collar. */
@Component({
  selector: 'eb-step-close-up',
  imports: [CollarCloseUp, CutCloseUp],
  template: `
    @if (bud(); as bud) {
      <eb-cut-close-up
        [diameterMm]="bud.diameterMm"
        [limbDeg]="bud.limbDeg"
        [facingDeg]="bud.facingDeg"
        [shootDeg]="bud.shootDeg"
        [turnDeg]="bud.turnDeg"
      />
    } @else if (collar(); as collar) {
      <eb-collar-close-up
        [diameterMm]="collar.diameterMm"
        [limbDeg]="collar.limbDeg"
        [isInThree]="collar.isInThree"
        [isBench]="collar.isBench"
      />
    }
  `,
  styleUrl: './step-close-up.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StepCloseUp {
  readonly step = input.required<Step>();
  readonly state = input.required<TreeState>();

  private readonly act = computed(() => {
    const step = this.step();
    return step.kind === 'act' ? step.act : undefined;
  });

  readonly bud = computed(() => {
    const act = this.act();
    if (act?.kind !== 'shorten' || !act.bud) return undefined;
    const stem = stemOf(this.state().tree, act.stemId);
    if (!stem) return undefined;
    const { facingDeg, angleDeg, bearingDeg } = act.bud;
    return {
      ...{ diameterMm: act.diameterMm, limbDeg: stem.shape.run.value, facingDeg, shootDeg: angleDeg },
      turnDeg: bearingDeg - stem.shape.runBearing.value,
    };
  });

  readonly collar = computed(() => {
    const act = this.act();
    if (act?.kind !== 'take-out') return undefined;
    const place = placeOf(sceneOf(this.state()), act);
    const stem = stemOf(this.state().tree, act.stemId);
    return (
      place &&
      stem && {
        ...{ diameterMm: place.diameterMm, isInThree: place.isInThree, isBench: act.how === 'bench' },
        limbDeg: stem.shape.departure.value,
      }
    );
  });
}
