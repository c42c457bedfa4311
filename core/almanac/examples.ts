import type { FormId } from '../kinds/form-ids';
import { kindFacts } from '../kinds/kinds';
import { reading } from '../readings/reading';
import { completeStem } from '../kinds/estimate';
import type { Tree } from '../tree/stem';
import type { StemReadings } from '../tree/stem-readings';

type Row = readonly [at: number, bearing: number, angle: number, length: number, mm: number, seen?: Seen];

interface Seen extends Pick<StemReadings, 'condition' | 'bears' | 'sideShoots' | 'barkTrapped'> {
  on?: string;
  runBearing?: number;
}

/** A small tree that shows one thing, and the stem it shows it on. */
export interface Example {
  form: FormId;
  tree: Tree;
  marked: string;
}

interface Sketch {
  form?: FormId;
  trunk?: readonly [lengthCm: number, mm: number];
  trunkSeen?: Pick<StemReadings, 'endBud'> & { lean?: number };
  limbs: Readonly<Record<string, Row>>;
  marked: string;
}

const a: Row = [60, 90, 50, 70, 13];
const b: Row = [75, 270, 50, 70, 13];

/** For each rule, a tree on which it finds something, drawn so that the thing is seen from the south. */
const SKETCHES: Readonly<Record<string, Sketch>> = {
  'unsound-wood': { limbs: { a, b, x: [90, 90, 40, 55, 11, { condition: 'dead' }] }, marked: 'x' },
  'below-union': { limbs: { a, b, x: [5, 90, 25, 60, 8] }, marked: 'x' },
  'foot-of-another': { limbs: { a, b, x: [3, 90, 15, 40, 7, { on: 'a' }] }, marked: 'x' },
  'too-low': { limbs: { a, b, x: [25, 90, 60, 70, 11] }, marked: 'x' },
  'narrow-crotch': { limbs: { a, b, x: [80, 90, 16, 70, 12] }, marked: 'x' },
  'too-thick': { limbs: { a, b, x: [70, 90, 45, 90, 32] }, marked: 'x' },
  crossing: { limbs: { a: [50, 90, 35, 90, 13], b, x: [95, 90, 100, 60, 11] }, marked: 'x' },
  'one-above-another': { limbs: { a, b, x: [85, 95, 55, 60, 11] }, marked: 'x' },
  'parallel-pair': { limbs: { a: [60, 90, 30, 80, 12], b, x: [72, 120, 30, 70, 11] }, marked: 'x' },
  'same-node': { limbs: { a, b: [60, 270, 50, 70, 13], x: [61, 0, 50, 60, 11] }, marked: 'b' },
  'several-tops': {
    form: 'central-leader',
    trunk: [150, 34],
    limbs: { a, b, x: [95, 90, 12, 55, 16] },
    marked: 'x',
  },
  'leaning-leader': {
    form: 'central-leader',
    trunk: [150, 34],
    trunkSeen: { lean: 20 },
    limbs: { a, b },
    marked: 'trunk',
  },
  'flower-tip': {
    form: 'central-leader',
    trunk: [150, 34],
    trunkSeen: { endBud: 'flower' },
    limbs: { a, b },
    marked: 'trunk',
  },
  'growing-inward': { limbs: { a, b, x: [85, 90, 50, 70, 11, { runBearing: 270 }] }, marked: 'x' },
  'strong-upright': {
    limbs: { a: [60, 90, 70, 90, 14], b, x: [40, 90, 4, 60, 9, { on: 'a' }] },
    marked: 'x',
  },
  hanging: { limbs: { a: [75, 90, 120, 60, 10], b }, marked: 'a' },
  'outgrowing-peers': { limbs: { a: [60, 90, 45, 110, 26], b, c: [88, 0, 50, 60, 12] }, marked: 'a' },
  'too-thin': { limbs: { a: [60, 90, 50, 50, 5], b }, marked: 'a' },
  'long-bare': { limbs: { a: [60, 90, 50, 105, 13, { sideShoots: 0 }], b }, marked: 'a' },
  'low-when-laden': {
    form: 'central-leader',
    trunk: [150, 34],
    limbs: { a: [51, 90, 80, 90, 12], b },
    marked: 'a',
  },
  'crop-on-thin': { limbs: { a: [60, 90, 55, 50, 6, { bears: 'fruit' }], b }, marked: 'a' },
  'over-reach': { form: 'central-leader', trunk: [240, 40], limbs: { a, b }, marked: 'trunk' },
  'bare-sector': {
    limbs: { a: [60, 60, 50, 70, 13], b: [72, 100, 50, 70, 13], c: [84, 140, 50, 70, 13] },
    marked: 'trunk',
  },
  overtopping: {
    form: 'central-leader',
    trunk: [135, 32],
    limbs: { a: [55, 90, 45, 120, 13], b: [65, 210, 62, 60, 12], c: [76, 330, 62, 60, 12] },
    marked: 'a',
  },
  'uneven-tips': {
    limbs: { a: [60, 90, 50, 155, 15], b: [72, 210, 50, 55, 12], c: [84, 330, 50, 55, 12] },
    marked: 'a',
  },
};

/** Rules that have a drawn example. */
export const EXAMPLE_RULES: readonly string[] = Object.keys(SKETCHES);

/** The example of a rule, or undefined for one that has none. */
export function exampleOf(rule: string): Example | undefined {
  const sketch = SKETCHES[rule];
  if (!sketch) return undefined;
  const { form = 'open-vase', trunk = [100, 40], trunkSeen = {}, limbs, marked } = sketch;
  const kind = kindFacts('apple');
  const { lean = 0, ...seen } = trunkSeen;
  const stem = completeStem(
    'trunk',
    {
      parent: { kind: 'ground', eastCm: 0, northCm: 0 },
      bearing: reading('bearing', 90, 'gauge'),
      angle: reading('angle', lean, 'gauge'),
      length: reading('length', trunk[0], 'tape'),
      diameter: reading('diameter', trunk[1], 'caliper'),
      headed: form === 'open-vase',
      ...seen,
    },
    kind,
    0,
  );
  const stems = Object.entries(limbs).map(([id, row], i) => completeStem(id, readingsOf(row), kind, i + 1));
  return {
    form,
    marked,
    tree: { id: rule, kind: 'apple', unionCm: 10, ownRooted: false, stems: [stem, ...stems] },
  };
}

function readingsOf([at, bearing, angle, length, mm, seen = {}]: Row): StemReadings {
  const { on, runBearing, ...more } = seen;
  return {
    parent: { kind: 'stem', stemId: on ?? 'trunk' },
    origin: reading('length', at, 'tape'),
    bearing: reading('bearing', bearing, 'gauge'),
    angle: reading('angle', angle, 'gauge'),
    length: reading('length', length, 'tape'),
    diameter: reading('diameter', mm, 'caliper'),
    ...(runBearing !== undefined && { runBearing: reading('bearing', runBearing, 'gauge') }),
    ...more,
  };
}
