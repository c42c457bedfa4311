import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  signal,
  viewChild,
  ViewEncapsulation,
} from '@angular/core';
import { clearanceAt, compassCalled, cm, formOf, onFigure, onSite, told } from '../../../../core';
import { BookStore } from '../book/book-store';
import { ElevationDrawing } from '../drawing/elevation-drawing';
import { RULE_UNITS, type HeightLine } from '../drawing/height-rule';
import { Say } from '../words/told';
import { Words } from '../words/words';
import { BenchStore } from './bench-store';
import { FollowFigure } from './follow-figure';

/** Turn for each pixel dragged, deg. A drag across a phone's width walks about half way round. */
const TURN_PER_PX = 0.45;
const TURN_PER_KEY = 10;

/** The tree as seen from where one stands: drag, or the arrow keys, to walk round it. */
@Component({
  selector: 'eb-elevation',
  template: `
    <div
      #host
      class="elevation-host"
      role="application"
      tabindex="0"
      [attr.aria-label]="words()"
      (pointerdown)="grab($event)"
      (pointermove)="drag($event)"
      (pointerup)="release($event)"
      (pointercancel)="release($event)"
      (keydown)="onKey($event)"
    ></div>
    @if (handle(); as at) {
      <button
        type="button"
        class="angle-handle"
        [style.left.px]="at.tip[0]"
        [style.top.px]="at.tip[1]"
        [attr.aria-label]="'elevation.drag-to-set-the' | say"
        (pointerdown)="grabAngle($event)"
        (pointermove)="dragAngle($event)"
        (pointerup)="releaseAngle($event)"
      ></button>
    }
    <p class="standing-words" aria-hidden="true">{{ 'stand.seen-from' | say: from() }}</p>
  `,
  imports: [Say],
  styleUrls: ['./elevation.scss', '../drawing/drawing.scss'],
  encapsulation: ViewEncapsulation.None,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Elevation {
  private readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  private readonly follow = inject(FollowFigure);
  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');
  private readonly size = signal<{ width: number; height: number } | undefined>(undefined);
  private drawing: ElevationDrawing | undefined;
  private grabbed: { x: number; standing: number; pointer: number; moved: boolean } | undefined;
  private readonly turningAngle = signal(false);

  private readonly told = inject(Words);
  readonly from = computed(() => ({ way: compassCalled(this.bench.standingDeg()) }));
  readonly words = computed(() => this.told.say('stand.elevation', this.from()));

  /** Where the handle for dragging an angle is, while that angle is being filled in. */
  readonly handle = computed(() => {
    const filling = this.bench.filling();
    this.bench.picture();
    this.size();
    if (filling?.field !== 'angle') return undefined;
    return this.drawing?.endsOf(filling.row, this.bench.standingDeg());
  });

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const host = this.host().nativeElement;
      this.drawing = new ElevationDrawing(
        host,
        (id) => this.bench.take(id),
        (to) => this.follow.to(to),
        this.told,
      );
      const observer = new ResizeObserver(([entry]) => {
        if (entry) this.size.set({ width: entry.contentRect.width, height: entry.contentRect.height });
      });
      observer.observe(host);
      destroyed.onDestroy(() => observer.disconnect());
    });
    effect(() => {
      const [picture, size] = [this.bench.picture(), this.size()];
      if (!picture || !size) return;
      this.drawing?.show(picture, this.lines(), size, RULE_UNITS[this.book.units()]);
    });
    effect(() => {
      this.bench.picture();
      this.size();
      this.book.units();
      this.drawing?.turn(this.bench.standingDeg());
    });
    effect(() => {
      this.bench.picture();
      this.size();
      this.drawing?.select(this.bench.inHand());
    });
  }

  grab(event: PointerEvent): void {
    const { clientX: x, pointerId: pointer } = event;
    this.grabbed = { x, standing: this.bench.standingDeg(), pointer, moved: false };
  }

  drag(event: PointerEvent): void {
    const { grabbed } = this;
    if (grabbed?.pointer !== event.pointerId) return;
    const dx = event.clientX - grabbed.x;
    if (!grabbed.moved && Math.abs(dx) < 4) return;
    if (!grabbed.moved) this.host().nativeElement.setPointerCapture(event.pointerId);
    grabbed.moved = true;
    this.bench.stand(grabbed.standing + dx * TURN_PER_PX);
  }

  release(event: PointerEvent): void {
    if (this.grabbed?.pointer === event.pointerId) this.grabbed = undefined;
  }

  onKey(event: KeyboardEvent): void {
    const turn = { ArrowLeft: -TURN_PER_KEY, ArrowRight: TURN_PER_KEY }[event.key];
    if (turn === undefined) return;
    event.preventDefault();
    this.bench.stand(this.bench.standingDeg() + turn);
  }

  grabAngle(event: PointerEvent): void {
    event.preventDefault();
    this.turningAngle.set(true);
    (event.target as HTMLElement).setPointerCapture(event.pointerId);
  }

  /** The angle from upright is that of the line from the join to the finger; the limb is already seen side-on. */
  dragAngle(event: PointerEvent): void {
    const filling = this.bench.filling();
    const base = this.handle()?.base;
    if (!this.turningAngle() || !filling || !base) return;
    const box = this.host().nativeElement.getBoundingClientRect();
    const [dx, dy] = [event.clientX - box.left - base[0], box.top + base[1] - event.clientY];
    const deg = (Math.atan2(Math.abs(dx), dy) * 180) / Math.PI;
    void this.bench.type(filling.row, 'angle', String(Math.round(deg)));
  }

  releaseAngle(event: PointerEvent): void {
    this.turningAngle.set(false);
    (event.target as HTMLElement).releasePointerCapture(event.pointerId);
  }

  /** Reach everywhere; clearance where one stands; wires on a wall. */
  private lines(): HeightLine[] {
    const state = this.bench.state();
    if (!state) return [];
    const { site } = state;
    const behind = clearanceAt(site, 0);
    const highest = site.clearance.reduce((most, s) => (s.heightCm > most.heightCm ? s : most), {
      ...behind,
    });
    return [
      {
        heightCm: site.reachCm,
        words: told('draw.reach', { height: cm(site.reachCm) }),
        kind: 'reach',
        ground: onSite('reach'),
      },
      ...(highest.heightCm > 0
        ? [
            {
              heightCm: highest.heightCm,
              words: told('draw.clear', { height: cm(highest.heightCm), why: highest.why }),
              kind: 'clearance' as const,
              ground: onSite('clearance'),
            },
          ]
        : []),
      ...(formOf(state.form)?.hasWires
        ? this.bench.wires().map((heightCm, i) => ({
            ...{ heightCm, words: told('draw.wire', { n: i + 1 }), kind: 'wire' as const },
            ground: onFigure(i === 0 ? 'wire.firstCm' : 'wire.gapCm'),
          }))
        : []),
    ];
  }
}
