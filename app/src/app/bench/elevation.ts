import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  signal,
  viewChild,
  ViewEncapsulation,
} from '@angular/core';
import { clearanceAt, compassCalled, cm, formOf, onFigure, onSite, told } from '../../../../core';
import { BookStore } from '../book/book-store';
import { ElevationDrawing, WHOLE, type Closeness } from '../drawing/elevation-drawing';
import { goNear, movesSheet, type GoNear } from '../drawing/go-near';
import type { ClearanceOn } from '../drawing/side-clearance';
import { RULE_UNITS, type HeightLine } from '../drawing/height-rule';
import { laidOut } from '../shell/laid-out';
import { Say, Told } from '../words/told';
import { Words } from '../words/words';
import { BenchStore } from './bench-store';
import { BendDrag } from './bend-drag';
import { FollowFigure } from './follow-figure';
import { LimbPull } from './limb-pull';

/** Where a walk began: on the sheet, px, and round the tree, deg. */
interface Grabbed {
  x: number;
  y: number;
  standing: number;
  pointer: number;
  moved: boolean;
}

/** Turn for each pixel dragged, deg. A drag across a phone's width walks about half way round. */
const TURN_PER_PX = 0.45;
const TURN_PER_KEY = 10;
/** Nearer, or further, by a key; and the sheet's way by one, px. */
const NEARER = 1.4;
const MOVE_PX = 50;

/** Room the words beside a limb that is bent need, px. */
const WORDS_PX = 210;

/** Where the sheet goes by an arrow key with Shift, px: what is looked at lies the other way. */
const WAYS: Readonly<Record<string, [number, number]>> = {
  ArrowLeft: [MOVE_PX, 0],
  ArrowRight: [-MOVE_PX, 0],
  ArrowUp: [0, MOVE_PX],
  ArrowDown: [0, -MOVE_PX],
};

