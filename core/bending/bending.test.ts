import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { afterGrowing, growingWeeks } from '../calendar/growing';
import { sceneOf } from '../judging/scene';
import { kindFacts } from '../kinds/kinds';
import { resolveLimits } from '../rules/limits';
import { reading } from '../readings/reading';
import { runs } from '../testing/deep';
import { growsAt } from '../testing/grows-at';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { stemOf, type Stem } from '../tree/stem';
import bends from './bends.cases.json';
import { letGo, setShare, tightOn, weeksToNext } from './hold';
import { cropKg, ladenLowCm } from './laden';
import { limbBeam, PIECES, runOf } from './limb-beam';
import { heldBy, meansHere } from './means';
import { pulled, pulledTo, rolled } from './pull';
import { rolledWorst } from './roll';
import { safeLine } from './safe-line';
import { normalBelow } from '../readings/normal';
import type { WoodState } from '../tree/wood-states';
import { uprightsOf } from './uprights';
import { crackChance, timesAt, woodBears } from './wood';

const limb = (more: Partial<Limb> = {}): Limb => ({
  ...{ id: 'a', h: 90, bearing: 90, angle: 40, length: 90, mm: 10, ...more },
  more: { growthCm: { '2026': 90 }, ...more.more },
});

function scene(of: Limb, more: Partial<TestTree> = {}) {
  const at = sceneOf(
    treeOf({ form: 'central-leader', trunk: { length: 220, mm: 40 }, limbs: [of], ...more }),
  );
  return { at, stem: stemOf(at.laid.tree, of.id) as Stem };
}
const NO_LEAF = { inLeaf: false };

describe('the chance of a crack', () => {
  it.each([
    [0, 0.5],
    [1.2816, 0.9],
    [1.6449, 0.95],
    [-2.3263, 0.01],
  ])('takes the normal of %d from the tables', (x, below) => expect(normalBelow(x)).toBeCloseTo(below, 4));

  it('is a half at what half of such wood bears, less and more either way, and its range is told', () => {
    expect(crackChance(1, 0.25).likely).toBeCloseTo(0.5, 6);
    const { from, likely, to } = crackChance(0.6, 0.25);
    expect(from).toBeLessThan(likely);
    expect(likely).toBeLessThan(to);
    expect(crackChance(timesAt(0.05, 0.25), 0.25).likely).toBeCloseTo(0.05, 5);
    expect(crackChance(0, 0.25).likely).toBe(0);
  });

  it('is greater in older wood and in a stiff kind', () => {
    const limits = resolveLimits({});
    const strain = (kind: string, state: WoodState): number =>
      woodBears({ limits, kind: kindFacts(kind) }, state).strain;
    const ages = (['soft', 'firm', 'one-year', 'two-year', 'older'] as const).map((s) => strain('apple', s));
    expect([...ages].sort((a, b) => b - a)).toEqual(ages);
    const stiff = ['apple', 'european-pear', 'fig', 'peach'].map((kind) => kindFacts(kind).stiffness.value);
    expect(new Set(stiff).size).toBeGreaterThan(1);
  });
});

describe('strain', () => {
  /** A level limb as thick at its end as at its foot. */
  const rod = limb({
    angle: 90,
    mm: 12,
    more: { headed: true, endDiameter: reading('diameter', 12, 'gauge') },
  });

  it('at the foot of an even rod under a small pull is P a d / (2 E I)', () => {
    const { at, stem } = scene(rod);
    const beam = limbBeam(at, stem, 'upright', NO_LEAF);
    const piece = PIECES / 2 - 1;
    const bent = pulled(beam, piece, { kind: 'fixed', direction: [0, -1] }, 0.2);
    const bears = woodBears(at, 'one-year');
    const [armCm, dCm] = [(stem.length.value * (piece + 1)) / PIECES, 1.2];
    const inertia = (Math.PI / 64) * dCm ** 4;
    expect((bent.strain[0] as number) / ((0.2 * armCm * dCm) / 2 / (bears.gpa * 1e5 * inertia))).toBeCloseTo(
      1,
      1,
    );
  });

  it('of an even roll is half the thickness by the turn a length, wherever it is looked at', () => {
    const { at, stem } = scene(rod);
    const beam = limbBeam(at, stem, 'upright', NO_LEAF);
    const { strain } = rolled(beam, PIECES / 2 - 1, -Math.PI / 6);
    const byHand = (Math.PI / 6 / (stem.length.value / 2)) * 0.6;
    for (let i = 1; i < PIECES / 2; i++) expect((strain[i] as number) / byHand).toBeCloseTo(1, 1);
    expect(strain[PIECES - 1]).toBeCloseTo(0, 9);
    // 30 deg over 30 cm of 10 mm wood: 0.5236 / 30 x 0.5 = 0.87 % of 3.6 % by the kind's share.
    const thin = scene(limb({ length: 60, mm: 10, more: { growthCm: { '2026': 60 } } }));
    const bears = woodBears(thin.at, 'one-year').strain;
    expect(rolledWorst(thin.at, thin.stem, 30).times).toBeCloseTo(0.0087266 / bears, 4);
  });
});

