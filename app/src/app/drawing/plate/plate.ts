import {
  drawnLimb,
  drawnWound,
  elevationFrom,
  kindFacts,
  type DrawnWound,
  type KindFacts,
  type LaidTree,
  type Stem,
  type StemId,
} from '../../../../../core';
import type { TreePicture } from '../tree-picture';
import { drawGround } from './ground';
import { drawFixing } from './fixing';
import { drawLimb, isOnSheet, layOnSheet, seenLimb, type SeenLimb } from './limb';
import { drawNear, drawWound } from './near';
import type { Pen, View } from './pen';

/** Most px of the sheet for each px of the page: more cannot be told apart, and costs. */
const MOST_FINE = 2;

/** The wood of a tree drawn on a sheet of its own, under whatever is written over it. */
export class Plate {
  private readonly canvas: HTMLCanvasElement;
  private limbs: SeenLimb[] = [];
  private known = new Map<Stem, SeenLimb>();
  private wounds: DrawnWound[] = [];
  private picture: TreePicture | undefined;
  private kind: KindFacts | undefined;

  constructor(host: HTMLElement) {
    this.canvas = document.createElement('canvas');
    this.canvas.className = 'plate';
    this.canvas.setAttribute('aria-hidden', 'true');
    host.append(this.canvas);
  }

  show(picture: TreePicture, size: { width: number; height: number }): void {
    const { laid, season } = picture;
    const before = this.picture;
    this.picture = picture;
    this.kind = kindFacts(laid.tree.kind);
    this.limbs = laid.tree.stems.map((stem) => {
      const isKnown = before?.season === season && isAsBefore(stem, before.laid, laid);
      return (isKnown && this.known.get(stem)) || seenLimb(drawnLimb(laid, stem, season));
    });
    this.known = new Map(this.limbs.map((seen) => [seen.limb.stem, seen]));
    this.wounds = picture.wounds.flatMap((wound) => drawnWound(laid, wound) ?? []);
    const fine = Math.min(MOST_FINE, globalThis.devicePixelRatio || 1);
    const [width, height] = [Math.round(size.width * fine), Math.round(size.height * fine)];
    if (this.canvas.width !== width) this.canvas.width = width;
    if (this.canvas.height !== height) this.canvas.height = height;
  }

  /** Draws the tree as it is seen from a bearing. */
  draw(view: Omit<View, 'project'>, standingDeg: number, inHand: StemId | undefined): void {
    const { frame } = view;
    const pen = this.canvas.getContext('2d');
    if (!pen || !this.picture) return;
    const fine = this.canvas.width / frame.width;
    pen.setTransform(fine, 0, 0, fine, 0, 0);
    pen.clearRect(0, 0, frame.width, frame.height);
    this.drawWith(pen, { ...view, project: elevationFrom(standingDeg) }, inHand);
  }

  /** Draws it with a pen, for whoever has one. */
  drawWith(pen: Pen, view: View, inHand: StemId | undefined): void {
    const { picture, kind } = this;
    if (!picture || !kind) return;
    for (const limb of this.limbs) layOnSheet(limb, view);
    drawGround(pen, view, this.limbs);
    const byId = new Map(this.limbs.map((seen) => [seen.limb.stem.id, seen]));
    for (const seen of [...this.limbs].sort((a, b) => a.near - b.near)) {
      const { stem } = seen.limb;
      if (isOnSheet(seen, view)) {
        drawLimb(pen, seen, view, stem.id === inHand);
        drawNear(pen, seen, view, kind, picture.season);
      }
      for (const wound of this.wounds) if (wound.on === stem) drawWound(pen, view, wound, picture.day);
      const carrier = stem.parent.kind === 'stem' ? byId.get(stem.parent.stemId) : undefined;
      for (const fixing of stem.fixings ?? [])
        drawFixing(pen, view, seen, fixing, carrier, byId.get(fixing.onStem ?? ''));
    }
  }
}

/** Whether a stem and what carries it lie where they lay. */
function isAsBefore(stem: Stem, before: LaidTree, now: LaidTree): boolean {
  const carrierId = stem.parent.kind === 'stem' ? stem.parent.stemId : now.trunk?.id;
  const isSame = (id: StemId | undefined): boolean =>
    id === undefined || before.courses.get(id) === now.courses.get(id);
  const isGraftSame =
    before.tree.unionCm === now.tree.unionCm && before.tree.ownRooted === now.tree.ownRooted;
  return isSame(stem.id) && isSame(carrierId) && isGraftSame;
}
