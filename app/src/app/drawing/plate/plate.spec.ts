import { describe, expect, it } from 'vitest';
import { elevationFrom, layOut, type Fixing, type Wound } from '../../../../../core';
import { treeOf, type Limb, type TestTree } from '../../../../../core/testing/trees';
import { extentOf, frameFor } from '../frame';
import { TOKENS } from '../tokens';
import type { TreePicture } from '../tree-picture';
import type { Pen, View } from './pen';
import { Plate } from './plate';

type Point = [x: number, y: number];

/** A stroke or a filling, and the points it went through. */
interface Drawn {
  how: 'fill' | 'stroke';
  colour: string;
  width: number;
  paths: Point[][];
  ellipses: { at: Point; rx: number; ry: number }[];
}

/** A pen that keeps what it draws. */
class Recorder implements Pen {
  readonly drawn: Drawn[] = [];
  fillStyle = '';
  strokeStyle = '';
  lineWidth = 1;
  lineCap: CanvasLineCap = 'butt';
  lineJoin: CanvasLineJoin = 'miter';
  globalAlpha = 1;
  private paths: Point[][] = [];
  private ellipses: Drawn['ellipses'] = [];
  beginPath(): void {
    [this.paths, this.ellipses] = [[], []];
  }
  moveTo(x: number, y: number): void {
    this.paths.push([[x, y]]);
  }
  lineTo(x: number, y: number): void {
    this.paths.at(-1)?.push([x, y]);
  }
  quadraticCurveTo(_cx: number, _cy: number, x: number, y: number): void {
    this.lineTo(x, y);
  }
  ellipse(x: number, y: number, rx: number, ry: number): void {
    this.ellipses.push({ at: [x, y], rx, ry });
  }
  closePath(): void {
    const path = this.paths.at(-1);
    if (path) path.push(path[0] as Point);
  }
  fill(): void {
    this.keep('fill', this.fillStyle);
  }
  stroke(): void {
    this.keep('stroke', this.strokeStyle);
  }
  private keep(how: Drawn['how'], colour: string): void {
    const { paths, ellipses, lineWidth: width } = this;
    this.drawn.push({ how, colour, width, paths, ellipses });
  }
}

const LIMB: Limb = { id: 'a', h: 60, bearing: 180, angle: 60, length: 60, mm: 14 };
const TREE: TestTree = {
  form: 'open-vase',
  trunk: { length: 100, mm: 60, headed: true, more: { growthCm: { '2026': 0.1 } } },
  limbs: [LIMB],
};
const WOUND: Wound = {
  ...{ limbId: 'gone', tag: 'g' },
  on: 'trunk',
  originCm: 30,
  bearingDeg: 90,
  angleDeg: 60,
  ...{ diameterMm: 20, pegCm: 0 },
  since: '2026-11-01',
};

function drawn(
  tree: TestTree,
  {
    standing = 180,
    near = 1,
    isMoving = false,
    wounds = [] as Wound[],
    inHand = undefined as string | undefined,
  } = {},
): Drawn[] {
  const laid = layOut(treeOf(tree).tree);
  const room = extentOf(laid);
  const picture: TreePicture = {
    ...{ laid, room, season: 2026, day: '2026-11-14', verdicts: {}, acts: [], wounds },
  };
  const size = { width: 500, height: 500 };
  const whole = frameFor(room, size.width, size.height, { left: 0, right: 0, top: 0, bottom: 0 });
  const frame = { ...whole, scale: whole.scale * near, footY: whole.footY * near };
  const plate = new Plate(document.createElement('div'));
  plate.show(picture, size);
  const pen = new Recorder();
  const view: View = { project: elevationFrom(standing), frame, reachCm: room.radiusCm * 0.6, isMoving };
  plate.drawWith(pen, view, inHand);
  return pen.drawn;
}
/** Strokes of the hatch: many short ones in one go, of two points each. */
const hatching = (all: readonly Drawn[]): Point[][] =>
  all
    .filter(({ how, width }) => how === 'stroke' && width >= 0.5 && width < 0.8)
    .flatMap(({ paths }) => paths.filter((p) => p.length === 2));
const faces = (all: readonly Drawn[]) =>
  all.filter(({ how, colour }) => how === 'fill' && colour === TOKENS.cutWood);

