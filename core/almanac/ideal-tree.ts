import { kindFacts, limbAngleDeg } from '../kinds/kinds';
import type { KindFacts } from '../kinds/kind-facts';
import type { FormId } from '../kinds/form-ids';
import { reading } from '../readings/reading';
import { completeStem } from '../kinds/estimate';
import type { Stem, Tree } from '../tree/stem';
import type { StemReadings } from '../tree/stem-readings';

type Row = readonly [heightCm: number, bearingDeg: number, angleDeg: number, lengthCm: number, mm: number];

interface Ideal {
  trunk: readonly [lengthCm: number, mm: number];
  limbs: readonly Row[];
  /** Stems from the ground instead of limbs from a trunk: their heights are distances from the middle, cm. */
  isBush?: boolean;
}

const ring = (
  heightCm: number,
  step: number,
  from: number,
  angle: number,
  length: number,
  mm: number,
): Row[] =>
  [0, 1, 2, 3].map((i) => [heightCm + i * step, (from + i * 144) % 360, angle, length, mm] as const);

/** A young tree of each form as it should come to be, from the figures of the form. */
const IDEALS: Record<FormId, Ideal> = {
  'open-vase': { trunk: [85, 46], limbs: ring(52, 10, 20, 48, 105, 20) },
  'central-leader': {
    trunk: [225, 40],
    limbs: [...ring(55, 9, 20, 68, 85, 14), ...ring(135, 9, 65, 66, 55, 10)],
  },
  'spiral-leader': {
    trunk: [235, 40],
    limbs: [0, 1, 2, 3, 4, 5].map(
      (i) => [55 + i * 30, (i * 144) % 360, 68, 88 - i * 11, 14 - i * 2] as const,
    ),
  },
  'modified-leader': {
    trunk: [190, 44],
    limbs: [
      ...ring(60, 13, 20, 50, 110, 20),
      [135, 56, 60, 38, 6],
      [147, 200, 60, 36, 5.5],
      [160, 344, 60, 32, 5],
    ],
  },
  'bent-down-axis': {
    trunk: [215, 36],
    limbs: Array.from(
      { length: 13 },
      (_, i) => [54 + i * 11.5, (i * 144) % 360, 94, 68 - i * 3.2, 9 - i * 0.6] as const,
    ),
  },
  'horizontal-espalier': {
    trunk: [140, 30],
    limbs: [45, 85, 125].flatMap((wire, i): Row[] => [
      [wire - 6, 90, 90, 110 - i * 30, 14 - i * 2],
      [wire - 3, 270, 90, 110 - i * 30, 14 - i * 2],
    ]),
  },
  fan: {
    trunk: [34, 40],
    limbs: [82, 64, 46, 28].flatMap((angle, i): Row[] => [
      [24 + i * 3, 90, angle, 120, 13],
      [24 + i * 3, 270, angle, 120, 13],
    ]),
  },
  'slim-column': {
    trunk: [210, 36],
    limbs: Array.from({ length: 10 }, (_, i) => [45 + i * 15, (i * 144) % 360, 48, 34, 6.5] as const),
  },
  'multi-stem-bush': {
    trunk: [150, 24],
    isBush: true,
    limbs: [0, 72, 144, 216, 288].map((bearing) => [9, bearing, 18, 150, 22] as const),
  },
};

/** A young tree of a form as it should come to be, to draw. */
export function idealTree(form: FormId): Tree {
  const { trunk, limbs, isBush = false } = IDEALS[form];
  const kind = kindFacts('apple');
  const stems = limbs.map((row, i) => completeStem(`limb-${i}`, rowReadings(row, isBush), kind, i));
  return {
    ...{ id: `ideal-${form}`, kind: kind.id, unionCm: 10, ownRooted: isBush },
    stems: isBush ? stems : [trunkOf(trunk, kind), ...stems],
  };
}

/** A two-year tree of a kind left to itself: its limbs leave at the kind's usual angle, round its spiral. */
export function habitTree(kindId: string): Tree {
  const kind = kindFacts(kindId);
  const angle = limbAngleDeg(kind);
  const vigour = { weak: 0.8, middling: 1, strong: 1.2 }[kind.vigour.value];
  const limbs = Array.from({ length: 6 }, (_, i): Row => {
    const bearing = (i * kind.spiralDeg.value) % 360;
    return [45 + i * 15, bearing, angle, (85 - i * 8) * vigour, 12];
  });
  const stems = limbs.map((row, i) => completeStem(`limb-${i}`, rowReadings(row, false), kind, i));
  return {
    id: `habit-${kindId}`,
    kind: kindId,
    unionCm: 10,
    ownRooted: kind.ownRooted,
    stems: [trunkOf([165 * vigour, 34], kind), ...stems],
  };
}

function trunkOf([lengthCm, mm]: Ideal['trunk'], kind: KindFacts): Stem {
  const given: StemReadings = {
    parent: { kind: 'ground', eastCm: 0, northCm: 0 },
    angle: reading('angle', 0, 'gauge'),
    length: reading('length', lengthCm, 'tape'),
    diameter: reading('diameter', mm, 'caliper'),
    headed: lengthCm < 120,
    growthCm: { '0': lengthCm * 0.7, '1': lengthCm * 0.3 },
  };
  return completeStem('trunk', given, kind, 0);
}

function rowReadings([at, bearing, angle, length, mm]: Row, isBush: boolean): StemReadings {
  const turn = (bearing * Math.PI) / 180;
  return {
    parent: isBush
      ? { kind: 'ground', eastCm: Math.sin(turn) * at, northCm: Math.cos(turn) * at }
      : { kind: 'stem', stemId: 'trunk' },
    ...(!isBush && { origin: reading('length', at, 'tape') }),
    bearing: reading('bearing', bearing, 'gauge'),
    angle: reading('angle', angle, 'gauge'),
    length: reading('length', length, 'tape'),
    diameter: reading('diameter', mm, 'caliper'),
    growthCm: { '0': length * 0.55, '1': length * 0.45 },
  };
}
