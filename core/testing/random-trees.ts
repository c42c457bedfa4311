import type { TreeState } from '../history/tree-at';
import type { Ruling } from '../history/tree-draft';
import { FORM_IDS, type FormId } from '../kinds/form-ids';
import { KINDS, limbAngleDeg } from '../kinds/kinds';
import { reading } from '../readings/reading';
import { SCHOOL_IDS } from '../schools/schools';
import type { Site } from '../sites/site';
import type { Condition, StemReadings } from '../tree/stem-readings';
import { draws } from './broken-files';
import { treeOf, type Limb } from './trees';

/** How a tree of each form is drawn: trunk cm and mm, where its limbs start, cm. */
const DRAWN: Readonly<Record<FormId, { tall: number; mm: number; from: number; to: number }>> = {
  'open-vase': { tall: 110, mm: 36, from: 35, to: 105 },
  'central-leader': { tall: 280, mm: 52, from: 40, to: 230 },
  'spiral-leader': { tall: 300, mm: 50, from: 40, to: 260 },
  'modified-leader': { tall: 240, mm: 48, from: 45, to: 190 },
  'bent-down-axis': { tall: 290, mm: 44, from: 45, to: 230 },
  'horizontal-espalier': { tall: 170, mm: 34, from: 25, to: 140 },
  fan: { tall: 60, mm: 36, from: 15, to: 55 },
  'slim-column': { tall: 220, mm: 40, from: 35, to: 200 },
  'multi-stem-bush': { tall: 130, mm: 22, from: 0, to: 0 },
};

const CONDITIONS: readonly Condition[] = ['dead', 'dieback', 'cankered', 'broken', 'damaged', 'rubbed'];
const RULINGS: readonly Ruling[] = ['keep', 'out', 'wait', 'frame'];

/** A tree as one may meet it, of any kind, form, school, month and place, with side shoots, gaps in its readings and rulings. */
export function randomTree(seed: number): TreeState {
  const draw = draws(seed * 2654435 + 17);
  for (let i = 0; i < 8; i++) draw(2);
  const pick = <T>(of: readonly T[]): T => of[draw(of.length)] as T;
  const chance = (percent: number): boolean => draw(100) < percent;
  const between = (low: number, high: number): number => low + draw(high - low + 1);
  const form = FORM_IDS[seed % FORM_IDS.length] as FormId;
  const { tall, mm, from, to } = DRAWN[form];
  const kind = pick(
    form === 'multi-stem-bush' && chance(85) ? KINDS.filter(({ ownRooted }) => ownRooted) : KINDS,
  );
  const size = between(60, 130) / 100;
  const isBush = form === 'multi-stem-bush';
  const isFlat = form === 'horizontal-espalier' || form === 'fan';
  const ways = between(30, 100);

  const stem = (id: string, more: StemReadings & { h?: number; long: number; thick: number }): Limb => {
    const { h = 0, long, thick, ...seen } = more;
    const bearing = isFlat && chance(85) ? pick([90, 270]) + between(-25, 25) : draw(360);
    const angle = Math.max(5, Math.min(100, limbAngleDeg(kind) + between(-35, 35)));
    return {
      ...{ id, h, bearing: (bearing + 360) % 360, angle, length: long, mm: thick },
      ...(chance(6) && { condition: pick(CONDITIONS) }),
      barkTrapped: chance(4),
      more: {
        ...seen,
        ...(chance(25) && { growthCm: { '2025': Math.min(long, between(10, 90)) } }),
        ...(chance(12) && { headed: true }),
        ...(chance(10) && { bears: pick(['blossom', 'fruit'] as const) }),
        ...(chance(8) && { spurs: between(1, 9) }),
        ...(chance(8) && { sideShoots: between(1, 12) }),
        ...(chance(4) && { endBud: pick(['leaf', 'flower'] as const) }),
        ...(chance(3) && { soundTo: reading('length', long * 0.6, 'tape') }),
        ...(chance(3) && { endBearing: reading('bearing', draw(360), 'compared') }),
        ...(chance(2) && { mended: true }),
        ...(chance(2) && { runUp: true }),
        ...(chance(3) && { fixings: [{ what: 'tie' as const }] }),
      },
    };
  };

  const limbs: Limb[] = [];
  for (let i = 0, n = between(2, 13); i < n; i++) {
    const long = Math.round(between(15, 130) * size);
    const parent =
      isBush && !chance(20)
        ? { kind: 'ground' as const, eastCm: between(-25, 25), northCm: between(-25, 25) }
        : chance(5)
          ? { kind: 'rootstock' as const }
          : { kind: 'stem' as const, stemId: 'trunk' };
    const h = from + (draw(1000) / 1000) * (to - from) * size;
    limbs.push(
      stem(`l${i}`, {
        h: Math.min(h, tall * size - 1),
        long,
        thick: Math.max(4, Math.round((long * between(10, 24)) / 100)),
        parent,
      }),
    );
  }
  for (const [i, carrier] of [...limbs].entries()) {
    for (let s = 0, n = carrier.length > 40 ? between(0, 3) : 0; s < n; s++) {
      const h = carrier.length * (between(15, 98) / 100);
      const long = Math.round(between(8, 70) * size);
      limbs.push(
        stem(`s${i}-${s}`, {
          h,
          long,
          thick: Math.max(3, Math.round((long * between(9, 20)) / 100)),
          parent: { kind: 'stem', stemId: carrier.id },
        }),
      );
    }
  }
  const rulings = Object.fromEntries(
    limbs.flatMap(({ id }) => (chance(ways > 70 ? 6 : 0) ? [[id, pick(RULINGS)] as const] : [])),
  );
  const site: Partial<Site> = {
    latitudeDeg: chance(85) ? between(30, 58) : -between(25, 45),
    reachCm: between(180, 250),
    ...(chance(40) && { wetWinters: chance(50) }),
    ...(chance(20) && { hot: true }),
    ...(chance(20) && { lateFrost: true }),
    ...(chance(30) && { roomCm: between(120, 400) }),
    ...(chance(30) && {
      clearance: [
        {
          fromDeg: draw(360),
          toDeg: draw(360),
          heightCm: between(40, 150),
          why: 'a lane',
          ...(chance(50) && { what: pick(['browses', 'passes'] as const) }),
        },
      ],
    }),
  };
  const visitedOn = `2026-${String(between(1, 12)).padStart(2, '0')}-${String(between(1, 28)).padStart(2, '0')}`;
  const isHeaded = form === 'open-vase' || form === 'fan' ? chance(80) : chance(12);
  return treeOf({
    ...{ form, limbs, kind: kind.id, site, rulings, visitedOn, school: pick(SCHOOL_IDS), curved: chance(70) },
    trunk: {
      ...{ length: Math.round(tall * size), mm: Math.round(mm * size), headed: isHeaded },
      more: { growthCm: chance(50) ? { '2025': between(10, 90) } : {} },
    },
    planted: `${between(2022, 2026)}-0${between(1, 4)}-10`,
    shapedBefore: chance(60),
    leaderFailures: chance(8) ? between(1, 3) : 0,
    ...(chance(15) && { cameAs: pick(['bare-rooted', 'pot-grown'] as const) }),
  });
}