describe('the plate', () => {
  it('shows the face of a cut end only where it is turned to the viewer', () => {
    const cut = { ...TREE, limbs: [{ ...LIMB, more: { headed: true } }] };
    // The limb points south: from the south its cut is seen, from the north it is not. The trunk's is level, edge-on.
    expect(faces(drawn(cut, { standing: 180 }))).toHaveLength(1);
    expect(faces(drawn(cut, { standing: 0 }))).toHaveLength(0);
    const [face] = faces(drawn(cut, { standing: 180 }));
    const { rx, ry } = face?.ellipses[0] ?? { rx: NaN, ry: NaN };
    expect(rx / ry).toBeCloseTo(Math.sin(Math.PI / 3), 2);
  });

  it('shows a wound on its own side, pale while it is young and closing over the years', () => {
    const seen = (standing: number, since: string) =>
      faces(drawn(TREE, { standing, wounds: [{ ...WOUND, since }] })).length;
    expect([seen(90, '2026-11-01'), seen(270, '2026-11-01')]).toEqual([1, 0]);
    expect(seen(90, '2024-11-01')).toBe(0);
    const open = (since: string): number =>
      Math.min(
        ...drawn(TREE, { standing: 90, wounds: [{ ...WOUND, since }] })
          .flatMap(({ ellipses }) => ellipses)
          .filter(({ rx }) => rx < 20 && rx > 2)
          .map(({ rx }) => rx),
      );
    expect(open('2024-11-14')).toBeCloseTo(open('2026-11-14') / 2, 1);
  });

  it('shows a stub that was left by its cut end, and as wood from the side', () => {
    const stub = { ...WOUND, angleDeg: 90, pegCm: 3 };
    const [face] = faces(drawn(TREE, { standing: 90, wounds: [stub] }));
    expect(face?.ellipses[0]?.rx).toBeCloseTo(face?.ellipses[0]?.ry ?? NaN, 3);
    const long = drawn(TREE, { standing: 180, wounds: [stub] }).find(
      ({ how, width }) => how === 'stroke' && width > 8,
    );
    const [[from, to] = []] = long?.paths ?? [];
    const { scale } = frameFor(extentOf(layOut(treeOf(TREE).tree)), 500, 500, {
      left: 0,
      right: 0,
      top: 0,
      bottom: 0,
    });
    expect((to?.[0] ?? NaN) - (from?.[0] ?? NaN)).toBeCloseTo(3 * scale, 3);
  });

  it('hatches old bark closer than young, and this season’s not at all', () => {
    const grown = (year: string) =>
      hatching(drawn({ ...TREE, trunk: { ...TREE.trunk, more: { growthCm: { [year]: 100 } } }, limbs: [] }))
        .length;
    const [now, one, two] = [grown('2026'), grown('2025'), grown('2024')];
    expect(now).toBe(0);
    expect(one).toBeGreaterThan(10);
    expect(two).toBeGreaterThan(one * 1.5);
  });

  it('hatches a near limb closer than a far one, and leaves fine wood bare while one walks', () => {
    const thick = { ...TREE, limbs: [{ ...LIMB, mm: 45, angle: 80, length: 90 }] };
    const count = (standing: number, isMoving = false) =>
      hatching(drawn(thick, { standing, isMoving })).length;
    expect(count(150)).toBeGreaterThan(count(330));
    const fine = { ...TREE, trunk: { ...TREE.trunk, mm: 14 } };
    expect(hatching(drawn(fine)).length).toBeGreaterThan(0);
    expect(hatching(drawn(fine, { isMoving: true })).length).toBeLessThan(hatching(drawn(fine)).length / 5);
  });

  it('draws no edge across a limb’s foot', () => {
    const edges = drawn(TREE, { standing: 90 }).filter(
      ({ how, paths }) => how === 'stroke' && paths.length === 1 && (paths[0] as Point[]).length > 3,
    );
    expect(edges.length).toBeGreaterThanOrEqual(4);
    for (const { paths } of edges) {
      const [first, last] = [(paths[0] as Point[])[0] as Point, (paths[0] as Point[]).at(-1) as Point];
      expect(Math.hypot(first[0] - last[0], first[1] - last[1])).toBeGreaterThan(40);
    }
  });

  it('has buds from near by: hollow ones whose facing nobody saw, filled ones where it was', () => {
    const limb = { ...LIMB, bearing: 90 };
    const budsSeen = { spacingCm: 3, facings: [{ atCm: 30, facingDeg: 90 }] };
    const colours = (near: number, more = {}) =>
      new Set(drawn({ ...TREE, limbs: [{ ...limb, more }] }, { near }).map(({ colour }) => colour));
    expect(colours(1).has(TOKENS.bud)).toBe(false);
    expect(colours(1.1).has(TOKENS.paperLight)).toBe(true);
    const filled = (more = {}) =>
      drawn({ ...TREE, limbs: [{ ...limb, more }] }, { near: 1.1 })
        .filter(({ how, colour }) => how === 'fill' && colour === TOKENS.bud)
        .flatMap(({ paths }) => paths).length;
    expect(filled()).toBe(1);
    expect(filled({ budsSeen })).toBeGreaterThan(4);
  });

  it('shows what is fixed to a limb at its place', () => {
    const fixings = [{ what: 'weight' as const, atCm: 40 }];
    const fixed = { ...TREE, limbs: [{ ...LIMB, bearing: 90, more: { fixings } }] };
    const stones = drawn(fixed).filter(({ how, ellipses }) => how === 'fill' && ellipses.length > 0);
    expect(stones).toHaveLength(1);
    const { scale, footX } = frameFor(extentOf(layOut(treeOf(fixed).tree)), 500, 500, {
      left: 0,
      right: 0,
      top: 0,
      bottom: 0,
    });
    expect(stones[0]?.ellipses[0]?.at[0]).toBeCloseTo(footX + 40 * Math.sin(Math.PI / 3) * scale, 0);
  });

  describe('draws what is fixed to where it is made fast', () => {
    const east: Limb = { ...LIMB, bearing: 90 };
    const frame = (tree: TestTree) =>
      frameFor(extentOf(layOut(treeOf(tree).tree)), 500, 500, { left: 0, right: 0, top: 0, bottom: 0 });
    /** Ends of straight lines as thick as a cord or more, cm right of the trunk and up from the ground. */
    const lines = (fixing: Fixing, on: 'a' | 'trunk' = 'a'): number[][] => {
      const of = (id: string) => (id === on ? { fixings: [fixing] } : {});
      const tree = {
        ...TREE,
        trunk: { ...TREE.trunk, more: { ...TREE.trunk.more, ...of('trunk') } },
        limbs: [{ ...east, more: of('a') }],
      };
      const { scale, footX, footY } = frame(tree);
      return drawn(tree)
        .filter(({ how, paths }) => how === 'stroke' && paths.length === 1 && paths[0]?.length === 2)
        .map(({ paths }) => paths[0]?.flatMap(([x, y]) => [(x - footX) / scale, (footY - y) / scale]) ?? []);
    };
    const isNear = (line: readonly number[], want: readonly number[]): boolean =>
      want.every((value, i) => Math.abs((line[i] ?? NaN) - value) < 2);
    // 40 cm out at 60 deg from upright: 35 cm from the trunk and 80 up.
    const [x, y] = [40 * Math.sin(Math.PI / 3), 60 + 40 * Math.cos(Math.PI / 3)];

    it.each<[Fixing, number[]]>([
      [{ what: 'tie', atCm: 40, means: 'ground-peg' }, [x, y, x, 0]],
      [{ what: 'tie', atCm: 40, means: 'trunk' }, [x, y, 0, 25]],
      [{ what: 'tie', atCm: 40, means: 'above' }, [x, y, 0, 60 + x]],
      [{ what: 'prop', atCm: 40 }, [x, 0, x, y - 7]],
    ])('%o', (fixing, want) => expect(lines(fixing).some((line) => isNear(line, want))).toBe(true));

    it('a stake stands beside the stem on its side, from the ground to just over its tie', () => {
      const stakes = lines({ what: 'stake', atCm: 55, sideDeg: 90 }, 'trunk');
      expect(stakes.some((line) => isNear(line, [9, 0, 9, 60]))).toBe(true);
      const guys = lines({ what: 'stake', atCm: 55, means: 'ground-peg' }, 'trunk');
      expect(guys.some((line) => isNear(line, [0, 55, 55 * Math.sin((2 * Math.PI) / 3), 0]))).toBe(true);
    });
  });
});
