import { describe, expect, it } from 'vitest';
import type { Held } from '../acts/held';
import { sceneOf } from '../judging/scene';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { positionAt, type Course } from '../tree/course';
import { norm, subtract } from '../geometry/vector';
import { stemOf, type Stem } from '../tree/stem';
import { energyOf, pointsOf } from './beam';
import { crossedUnder } from './crossed';
import { limbBeam, runOf } from './limb-beam';
import { heldBy, meansHere, type MeansHere, type TiesTo } from './means';
import { pulled, pulledAtOnce, pulledRoundTo } from './pull';
import { safeLine } from './safe-line';
import { feltAt, holdAt, meansFor, runDegOf, stiffFrom, tryBend } from './trial';

const LIMB: Limb = {
  id: 'a',
  h: 90,
  bearing: 90,
  angle: 40,
  length: 110,
  mm: 12,
  more: { growthCm: { '2026': 110 } },
};

function scene(more: Partial<Limb> = {}, tree: Partial<TestTree> = {}) {
  const limb = { ...LIMB, ...more };
  const state = treeOf({ form: 'central-leader', trunk: { length: 220, mm: 40 }, limbs: [limb], ...tree });
  const at = sceneOf(state);
  return { at, stem: stemOf(at.laid.tree, 'a') as Stem };
}

function held(toDeg: number, { at, stem } = scene(), tiesTo?: TiesTo): Held | undefined {
  const ask = { way: 'upright', toDeg } as const;
  return heldBy(at, stem, safeLine(at, stem, ask), ask, { tiesTo });
}
function here(toDeg: number, { at, stem } = scene()): Map<string, MeansHere> {
  const ask = { way: 'upright', toDeg } as const;
  return new Map(meansHere(at, stem, safeLine(at, stem, ask), ask, undefined).map((one) => [one.by, one]));
}

describe('with what a limb is raised', () => {
  const hanging = { angle: 110, h: 150, length: 70 };

  it('is the stem above it, as far up as the tie is out; a prop where the stem ends below that', () => {
    const up = held(80, scene({ ...hanging }, { trunk: { length: 260, mm: 44 } }));
    expect(up?.by).toBe('above');
    // The cord is the diagonal over the tie's distance out, and 40 cm for two knots.
    expect(up?.lengthCm).toBeLessThan(Math.SQRT2 * (up?.tieCm ?? 0) + 41);
    const prop = held(80, scene({ ...hanging }, { trunk: { length: 152, mm: 44 } }));
    expect(prop?.by).toBe('prop');
    expect(prop?.lengthCm).toBeGreaterThan(120);
  });
});

describe('on a wall', () => {
  it('is the wire, or a cane as long as the limb and a little more', () => {
    expect(held(85, scene(), 'wires')).toMatchObject({ by: 'wire' });
    expect(held(85, scene(), 'canes')).toMatchObject({ by: 'cane', lengthCm: 130 });
  });
});

describe('a cord', () => {
  const under: Limb = { id: 'u', h: 45, bearing: 90, angle: 88, length: 110, mm: 14 };

  it('is led to the trunk, or told to go past, where straight down it would rub on another limb', () => {
    const free = here(75);
    expect(free.get('ground-peg')?.held).toBeDefined();
    const crowded = scene({}, { limbs: [LIMB, under] });
    expect(here(75, crowded).get('ground-peg')?.not).toBe('crossed');
    expect(held(75, crowded)?.by).not.toBe('ground-peg');
    expect(crossedUnder(crowded.at.laid, crowded.stem, 50)?.id).toBe('u');
    expect(
      crossedUnder(scene({}, { limbs: [LIMB, { ...under, bearing: 200 }] }).at.laid, crowded.stem, 50),
    ).toBeUndefined();
  });

  it('is not needed where a stick is long enough, and no stick holds what goes in stages', () => {
    expect(held(55, scene({ length: 60, more: { growthCm: { '2026': 60 } } }))?.by).toBe('spreader');
    const stout = scene({ length: 60, mm: 15, more: { growthCm: { '2026': 60 } } });
    const staged = [...Array(60).keys()]
      .map((deg) => held(60 + deg, stout))
      .find((one) => one?.how === 'stages');
    expect(staged?.by).not.toBe('spreader');
  });
});

describe('a limb drawn aside', () => {
  const beside = (more: Partial<Limb>) =>
    scene(
      { angle: 60 },
      {
        limbs: [
          { ...LIMB, angle: 60 },
          { ...LIMB, id: 'n', h: 92, bearing: 150, angle: 62, ...more },
        ],
      },
    );
  const aside = ({ at, stem } = beside({}), toDeg = 25): Held | undefined => {
    const ask = { way: 'aside', toDeg } as const;
    return heldBy(at, stem, safeLine(at, stem, ask), ask);
  };

  it('is tied to a limb on that side that gives a quarter of what it gives, with a cord as long as they are apart', () => {
    const stiff = beside({ mm: 30 });
    const by = aside(stiff);
    expect(by).toMatchObject({ by: 'neighbour', anchor: { stemId: 'n' } });
    const place = (id: string, cm: number) => positionAt(stiff.at.laid.courses.get(id) as Course, cm);
    const apart = norm(subtract(place('a', by?.tieCm ?? 0), place('n', by?.anchor?.atCm ?? 0)));
    expect(Math.abs((by?.lengthCm ?? 0) - 40 - apart)).toBeLessThan(3);
  });

  it('is tied to a peg where the neighbour is as limp as it is, lies on the other side, or is dead', () => {
    expect(aside(beside({}))?.by).toBe('aside');
    expect(aside(beside({ mm: 30 }), -25)?.by).toBe('aside');
    expect(aside(beside({ mm: 30, more: { condition: 'dead' } }))?.by).toBe('aside');
  });
});