describe('how far is safe', () => {
  const lineFor = (of: Limb, toDeg: number, more: Partial<TestTree> = {}) => {
    const { at, stem } = scene(of, more);
    return safeLine(at, stem, { way: 'upright', toDeg });
  };
  const thick = (mm: number): Limb =>
    limb({ mm, length: 120, more: { growthCm: { '2026': 40, '2025': 40, '2024': 40 } } });

  it('is all at once for a thin one-year limb, and it lies there then', () => {
    const line = lineFor(limb(), 70);
    expect(line).toMatchObject({ how: 'now', stages: [{ toDeg: 70 }] });
    expect(runOf(line.limb, line.bent.angles, 'upright')).toBeCloseTo(70, 0);
    expect(line.chance.chance).toBeLessThan(0.05);
  });

  it('is never for wood that would crack, nor for a mended limb; what is safe of it is told', () => {
    const line = lineFor(thick(30), 80);
    expect(line.how).toBe('never');
    expect(line.nowDeg).toBeGreaterThan(40);
    expect(line.nowDeg).toBeLessThan(80);
    expect(lineFor(thick(30), line.nowDeg - 1).how).toBe('now');
    expect(lineFor(limb({ more: { mended: true } }), 70).how).toBe('never');
  });

  it('waits for supple wood, or goes in stages that set, between the two', () => {
    const ways = new Set(
      [20, 22, 24, 26, 28, 30].flatMap((mm) => [60, 70, 80].map((to) => lineFor(thick(mm), to).how)),
    );
    expect(ways).toContain('later');
    expect(ways).toContain('now');
    const young = { visitedOn: '2026-05-20' };
    const soft = (mm: number, to: number) =>
      lineFor(limb({ mm, length: 40, angle: 20, more: { growthCm: { '2026': 40 } } }), to, young);
    const staged = [8, 10, 12, 14]
      .flatMap((mm) => [70, 80, 90].map((to) => soft(mm, to)))
      .find(({ how }) => how === 'stages');
    expect(staged?.stages.length).toBeGreaterThan(1);
    const [days, angles] = [staged?.stages.map(({ on }) => on), staged?.stages.map(({ toDeg }) => toDeg)];
    expect([...(days ?? [])].sort()).toEqual(days);
    expect([...(angles ?? [])].sort((a, b) => a - b)).toEqual(angles);
  });

  it('answers for any limb and any angle, and a thicker limb never goes further in one go', () => {
    fc.assert(
      fc.property(
        fc.record({
          angle: fc.integer({ min: 0, max: 120 }),
          length: fc.integer({ min: 12, max: 350 }),
          mm: fc.integer({ min: 3, max: 45 }),
          toDeg: fc.integer({ min: 0, max: 120 }),
          year: fc.integer({ min: 2022, max: 2026 }),
          day: fc.constantFrom('2026-02-10', '2026-05-20', '2026-07-15', '2026-11-14'),
        }),
        ({ angle, length, mm, toDeg, year, day }) => {
          const of = (thick: number): Limb =>
            limb({ angle, length, mm: thick, more: { growthCm: { [year]: length } } });
          const line = lineFor(of(mm), toDeg, { visitedOn: day });
          expect(Number.isFinite(line.bent.pullN)).toBe(true);
          for (const { toDeg: to } of line.stages) expect(Number.isInteger(to)).toBe(true);
          if (line.how === 'never') return;
          expect(line.offBy > day).toBe(true);
          // A whip that lies down under its own weight, or one that is raised against it, is another matter.
          if (toDeg < angle || length > 20 * mm) return;
          const less = lineFor(of(Math.max(3, mm * 0.7)), toDeg, { visitedOn: day });
          if (line.how === 'now') expect(less.how).toBe('now');
        },
      ),
      { numRuns: runs(10_000, 60), seed: 141 },
    );
  });
});

