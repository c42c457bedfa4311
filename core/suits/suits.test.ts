import { tell } from '../testing/tell';
import { describe, expect, it } from 'vitest';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { formsFor, type SuitedForm } from './suits';

const limbs: Limb[] = [0, 120, 240].map((bearing, i) => ({
  ...{ id: `l${i}`, h: 55 + i * 12, bearing, angle: 50, length: 70, mm: 13 },
}));
const tree = (more: Partial<TestTree> = {}): TestTree => ({
  ...{ form: 'open-vase', trunk: { length: 120, mm: 38 }, limbs, kind: 'peach' },
  ...more,
});
const noWall = { wallBearingDeg: undefined } as unknown as NonNullable<TestTree['site']>;

function ranked(
  more: Partial<TestTree> = {},
  record: { roomCm?: number; stockVigour?: 'weak' | 'strong' } = {},
): SuitedForm[] {
  const state = treeOf(tree(more));
  return formsFor({ ...state, record: { ...state.record, ...record } });
}

const names = (forms: readonly SuitedForm[]): string[] => forms.map(({ form }) => form);
const told = (forms: readonly SuitedForm[], form: string): string =>
  (forms.find((suited) => suited.form === form)?.reasons ?? []).map(tell).join(' ');

describe('which form suits', () => {
  it('is the usual one of the kind where nothing speaks against it', () => {
    expect(names(ranked())[0]).toBe('open-vase');
    expect(names(ranked({ kind: 'fig' }))[0]).toBe('multi-stem-bush');
  });

  it('is no form with a leader after two failed ones, and says so; one failure only weighs', () => {
    const leaders = new Set([
      'central-leader',
      'spiral-leader',
      'modified-leader',
      'bent-down-axis',
      'horizontal-espalier',
    ]);
    const refused = ranked({ kind: 'persimmon', leaderFailures: 2, site: noWall });
    expect(leaders.has(names(refused)[0] ?? '')).toBe(false);
    expect(told(refused, 'central-leader')).toContain('will not make a leader: 2 times');
    expect(told(ranked({ kind: 'persimmon', leaderFailures: 1 }), 'central-leader')).toContain(
      'overtaken once.',
    );
  });

  it('is narrower where there is no room', () => {
    const wide = names(ranked({ kind: 'apple', site: noWall }, { roomCm: 500 }));
    const narrow = ranked({ kind: 'apple', site: noWall }, { roomCm: 110, stockVigour: 'weak' });
    expect(names(narrow)[0]).toBe('bent-down-axis');
    expect(wide.indexOf('bent-down-axis')).toBeGreaterThan(0);
    expect(told(narrow, 'open-vase')).toContain('240 cm across; there are 110 cm');
  });

  it('is not on a wall where there is none, nor a bush where the tree is grafted', () => {
    const forms = ranked({ site: noWall });
    const barred = forms.filter(({ isBarred }) => isBarred).map(({ form }) => form);
    expect(barred.sort()).toEqual(['fan', 'horizontal-espalier', 'multi-stem-bush']);
    expect(names(forms).slice(-3).sort()).toEqual(barred);
  });

  it('says how many limbs serve, what good wood would go, and what is to be made', () => {
    const forms = ranked();
    const vase = forms.find(({ form }) => form === 'open-vase');
    expect(vase).toMatchObject({ serve: 3, lacks: 0, goodWoodLost: 0 });
    expect(told(forms, 'fan')).toMatch(
      /\d of its limbs serve; \d+ % of its wood, in sound limbs, would go\./,
    );
  });
});

describe('where a tree stands', () => {
  const apple: Partial<TestTree> = { kind: 'apple' };
  const at = (site: NonNullable<TestTree['site']>): SuitedForm[] =>
    ranked({ ...apple, site: { ...noWall, ...site } });

  it('in part shade speaks for an open tree and against a leader', () => {
    const forms = at({ light: 'part' });
    expect(told(forms, 'open-vase')).toContain('lets in what light there is');
    expect(told(forms, 'central-leader')).toContain('In part shade its lower limbs see little light.');
    expect(told(at({}), 'central-leader')).not.toContain('part shade');
  });

  it('where bark burns, a vase is told to keep small shading wood', () => {
    expect(told(at({ hot: true }), 'open-vase')).toContain('small wood is kept to shade it');
  });

  it('where deer browse, what stands low is spoken against', () => {
    const clearance = [{ fromDeg: 0, toDeg: 360, heightCm: 150, why: 'deer' }];
    const forms = ranked({ kind: 'fig', site: { ...noWall, clearance } });
    expect(told(forms, 'multi-stem-bush')).toContain('It stands low, and deer asks for 150 cm.');
    expect(told(forms, 'open-vase')).not.toContain('It stands low');
  });

  it('and a grower who reaches less than three tiers high is told', () => {
    expect(told(at({ reachCm: 210 }), 'central-leader')).toContain(
      'Its top ends near 290 cm, over the reach of 210 cm.',
    );
    expect(told(at({ reachCm: 300 }), 'central-leader')).not.toContain('over the reach');
  });

  it('on a strong stock is no place for a bent-down axis', () => {
    const strong = ranked({ ...apple, site: noWall }, { stockVigour: 'strong' });
    expect(told(strong, 'bent-down-axis')).toContain('Its stock is too strong');
  });
});

describe('a whip', () => {
  it('suits forms by its kind and place alone, and nothing is said of limbs', () => {
    const forms = ranked({ limbs: [] });
    expect(names(forms)[0]).toBe('open-vase');
    expect(forms.every(({ judged }) => judged === undefined)).toBe(true);
    expect(told(forms, 'open-vase')).not.toContain('of its limbs serve');
  });
});
