import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { Router } from '@angular/router';
import {
  cm,
  formOf,
  layOut,
  type ClearanceSector,
  type Place,
  type Site,
  type TreeState,
  wallBearing,
} from '../../../../core';
import { extentOf } from '../drawing/frame';
import { Say } from '../words/told';
import { Words } from '../words/words';
import { groundLines, moved, onPlan, siteFrame } from './site-frame';

const SIZE = { width: 560, height: 420 };
/** How far within the edge of the plan what comes by is drawn, and told, px; a stroke bends no coarser than this, deg. */
const EDGE_PX = 5;
const TOLD_PX = 20;
const EDGE_STEP_DEG = 1;
const STEP_CM = 10;
const FAR_CM = 100;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
/** A press that moves no further opens the tree, px. */
const STILL_PX = 4;

/** Where the trees of a site stand, north up: each is dragged, or moved by the arrow keys, to where it stands. */
@Component({
  selector: 'eb-site-plan',
  imports: [Say],
  templateUrl: './site-plan.html',
  styleUrl: './site-plan.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SitePlan {
  readonly site = input.required<Site>();
  readonly trees = input.required<readonly TreeState[]>();
  readonly placed = output<{ treeId: string; place: Place }>();
  private readonly words = inject(Words);
  private readonly router = inject(Router);
  readonly size = SIZE;

  /** The tree that is being dragged, from where, and how far by now, px. */
  private readonly dragged = signal<
    { treeId: string; x: number; y: number; dx: number; dy: number } | undefined
  >(undefined);

  readonly frame = computed(() =>
    siteFrame(
      this.trees().map(({ record }) => record.place),
      SIZE.width,
      SIZE.height,
    ),
  );
  readonly lines = computed(() => groundLines(this.frame()));
  readonly rule = computed(() => ({
    px: this.frame().everyCm * this.frame().scale,
    words: this.words.arg(cm(this.frame().everyCm)),
  }));

  readonly standing = computed(() => {
    const frame = this.frame();
    const dragged = this.dragged();
    return this.trees().map((state) => {
      const { record, tree, site } = state;
      const at = onPlan(frame, record.place);
      const by = dragged?.treeId === record.id ? dragged : { dx: 0, dy: 0 };
      const roomCm = record.roomCm ?? site.roomCm;
      return {
        ...{ id: record.id, name: record.name, x: at.x + by.dx, y: at.y + by.dy },
        crownPx: Math.max(5, extentOf(layOut(tree)).radiusCm * frame.scale),
        roomPx: roomCm === undefined ? undefined : (roomCm / 2) * frame.scale,
        wallDeg: formOf(state.form)?.needsWall ? wallBearing(site) : undefined,
        where: this.words.say('site-plan.tree', {
          ...{ tree: record.name, east: cm(record.place.eastCm), north: cm(record.place.northCm) },
        }),
      };
    });
  });

  readonly clearances = computed(() =>
    this.site().clearance.map((sector) => ({
      ...{ path: edgeOf(sector), isBrowsed: sector.what === 'browses' },
      words: this.words.say('site-plan.clearance', { why: sector.why, height: cm(sector.heightCm) }),
      ...toldAt(sector),
    })),
  );

  /** True north on a plan whose bearings are a needle's, deg. */
  readonly trueNorthDeg = computed(() => {
    const { north, declinationDeg } = this.site();
    return north === 'magnetic' && declinationDeg !== undefined ? -declinationDeg : undefined;
  });

  grab(event: PointerEvent, treeId: string): void {
    (event.currentTarget as SVGElement).setPointerCapture(event.pointerId);
    this.dragged.set({ treeId, x: event.clientX, y: event.clientY, dx: 0, dy: 0 });
  }

  drag(event: PointerEvent): void {
    const dragged = this.dragged();
    if (!dragged) return;
    const svg = (event.currentTarget as SVGElement).ownerSVGElement as SVGSVGElement;
    const scale = SIZE.width / svg.getBoundingClientRect().width;
    this.dragged.set({
      ...dragged,
      dx: (event.clientX - dragged.x) * scale,
      dy: (event.clientY - dragged.y) * scale,
    });
  }

  drop(treeId: string): void {
    const dragged = this.dragged();
    this.dragged.set(undefined);
    if (!dragged) return;
    if (Math.hypot(dragged.dx, dragged.dy) < STILL_PX) void this.router.navigate(['/tree', treeId]);
    else this.place(treeId, (from) => moved(this.frame(), from, dragged.dx, dragged.dy));
  }

  cancel(): void {
    this.dragged.set(undefined);
  }

  onKey(event: KeyboardEvent, treeId: string): void {
    if (event.key === 'Enter') void this.router.navigate(['/tree', treeId]);
    const arrow = ARROWS[event.key];
    if (!arrow) return;
    event.preventDefault();
    const step = event.shiftKey ? FAR_CM : STEP_CM;
    this.place(treeId, ({ eastCm, northCm }) => ({
      eastCm: eastCm + arrow[0] * step,
      northCm: northCm + arrow[1] * step,
    }));
  }

  private place(treeId: string, to: (from: Place) => Place): void {
    const from = this.trees().find(({ record }) => record.id === treeId)?.record.place;
    if (from) this.placed.emit({ treeId, place: to(from) });
  }
}

const widthOf = ({ fromDeg, toDeg }: ClearanceSector): number =>
  toDeg - fromDeg === 360 ? 359.9 : (((toDeg - fromDeg) % 360) + 360) % 360;
const middleOf = (sector: ClearanceSector): number => sector.fromDeg + widthOf(sector) / 2;

/** The stretch of bearings of a clearance, as a stroke along the edge of the plan. */
function edgeOf(sector: ClearanceSector): string {
  const width = widthOf(sector);
  const steps = Math.ceil(width / EDGE_STEP_DEG);
  const points = Array.from({ length: steps + 1 }, (_, i) =>
    onEdge(sector.fromDeg + (width * i) / steps, EDGE_PX),
  );
  return `M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}`;
}

/** Where a clearance is told: beside the middle of its stroke, written inward. */
function toldAt(sector: ClearanceSector): { x: number; y: number; anchor: string } {
  const { x, y } = onEdge(middleOf(sector), TOLD_PX);
  const [left, right] = [x < SIZE.width / 4, x > (SIZE.width * 3) / 4];
  return { x, y, anchor: left ? 'start' : right ? 'end' : 'middle' };
}

/** The point of a bearing from the plan's middle on a rectangle so far within its edge, px. */
function onEdge(bearingDeg: number, within: number): { x: number; y: number } {
  const turn = (bearingDeg * Math.PI) / 180;
  const [dx, dy] = [Math.sin(turn), -Math.cos(turn)];
  const [halfWidth, halfHeight] = [SIZE.width / 2 - within, SIZE.height / 2 - within];
  const far = Math.min(halfWidth / Math.max(1e-9, Math.abs(dx)), halfHeight / Math.max(1e-9, Math.abs(dy)));
  return { x: SIZE.width / 2 + dx * far, y: SIZE.height / 2 + dy * far };
}
