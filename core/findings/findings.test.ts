import { describe, expect, it } from 'vitest';
import { judge, sceneOf } from '../choosing/judge';
import { sayIn } from '../choosing/say';
import { reading } from '../readings/reading';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { explainFinding, FINDING_RULES, lookAt } from '.';
import table from './findings.cases.json';

type Row = [h: number, bearing: number, angle: number, length: number, mm: number, note?: string];

function limbOf(id: string, [h, bearing, angle, length, mm, note]: Row): Limb {
  const more = note === 'inward' ? { runBearing: reading('bearing', bearing + 180, 'gauge') } : {};
  const condition = note === 'dead' || note === 'rubbed' ? note : 'sound';
  return { id, h, bearing, angle, length, mm, condition, barkTrapped: note === 'bark', more };
}

const trees = table.cases.map(({ name, limbs, found, ...more }) => ({
  name,
  found,
  state: treeOf({
    ...(table.vase as unknown as TestTree),
    ...(more as Partial<TestTree>),
    limbs: Object.entries(limbs).map(([id, row]) => limbOf(id, row as unknown as Row)),
  }),
}));

describe('what is found', () => {
  it.each(trees)('$name', ({ state, found }) => {
    const told = lookAt(sceneOf(state)).map(({ rule, stemId, gravity }) => `${rule} ${stemId} ${gravity}`);
    expect(told.sort()).toEqual([...found].sort());
  });

  it('always has a number with its limit, or what was recorded, and one sentence that says it', () => {
    for (const { state } of trees) {
      const say = sayIn('metric', state.tree);
      for (const finding of lookAt(sceneOf(state))) {
        expect(finding.observed !== undefined || (finding.measured && finding.limit)).toBeTruthy();
        expect(explainFinding(finding, say)).toMatch(/^[A-Z].*\.$/);
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
      limbs: [limbOf('a', [40, 0, 50, 60, 10]), limbOf('b', [60, 90, 50, 60, 10])],
    });
    const judged = judge(state, 'imperial');
    expect(judged.kind === 'judged' && judged.verdicts['a']?.reasons[0]).toBe(
      'It starts at 15.7 in; limbs on this side start at 17.7 in or higher.',
    );
  });
});