describe('what holds it', () => {
  const heldOn = (of: Limb, more: Partial<TestTree> = {}, tiesTo?: 'wires' | 'canes', toDeg = 80) => {
    const { at, stem } = scene(of, more);
    const ask = { way: 'upright', toDeg } as const;
    return heldBy(at, stem, safeLine(at, stem, ask), ask, { tiesTo });
  };
  const long = limb({ length: 150, mm: 13, more: { growthCm: { '2026': 90, '2025': 60 } } });

  it('is a peg in the ground, a cord back to the trunk where somebody passes, the wire on a wall, no jug among animals', () => {
    expect(heldOn(long)?.by).toBe('ground-peg');
    const sector = { fromDeg: 45, toDeg: 135, heightCm: 60, why: 'lane' };
    expect(heldOn(long, { site: { clearance: [{ ...sector, what: 'passes' }] } })?.by).toBe('trunk');
    const { at, stem } = scene(long, { site: { clearance: [{ ...sector, what: 'browses' }] } });
    const ask = { way: 'upright', toDeg: 80 } as const;
    const here = meansHere(at, stem, safeLine(at, stem, ask), ask, undefined);
    expect(here.find(({ by }) => by === 'weight')?.not).toBe('browsed');
    expect(here.map(({ by }) => by)).toEqual(['spreader', 'ground-peg', 'trunk', 'neighbour', 'weight']);
    expect(heldOn(long, {}, 'wires')?.by).toBe('wire');
  });

  it('as a stick is as long as the base of the triangle it makes with stem and limb', () => {
    const held = heldOn(limb({ length: 60, mm: 8, more: { growthCm: { '2026': 60 } } }), {}, undefined, 60);
    expect(held?.by).toBe('spreader');
    // Legs as long as the seat is out, and between them an angle from the departure to the run.
    const [least, most] = [40, 60].map((deg) => 2 * (held?.tieCm ?? 0) * Math.sin((deg * Math.PI) / 360));
    expect(held?.lengthCm).toBeGreaterThan((least as number) - 1);
    expect(held?.lengthCm).toBeLessThan((most as number) + 1);
  });

  it('pulls the harder the nearer to the join it is', () => {
    const { at, stem } = scene(long);
    const beam = limbBeam(at, stem, 'upright', NO_LEAF);
    const pullAt = (share: number): number =>
      pulledTo(
        beam,
        Math.round(share * PIECES),
        { kind: 'fixed', direction: [0, -1] },
        (bent) => runOf(beam, bent.angles, 'upright'),
        70,
      )?.pullN ?? NaN;
    expect(pullAt(0.3)).toBeGreaterThan(2 * pullAt(0.5));
    expect(pullAt(0.5)).toBeGreaterThan(pullAt(0.7));
  });
});

describe('bends growers know', () => {
  it.each(bends)('$about', ({ lengthCm, mm, seasons, fromDeg, toDeg, day, isSafe }) => {
    const newest = Number(day.slice(0, 4)) - (seasons > 0 && day.slice(5) < '11' ? 1 : 0);
    const grew = Array.from({ length: Math.max(1, seasons) }, (_, i): [string, number] => [
      String(newest - i),
      lengthCm / Math.max(1, seasons),
    ]);
    const of = limb({ length: lengthCm, mm, angle: fromDeg, more: { growthCm: Object.fromEntries(grew) } });
    const { at, stem } = scene(of, { visitedOn: day, planted: '2020-02-01' });
    expect(safeLine(at, stem, { way: 'upright', toDeg }).how === 'now').toBe(isSafe);
  });
});