describe('several pulls at once', () => {
  const { at, stem } = scene();
  const limb = limbBeam(at, stem, 'upright', { inLeaf: false });
  const down = { kind: 'fixed', direction: [0, -1] } as const;

  it('at one place pull as their sum, and against each other not at all', () => {
    const [two, one] = [
      pulledAtOnce(limb, [
        { piece: 15, by: down, pullN: 1 },
        { piece: 15, by: down, pullN: 2 },
      ]),
      pulled(limb, 15, down, 3),
    ];
    for (const [i, rad] of one.angles.entries()) expect(two.angles[i]).toBeCloseTo(rad, 6);
    const up = { kind: 'fixed', direction: [0, 1] } as const;
    const none = pulledAtOnce(limb, [
      { piece: 15, by: down, pullN: 4 },
      { piece: 15, by: up, pullN: 4 },
    ]);
    expect(runOf(limb, none.angles, 'upright')).toBeCloseTo(runOf(limb, limb.present, 'upright'), 6);
  });

  it('a tie holds an end up against the weight hung beyond it', () => {
    const hung = { piece: 28, by: down, pullN: 3 };
    const cord = { piece: 18, by: { kind: 'toward', point: [0, 80] } as const, pullN: 4 };
    const run = (pulls: Parameters<typeof pulledAtOnce>[1]): number =>
      runOf(limb, pulledAtOnce(limb, pulls).angles, 'upright');
    expect(run([hung, cord])).toBeLessThan(run([hung]));
  });
});

describe('a cord that is drawn in until the limb lies as wanted', () => {
  const { at, stem } = scene();
  const limb = limbBeam(at, stem, 'upright', { inLeaf: false });
  const point = [0, -65] as const;
  const piece = 15;
  const cordAt = (wishDeg: number) => {
    const run = (angles: ArrayLike<number>): number => runOf(limb, angles, 'upright');
    const wish = wishDeg - run(limb.present);
    const measure = ({ angles }: { angles: ArrayLike<number> }): number => run(angles) - run(limb.present);
    const from = { angles: limb.present, pullN: 1 };
    const bent = pulledRoundTo(limb, piece, { kind: 'toward', point }, measure, wish, from);
    const [x, y] = pointsOf(limb.beam, bent?.angles ?? [])[piece] as readonly [number, number];
    // Elastic energy and weight, without the cord.
    const energy = energyOf(limb.beam, bent?.angles ?? [], []);
    return { pullN: bent?.pullN ?? NaN, cordCm: Math.hypot(x - point[0], y - point[1]), energy };
  };

  it('pulls with as much as it would take to draw in a little more of it (virtual work)', () => {
    for (const deg of [60, 75, 90, 105]) {
      const [less, here, more] = [cordAt(deg - 1), cordAt(deg), cordAt(deg + 1)];
      const pullN = (more.energy - less.energy) / (less.cordCm - more.cordCm);
      expect(Math.abs(pullN / here.pullN - 1)).toBeLessThan(0.02);
    }
  });
});

describe('a bend that is tried', () => {
  it('is nothing where the limb lies there, and says elsewhere how far is safe whichever angle is tried', () => {
    const { at, stem } = scene();
    expect(tryBend(at, stem, runDegOf(at, stem) + 1)).toBeUndefined();
    const [near, far] = [feltAt(at, stem, 60), feltAt(at, stem, 100)];
    expect(near.nowDeg).toBeGreaterThan(60);
    expect(Math.abs(near.nowDeg - far.nowDeg)).toBeLessThan(12);
    expect(tryBend(at, stem, 60)?.nowDeg).toBe(near.nowDeg);
  });

  it('is held with what the grower wants where that will do, else with the best', () => {
    const { at, stem } = scene();
    const all = meansFor(at, stem, 80).flatMap((one) => (one.held ? [one.by] : []));
    expect(all.length).toBeGreaterThan(1);
    for (const by of all) expect(holdAt(at, stem, 80, undefined, by)?.by).toBe(by);
    expect(holdAt(at, stem, 80, undefined, 'wire')?.by).toBe(all[0]);
  });

  it('of a top that is let run up may wait some seasons, the fewer the thicker it is, until it is too stiff', () => {
    const from = (mm: number): string | undefined => {
      const { at, stem } = scene({ angle: 10, length: 180, mm, more: { growthCm: { '2026': 180 } } });
      return stiffFrom(at, stem, 95);
    };
    const [thin, thick] = [from(9) ?? '9999', from(20) ?? '9999'];
    expect(thin > '2027-01-01').toBe(true);
    expect(thick <= thin).toBe(true);
    expect(from(60)).toBe('2026-11-14');
  });
});
