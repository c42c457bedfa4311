import { describe, expect, it } from 'vitest';
import { judge } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { ENGLISH } from '../words/catalogue/english';
import { tellerIn } from '../words/teller';
import { tell } from '../testing/tell';
import { reading } from '../readings/reading';
import { limbFrom, type Row } from '../testing/case-tree';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { explainFinding, FINDING_RULES, lookAt } from '.';
import table from './findings.cases.json';

interface Case {
  name: string;
  found: string[];
  limbs: Record<string, unknown>;
  trunk?: { length: number; mm: number; headed?: boolean; endBud?: 'flower'; lean?: number };
}

/** Notes of one word in the older rows, in the terms of the others. */
const NOTES = {
  bark: { barkTrapped: true },
  dead: { condition: 'dead' },
  rubbed: { condition: 'rubbed' },
} as const;

function limbOf(id: string, row: unknown): Limb {
  const [h, bearing, angle, length, mm, note] = row as Row;
  const word = typeof note === 'string' ? (note as keyof typeof NOTES | 'inward') : undefined;
  const seen = word === 'inward' ? { runBearing: (bearing + 180) % 360 } : word ? NOTES[word] : note;
  return limbFrom(id, [h, bearing, angle, length, mm, seen as Row[5]]);
}

const trees = (table.cases as unknown as Case[]).map(({ name, limbs, found, trunk, ...more }) => {
  const { lean, endBud, ...stem } = trunk ?? (table.vase.trunk as NonNullable<Case['trunk']>);
  const seen = {
    ...(lean !== undefined && { angle: reading('angle', lean, 'gauge') }),
    ...(endBud && { endBud }),
  };
  return {
    name,
    found,
    state: treeOf({
      form: 'open-vase',
      ...(more as Partial<TestTree>),
      trunk: { ...stem, more: seen },
      limbs: Object.entries(limbs).map(([id, row]) => limbOf(id, row)),
    }),
  };
});

describe('what is found', () => {
  it.each(trees)('$name', ({ state, found }) => {
    const told = lookAt(sceneOf(state)).map(({ rule, stemId, gravity }) => `${rule} ${stemId} ${gravity}`);
    expect(told.sort()).toEqual([...found].sort());
  });

  it('always has a number with its limit, or what was recorded, and one sentence that says it', () => {
    for (const { state } of trees) {
      for (const finding of lookAt(sceneOf(state))) {
        const { observed, crop, measured, limit } = finding;
        expect(observed !== undefined || crop !== undefined || (measured && limit)).toBeTruthy();
        expect(tell(explainFinding(finding, state.tree))).toMatch(/^[A-Z].*\.$/);
      }
    }
  });

  it('has every rule at least once in these trees', () => {
    const seen = new Set(trees.flatMap(({ state }) => lookAt(sceneOf(state)).map(({ rule }) => rule)));
    expect([...seen].sort()).toEqual(FINDING_RULES.map(({ id }) => id).sort());
  });

  it('follows a limit that was set for one tree, and says so', () => {
    const state = treeOf({
      ...(table.vase as unknown as TestTree),
      limbs: [limbOf('a', [50, 0, 34, 60, 10])],
      rules: { 'crotch.narrowDeg': 36 },
    });
    expect(lookAt(sceneOf(state))[0]).toMatchObject({
      gravity: 'must-go',
      limit: { value: 36, from: 'tree' },
    });
  });

  it('is told in inches to a grower who reads inches', () => {
    const state = treeOf({
      ...(table.vase as unknown as TestTree),
      limbs: [limbOf('a', [20, 0, 50, 60, 10]), limbOf('b', [60, 90, 50, 60, 10])],
    });
    const judged = judge(state);
    const [why] = judged.kind === 'judged' ? (judged.verdicts['a']?.reasons ?? []) : [];
    expect(why && tellerIn(ENGLISH, 'imperial')(why)).toBe(
      'It starts at 7.9 in; first limbs start at 17.7 in.',
    );
  });
});