/** The tree as seen from where one stands: drag, or the arrow keys, to walk round it; wheel and two fingers to go near. */
@Component({
  selector: 'eb-elevation',
  template: `
    <div
      #host
      class="elevation-host"
      [class.pulling]="bench.pulling()"
      [class.near]="isNear()"
      [class.unnamed]="!named()"
      role="application"
      tabindex="0"
      [attr.aria-label]="words()"
      (pointerdown)="grab($event)"
      (pointermove)="drag($event)"
      (pointerup)="release($event)"
      (pointercancel)="cancel($event)"
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
    @if (bendHandle(); as at) {
      <button
        type="button"
        class="angle-handle"
        [style.left.px]="at.tip[0]"
        [style.top.px]="at.tip[1]"
        [attr.aria-label]="'bend-try.drag' | say"
        (pointerdown)="bend.grab($event)"
        (pointermove)="dragBend($event)"
        (pointerup)="bend.letGo($event)"
        (pointercancel)="bend.letGo($event)"
        (keydown)="bend.byKey($event)"
      ></button>
      <p
        class="bend-words"
        [class.to-left]="isFarRight(at.tip[0])"
        [class.hangs]="at.tip[1] > at.base[1]"
        [style.left.px]="at.tip[0]"
        [style.top.px]="at.tip[1]"
        aria-live="polite"
      >
        {{ bend.words() | told }}
      </p>
    }
    @if (pull.pulled(); as line) {
      <svg class="pulled" aria-hidden="true">
        <line
          [attr.x1]="line.from[0]"
          [attr.y1]="line.from[1]"
          [attr.x2]="line.to[0]"
          [attr.y2]="line.to[1]"
        />
        <text [attr.x]="line.to[0] + 10" [attr.y]="line.to[1] - 10">{{ line.words }}</text>
      </svg>
    }
    <button
      type="button"
      class="pull-limb"
      [attr.aria-pressed]="bench.pulling()"
      (click)="bench.pull(!bench.pulling())"
    >
      <i class="bi bi-pencil" aria-hidden="true"></i> {{ 'elevation.pull' | say }}
    </button>
    <button type="button" class="names" (click)="named.set(!named())">
      <i class="bi" [class]="named() ? 'bi-tag' : 'bi-tag-fill'" aria-hidden="true"></i>
      {{ (named() ? 'elevation.names-off' : 'elevation.names-on') | say }}
    </button>
    @if (isNear()) {
      <button type="button" class="whole-tree" (click)="near?.back()">
        {{ 'elevation.whole' | say }} <kbd>0</kbd>
      </button>
    }
    @if (bench.pulling() && !pull.pulled()) {
      <p class="pull-words" role="status">
        {{ pull.how() | say }}
      </p>
    }
    <p class="standing-words" aria-hidden="true">{{ 'stand.seen-from' | say: from() }}</p>
  `,
  imports: [Say, Told],
  providers: [BendDrag, LimbPull],
  styleUrls: ['./elevation.scss', '../drawing/drawing.scss'],
  encapsulation: ViewEncapsulation.None,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Elevation {
  readonly bench = inject(BenchStore);
  private readonly book = inject(BookStore);
  private readonly follow = inject(FollowFigure);
  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');
  private readonly size = laidOut(this.host);
  private drawing: ElevationDrawing | undefined;
  readonly pull = inject(LimbPull);
  readonly bend = inject(BendDrag);
  private grabbed: Grabbed | undefined;
  /** How near the tree is looked at. */
  private readonly closeness = signal<Closeness>(WHOLE);
  /** Whether the tags hang on the tree, or the wood alone is looked at. */
  readonly named = signal(true);
  readonly isNear = computed(() => this.closeness().k > 1);
  near: GoNear | undefined;
  private readonly turningAngle = signal(false);

  private readonly told = inject(Words);
  readonly from = computed(() => ({ way: compassCalled(this.bench.standingDeg()) }));
  readonly words = computed(() => this.told.say('stand.elevation', this.from()));

  /** Where the handle for dragging an angle is, while that angle is being filled in. */
  readonly handle = computed(() => {
    const filling = this.bench.filling();
    this.bench.picture();
    this.size();
    this.closeness();
    if (filling?.field !== 'angle') return undefined;
    return this.drawing?.endsOf(filling.row, this.bench.standingDeg());
  });

  /** Where the end of a limb is that is bent on the drawing, while that is tried. */
  readonly bendHandle = computed(() => {
    const bending = this.bench.bending();
    this.bench.picture();
    this.size();
    this.closeness();
    return bending && this.drawing?.endsOf(bending.stemId, this.bench.standingDeg());
  });

  constructor() {
    afterNextRender(() => {
      const host = this.host().nativeElement;
      this.drawing = new ElevationDrawing(
        host,
        (id) => this.bench.take(id),
        (to) => this.follow.to(to),
        this.told,
      );
      this.near = goNear(host, (closeness) => this.closeness.set(closeness));
    });
    effect(() => {
      const [picture, size] = [this.bench.picture(), this.size()];
      if (!picture || !size) return;
      this.near?.resize(size.width, size.height);
      this.drawing?.show(picture, this.lines(), size, RULE_UNITS[this.book.units()], this.clearanceOn());
    });
    effect(() => {
      const closeness = this.closeness();
      this.drawing?.look(closeness);
    });
    effect(() => {
      this.bench.treeId();
      this.near?.back();
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
    if (this.bench.pulling()) return this.beginPull(event);
    // A second finger goes nearer instead; so does a press that takes hold of the sheet.
    if (this.grabbed || movesSheet(event)) return (this.grabbed = undefined);
    const { clientX: x, clientY: y, pointerId: pointer } = event;
    this.grabbed = { x, y, standing: this.bench.standingDeg(), pointer, moved: false };
  }

  drag(event: PointerEvent): void {
    if (this.pull.to(this.pointOf(event))) return;
    const { grabbed } = this;
    if (grabbed?.pointer !== event.pointerId) return;
    const dx = event.clientX - grabbed.x;
    const far = Math.hypot(dx, this.isNear() ? event.clientY - grabbed.y : 0);
    if (!grabbed.moved && far < 4) return;
    if (!grabbed.moved) this.host().nativeElement.setPointerCapture(event.pointerId);
    grabbed.moved = true;
    // From near by, what one walks past is as high as the finger takes it.
    if (this.isNear()) this.near?.move(0, event.clientY - grabbed.y);
    grabbed.y = event.clientY;
    this.bench.stand(grabbed.standing + dx * TURN_PER_PX);
  }

  release(event: PointerEvent): void {
    if (this.pull.end()) return;
    if (this.grabbed?.pointer === event.pointerId) this.grabbed = undefined;
  }

  /** What the browser takes over is no limb: a pull is let go, a walk ends where it is. */
  cancel(event: PointerEvent): void {
    this.pull.letGo();
    this.release(event);
  }

  private beginPull(event: PointerEvent): void {
    event.preventDefault();
    if (this.drawing && this.pull.begin(this.pointOf(event), this.drawing))
      this.host().nativeElement.setPointerCapture(event.pointerId);
  }

  private pointOf(event: PointerEvent): [number, number] {
    const box = this.host().nativeElement.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  }

  onKey(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.bench.pull(false);
    if (this.goByKey(event)) return event.preventDefault();
    const turn = { ArrowLeft: -TURN_PER_KEY, ArrowRight: TURN_PER_KEY }[event.key];
    if (turn === undefined) return;
    event.preventDefault();
    this.bench.stand(this.bench.standingDeg() + turn);
  }

  /** Goes nearer or back, or moves the sheet; false where a key is for none of these. */
  private goByKey({ key, shiftKey, ctrlKey, metaKey }: KeyboardEvent): boolean {
    const { near } = this;
    if (!near || ctrlKey || metaKey) return false;
    if (key === '0') near.back();
    else if (key === '+' || key === '=') near.by(NEARER);
    else if (key === '-') near.by(1 / NEARER);
    else if (shiftKey && key in WAYS) near.move(...(WAYS[key] as [number, number]));
    else return false;
    return true;
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

  /** Whether there is no room for words to the right of a place. */
  isFarRight(x: number): boolean {
    return x > (this.size()?.width ?? Infinity) - WORDS_PX;
  }

  dragBend(event: PointerEvent): void {
    const ends = this.bendHandle();
    if (ends) this.bend.to(this.pointOf(event), ends);
  }

  /** What asks for clearance on a side of the tree, where anything does. */
  private readonly clearanceOn = computed((): ClearanceOn => {
    const site = this.bench.state()?.site;
    return (bearingDeg) => {
      const { heightCm, why } = site ? clearanceAt(site, bearingDeg) : { heightCm: 0, why: '' };
      return heightCm > 0
        ? { heightCm, words: told('draw.clear', { height: cm(heightCm), why }) }
        : undefined;
    };
  });

  /** Reach everywhere; wires on a wall. */
  private readonly lines = computed((): HeightLine[] => {
    const state = this.bench.state();
    if (!state) return [];
    const { site } = state;
    return [
      {
        heightCm: site.reachCm,
        words: told('draw.reach', { height: cm(site.reachCm) }),
        kind: 'reach',
        ground: onSite('reach'),
      },
      ...(formOf(state.form)?.hasWires
        ? this.bench.wires().map((heightCm, i) => ({
            ...{ heightCm, words: told('draw.wire', { n: i + 1 }), kind: 'wire' as const },
            ground: onFigure(i === 0 ? 'wire.firstCm' : 'wire.gapCm'),
          }))
        : []),
    ];
  });
}
