import { weigh } from '../doubt/confidence';
import { readYardFile } from '../formats/read';
import type { Judged } from '../judging/judge';
import { judge } from '../judging/judge';
import { cutBench } from '../judging/preview';
import { readBook, treeState, type TreeState } from '../history/tree-at';
import { formsFor } from '../suits/suits';
import { tell } from './tell';
import { brokenFiles, draws } from './broken-files';

/** What became of one attacked file. */
export interface Attacked {
  how: string;
  end: 'refused' | 'used';
  /** Why it is a fault of the program, if it is one. */
  fault: string | undefined;
  ms: number;
}

export interface AttackOptions {
  /** Milliseconds, by some clock. */
  now: () => number;
  /** One of so many usable trees is also weighed and compared in every form. */
  weighEvery: number;
}

/** Longest that one file may take a busy core, every question asked of each of its trees, ms. */
const MOST_MS = 20_000;

/**
 * Broken and extreme copies of a good file, each carried through reading, judging, cutting, weighing and comparing forms:
 * it is refused with a place and a reason, or usable on every page.
 */
export function attack(good: string, count: number, seed: number, options: AttackOptions): Attacked[] {
  const before = statesIn(good);
  const broken = brokenFiles(good, Math.ceil(count / 2), seed);
  const extreme = extremeFiles(good, Math.floor(count / 2), seed + 1);
  return [...broken, ...extreme].map(({ how, text }, i) => {
    const from = options.now();
    let [end, fault]: [Attacked['end'], string | undefined] = ['used', undefined];
    try {
      const read = readYardFile(text);
      if (read.kind === 'refused') {
        end = 'refused';
        const isTold = read.troubles.every(({ path, message }) => path !== '' && tell(message) !== '');
        if (!isTold || read.troubles.length === 0) fault = 'refused without a place and a reason';
      } else {
        const states = [...statesIn(JSON.stringify(read.file))].filter(
          ([id, state]) => JSON.stringify(before.get(id)) !== JSON.stringify(state),
        );
        for (const [, state] of states) use(state, i % options.weighEvery === 0);
      }
    } catch (error) {
      fault = error instanceof Error ? (error.stack ?? error.message) : String(error);
    }
    const ms = options.now() - from;
    if (ms > MOST_MS) fault ??= `took ${Math.round(ms)} ms`;
    return { how, end, fault, ms };
  });
}

function statesIn(text: string): Map<string, TreeState> {
  const read = readYardFile(text);
  if (read.kind === 'refused') return new Map();
  const book = readBook(read.file);
  const states = book.trees.map(({ record: { id } }) => [id, treeState(book, id)] as const);
  return new Map(states.flatMap(([id, state]) => (state ? [[id, state] as const] : [])));
}

/** Every question a page asks of a tree. */
function use(state: TreeState, isWeighed: boolean): void {
  const judged = judge(state, { withPrices: false });
  if (hasNoNumber(judged)) throw new Error('a judgement holds a number that is none');
  if (judged.kind === 'judged') {
    const stem = state.tree.stems.find(({ id }) => cutBench(state, judged, id) !== undefined);
    if (stem) cutBench(state, judged, stem.id)?.previewAt(stem.length.value / 2);
  }
  if (!isWeighed) return;
  weigh(state, { budget: 40 });
  formsFor(state);
}

const hasNoNumber = (judged: Judged): boolean =>
  /:null[,}]/.test(JSON.stringify(judged, (_, value: unknown) => (Number.isNaN(value) ? null : value)));

/** Copies of a good file with numbers and words at the ends of what is allowed, several at a time. */
function extremeFiles(good: string, count: number, seed: number): { how: string; text: string }[] {
  const draw = draws(seed);
  return Array.from({ length: count }, () => {
    const file = JSON.parse(good) as { events: { kind: string; stems?: Record<string, Loose> }[] };
    const visits = file.events.filter(
      ({ kind, stems }) => kind === 'visit' && Object.keys(stems ?? {}).length > 0,
    );
    const stems = visits[draw(visits.length)]?.stems ?? {};
    for (let n = 1 + draw(6); n > 0; n--) {
      const ids = Object.keys(stems);
      const stem = stems[ids[draw(ids.length)] as string] as Loose;
      const [field, values] = EXTREMES[draw(EXTREMES.length)] as (typeof EXTREMES)[number];
      const value = values[draw(values.length)];
      stem[field] =
        typeof value === 'number' && field !== 'sideShoots'
          ? { value, sure: draw(3) * 20, how: 'tape' }
          : value;
    }
    return { how: 'extreme', text: JSON.stringify(file) };
  });
}

type Loose = Record<string, unknown>;

const EXTREMES: readonly (readonly [string, readonly unknown[]])[] = [
  ['length', [0, 0.01, 1, 1500]],
  ['diameter', [0.5, 600]],
  ['origin', [0, 1500]],
  ['angle', [0, 90, 180]],
  ['set', [0, 90, 180]],
  ['tipAngle', [0, 180]],
  ['bearing', [0, 360]],
  ['runBearing', [0, 180, 360]],
  ['endDiameter', [0.5, 600]],
  ['sideShoots', [0, 999]],
  ['headed', [true, false]],
  ['barkTrapped', [true]],
  ['condition', ['dead', 'cankered', 'blighted', 'broken', 'rubbed']],
  ['bears', ['fruit', 'blossom', 'none']],
  ['endBud', ['flower', 'leaf']],
  ['parent', [{ kind: 'rootstock' }, { kind: 'ground', eastCm: 500, northCm: -500 }]],
  ['growthCm', [{ '0001': 1500 }, { '9999': 1500 }, { '2026': 0 }]],
  ['fixings', [[{ what: 'tie', atCm: 1500, to: 'wire 2' }, { what: 'weight' }], []]],
  ['budsSeen', [{ facings: [] }, { spacingCm: 0.2, facings: [{ atCm: 1500, facingDeg: 360 }] }]],
];