describe('a limb that bears', () => {
  it('hangs the lower the more it carries, by no more than a straight one turned about its join', () => {
    const { at, stem } = scene(limb({ angle: 90, length: 120, mm: 11 }));
    // 11 mm: 0.95 cm2, 4 fruits to each: 3 whole apples of 170 g.
    expect(cropKg(at, stem)).toBeCloseTo(3 * 0.17, 9);
    const low = ladenLowCm(at, stem);
    expect(low).toBeLessThan(90);
    expect(low).toBeGreaterThan(90 - 120);
    const heavier = { ...at, limits: resolveLimits({ tree: { 'crop.perCm2': 12 } }) };
    expect(ladenLowCm(heavier, stem)).toBeLessThan(low);
    expect(ladenLowCm(at, { ...stem, diameter: { ...stem.diameter, value: 30 } })).toBeGreaterThan(low);
  });

  it('laid low is told of before it lies on the ground', () => {
    const of = limb({ h: 45, length: 150, mm: 10, more: { growthCm: { '2026': 150 } } });
    const { at, stem } = scene(of);
    const ask = { way: 'upright', toDeg: 95 } as const;
    const held = heldBy(at, stem, safeLine(at, stem, ask), ask);
    expect(held?.ladenCm).toBeLessThan(15);
  });
});

describe('what follows from laying a limb flat', () => {
  const expected = (toDeg: number, more: Partial<Limb> = {}) => {
    const { at, stem } = scene(limb(more));
    return uprightsOf(at, stem, toDeg, '2026-11-14');
  };

  it('is uprights along its top, the more the longer it is, rubbed off in the next spring', () => {
    expect(expected(60)).toBeUndefined();
    const [short, long] = [expected(90), expected(90, { length: 180 })];
    expect(long?.count).toBeGreaterThan(short?.count ?? NaN);
    expect(short?.by.slice(0, 7)).toBe('2027-06');
  });
});

describe('what stays, and until when', () => {
  const grows = growsAt(48);

  it('grows between opening and leaf fall, half a year apart in the south', () => {
    const north = grows(2026);
    expect([north.from, north.shootsTo, north.to].map((day) => day.slice(0, 7))).toEqual([
      '2026-04',
      '2026-08',
      '2026-10',
    ]);
    expect(growsAt(-48)(2026).from.slice(0, 7)).toBe('2026-10');
    const whole = growingWeeks(grows, '2026-01-01', '2026-12-31');
    expect(growingWeeks(grows, north.from, north.to)).toBeCloseTo(whole, 6);
    expect(growingWeeks(grows, '2025-11-01', '2026-02-01')).toBe(0);
    expect(growingWeeks(grows, '2026-11-14', afterGrowing(grows, '2026-11-14', whole + 3))).toBeCloseTo(
      whole + 3,
      0,
    );
  });

  it('sets but for 1 / e in its own weeks, half before the next stage, and is let go at the end of a season', () => {
    expect(setShare(10, 10)).toBeCloseTo(1 - 1 / Math.E, 9);
    expect(setShare(weeksToNext(18), 18)).toBeCloseTo(0.5, 9);
    const young = letGo(grows, '2026-11-14', 10);
    expect(young.on).toBe(grows(2027).to);
    expect(young.set).toBeGreaterThan(0.85);
    expect(letGo(grows, '2026-09-01', 10).on).toBe(grows(2027).to);
    expect(letGo(grows, '2026-05-20', 3).on < '2026-07-15').toBe(true);
  });

  it('bites when the room in the loop is grown: half a season for half of what it gains', () => {
    const { from, to } = grows(2027);
    const tight = tightOn(grows, from, { insideMm: 15, diameterMm: 12, gainMm: 6 });
    expect(growingWeeks(grows, from, tight as string)).toBeCloseTo(growingWeeks(grows, from, to) / 2, 0);
    expect(tightOn(grows, from, { insideMm: 40, diameterMm: 12, gainMm: 6 })).toBeUndefined();
    expect(tightOn(grows, from, { insideMm: 12, diameterMm: 12, gainMm: 6 })).toBe(from);
  });
});
