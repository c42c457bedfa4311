import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  effect,
  ElementRef,
  inject,
  untracked,
  viewChild,
  ViewEncapsulation,
} from '@angular/core';
import { compassCalled, deg, formOf } from '../../../../core';
import { PlanDrawing } from '../drawing/plan-drawing';
import { Words } from '../words/words';
import { BenchStore } from './bench-store';
import { FollowFigure } from './follow-figure';
import { Say } from '../words/told';

const SIDE = 280;

/** The tree from above. Pointing gives a bearing to the reading being filled; on the rim it is where one stands. */
@Component({
  imports: [Say],
  selector: 'eb-plan-from-above',
  template: `
    <div
      #host
      class="plan-host"
      [class.pointing]="bench.filling()?.field === 'bearing'"
      (pointerdown)="point($event, true)"
      (pointermove)="point($event, false)"
      (pointerup)="walking = false"
      (pointercancel)="walking = false"
    ></div>
    <label class="stand">
      <span class="visually-hidden">{{ 'plan-from-above.bearing-you-stand-on' | say }}</span>
      <input
        type="range"
        min="0"
        max="359"
        step="1"
        #range
        [value]="bench.standingDeg()"
        [attr.aria-valuetext]="word()"
        (input)="bench.stand(range.valueAsNumber)"
      />
    </label>
    <p class="stand-words">{{ hint() }}</p>
  `,
  styleUrls: ['./plan-from-above.scss', './standing.scss', '../drawing/drawing.scss'],
  encapsulation: ViewEncapsulation.None,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanFromAbove {
  readonly bench = inject(BenchStore);
  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');
  private readonly follow = inject(FollowFigure);
  private drawing: PlanDrawing | undefined;
  walking = false;

  private readonly words = inject(Words);

  constructor() {
    afterNextRender(() => {
      this.drawing = new PlanDrawing(
        this.host().nativeElement,
        (id) => this.bench.take(id),
        (to) => this.follow.to(to),
        this.words,
      );
      this.draw();
    });
    effect(() => this.draw());
    effect(() => this.drawing?.turn(this.bench.standingDeg()));
    effect(() => this.drawing?.select(this.bench.inHand()));
  }

  readonly word = (): string =>
    this.words.say('stand.bearing', {
      bearing: deg(this.bench.standingDeg()),
      way: compassCalled(this.bench.standingDeg()),
    });

  hint(): string {
    return this.bench.filling()?.field === 'bearing'
      ? this.words.say('stand.point')
      : this.words.say('stand.you', { way: compassCalled(this.bench.standingDeg()) });
  }

  point(event: PointerEvent, isDown: boolean): void {
    const { drawing } = this;
    if (!drawing) return;
    const box = this.host().nativeElement.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * SIDE;
    const y = ((event.clientY - box.top) / box.height) * SIDE;
    const bearing = drawing.bearingAt(x, y);
    const filling = this.bench.filling();
    if (isDown && filling?.field === 'bearing') {
      event.preventDefault();
      void this.bench.type(filling.row, 'bearing', String(bearing));
      return;
    }
    if (isDown) this.walking = Math.hypot(x - SIDE / 2, y - SIDE / 2) > SIDE / 2 - 40;
    if (!this.walking) return;
    if (isDown) this.host().nativeElement.setPointerCapture(event.pointerId);
    this.bench.stand(bearing);
  }

  private draw(): void {
    const [picture, state] = [this.bench.pictureBeside(), this.bench.state()];
    if (!picture || !state) return;
    const isFlat = formOf(state.form)?.needsWall ?? false;
    this.drawing?.show(picture, SIDE, isFlat ? state.site.wallBearingDeg : undefined);
    untracked(() => {
      this.drawing?.turn(this.bench.standingDeg());
      this.drawing?.select(this.bench.inHand());
    });
  }
}
