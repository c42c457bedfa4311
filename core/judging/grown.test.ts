import { describe, expect, it } from 'vitest';
import { FORM_IDS } from '../kinds/form-ids';
import { reading } from '../readings/reading';
import { SCHOOL_IDS } from '../schools/schools';
import { shareOf } from '../testing/deep';
import { WhipYears, type WhipSetting } from '../testing/whip-years';
import type { TreeState } from '../history/tree-at';
import type { Stem } from '../tree/stem';
import { budSteps, budWorkOf } from '../whips/bud-steps';
import { judge, type Judgement } from './judge';

const VASE: WhipSetting = {
  ...{ kind: 'apple', form: 'open-vase', school: 'middle-way', trunkMm: 28, spareShare: 0.9, spacingCm: 5 },
  isReadInJune: true,
};
const WINTER = '2027-12-15';
const KINDS = ['apple', 'european-pear', 'sweet-cherry', 'peach', 'european-plum', 'walnut'];

/** Every form, school and kind, stems of 24 to 32 mm, spares of 35 to 90 %, clusters 10 to 30 cm apart, read in June or not. */
const SETTINGS: WhipSetting[] = FORM_IDS.filter((form) => form !== 'multi-stem-bush').flatMap((form) =>
  SCHOOL_IDS.flatMap((school) =>
    KINDS.flatMap((kind) =>
      [true, false].flatMap((isReadInJune) =>
        (
          [
            [24, 0.35, 3.3],
            [28, 0.9, 5],
            [32, 0.6, 10],
          ] as const
        ).map(([trunkMm, spareShare, spacingCm]): WhipSetting => ({
          ...{ kind, form, school, trunkMm, spareShare, spacingCm, isReadInJune },
        })),
      ),
    ),
  ),
);

const judgedIn = (state: TreeState): Judgement => {
  const judged = judge(state, { withPrices: false });
  if (judged.kind !== 'judged') throw new Error(judged.kind);
  return judged;
};

/** Verdicts by tag. */
function fatesOf(state: TreeState): Record<string, string> {
  const { verdicts } = judgedIn(state);
  return Object.fromEntries(state.tree.stems.map(({ id, tag }) => [tag, verdicts[id]?.decision ?? '']));
}

const whipOf = (setting: WhipSetting, lost: string[] = [], off?: (i: number) => number): WhipYears => {
  const whip = new WhipYears(setting).tickBuds();
  if (setting.isReadInJune) whip.readInJune();
  return whip.readInWinter({ lost, ...(off && { off }) });
};

const withoutPart = (stem: Stem): Stem => {
  const bare = { ...stem };
  delete bare.part;
  return bare;
};

const forgotten = ({ tree, ...state }: TreeState): TreeState => ({
  ...state,
  tree: { ...tree, stems: tree.stems.map(withoutPart) },
});

const STAYS = ['scaffold', 'leader'];

describe('what was chosen as a bud', () => {
  it('stays in the first winter, and its spares go, in every form, school and kind; forgotten, many would not', () => {
    let wouldGo = 0;
    for (const setting of shareOf(SETTINGS, 97)) {
      const whip = whipOf(setting);
      const state = whip.on(WINTER);
      const fates = fatesOf(state);
      for (const { id, isSpare } of whip.grown()) {
        const name = `${JSON.stringify(setting)} ${id}: ${fates[id]}`;
        expect(isSpare ? fates[id] === 'out' : STAYS.includes(fates[id] ?? ''), name).toBe(true);
      }
      const asStranger = fatesOf(forgotten(state));
      wouldGo += whip
        .grown()
        .filter(({ id, isSpare }) => !isSpare && !STAYS.includes(asStranger[id] ?? '')).length;
    }
    expect(wouldGo).toBeGreaterThan(10);
  });

  it('stays in the winters after, for it is known for ever', () => {
    const whip = whipOf(VASE);
    for (const winter of ['2028-12-15', '2031-12-15']) {
      const fates = fatesOf(whip.on(winter));
      for (const { id } of whip.grown().filter(({ isSpare }) => !isSpare)) expect(STAYS).toContain(fates[id]);
    }
  });

  it('is found again where winter reads it a little off, each shoot for one bud', () => {
    const whip = whipOf({ ...VASE, isReadInJune: false }, [], (i) => (i % 3) - 1);
    const parts = whip.on(WINTER).tree.stems.map(({ tag, part }) => [tag, part?.role] as const);
    for (const { id, isSpare } of whip.grown())
      expect(parts.find(([tag]) => tag === id)?.[1]).toBe(isSpare ? 'spare' : 'chosen');
  });

  it('says so, and from whom it is known', () => {
    const reasonOf = (setting: WhipSetting): string | undefined => {
      const whip = whipOf(setting);
      const state = whip.on(WINTER);
      const chosen = whip.grown().find(({ isSpare }) => !isSpare)?.id;
      const stem = state.tree.stems.find(({ tag }) => tag === chosen);
      return judgedIn(state).verdicts[stem?.id ?? '']?.reasons[0]?.code;
    };
    expect(reasonOf(VASE)).toBe('part.chosen.own-word');
    expect(reasonOf({ ...VASE, isReadInJune: false })).toBe('part.chosen.tick');
  });

  it('binds no other form', () => {
    const whip = whipOf(VASE);
    whip.write('2027-12-12', { kind: 'form-chosen', treeId: 't', form: 'central-leader' });
    const state = whip.on(WINTER);
    expect(state.tree.stems.some(({ part }) => part)).toBe(true);
    expect(fatesOf(state)).toEqual(fatesOf(forgotten(state)));
  });
});

describe('a spare', () => {
  const [chosen, spares] = (() => {
    const grown = new WhipYears(VASE).tickBuds().grown();
    const first = grown.find(({ isSpare }) => !isSpare);
    const its = grown.filter(({ bud }) => bud.spareFor === first?.bud.bud).map(({ id }) => id);
    return [first?.id ?? '', its] as const;
  })();
  /** The spares of the first chosen bud that stay. */
  const stays = (state: TreeState): string[] => {
    const fates = fatesOf(state);
    return spares.filter((id) => STAYS.includes(fates[id] ?? ''));
  };

  it('takes the place of one that did not come, was broken, or is taken by the grower; of two the one that does better', () => {
    expect(spares).toHaveLength(2);
    expect(stays(whipOf({ ...VASE, isReadInJune: false }, [chosen]).on(WINTER))).toHaveLength(1);
    const broken = whipOf(VASE, [chosen]);
    broken.write('2027-07-01', {
      kind: 'shoots-read',
      treeId: 't',
      shoots: [{ shoot: chosen, isBroken: true }],
    });
    expect(stays(broken.on(WINTER))).toHaveLength(1);
    const taken = whipOf(VASE);
    taken.write(WINTER, { kind: 'overruled', treeId: 't', stemId: `2027-${chosen}`, ruling: 'out' });
    expect(stays(taken.on(WINTER))).toHaveLength(1);
    const better = whipOf(VASE);
    better.visit(WINTER, {
      [`2027-${chosen}`]: { condition: 'broken' },
      [`2027-${spares[1]}`]: { diameter: reading('diameter', 12, 'caliper') },
    });
    expect(stays(better.on(WINTER))).toEqual([spares[1]]);
  });

  it('waits while nobody has measured the one it stands by, and says which that is', () => {
    const state = whipOf(VASE, [chosen]).on(WINTER);
    const spare = state.tree.stems.find(({ tag }) => tag === spares[0]);
    const verdict = judgedIn(state).verdicts[spare?.id ?? ''];
    expect([verdict?.decision, verdict?.reasons[0]?.code]).toEqual(['leave', 'part.waits']);
  });

  it('keeps its leaf through its first summer, however long its tree has stood', () => {
    const whip = whipOf(VASE);
    // The same shoots, read as limbs in the very summer of their buds.
    const summer = new WhipYears({ ...VASE, isReadInJune: false }).tickBuds();
    const { stems } = whip.events.at(-1) as unknown as { stems: never };
    summer.visit('2027-08-20', stems);
    const fates = fatesOf(summer.on('2027-08-21'));
    for (const { id } of summer.grown()) expect(fates[id], id).not.toBe('out');
  });
});

describe('the plan of buds that were begun', () => {
  it('holds, though a facing is seen otherwise afterwards or the stem is shorter by then', () => {
    const whip = new WhipYears(VASE).tickBuds();
    const before = whip.plan?.buds.filter(({ role }) => role === 'chosen').map(({ bud }) => bud);
    const buds = { firstCm: 15, spacingCm: 5, facings: [{ bud: 4, bearingDeg: 250 }] };
    whip.write('2027-03-02', { kind: 'buds-read', treeId: 't', buds });
    const after = whip.judged('2027-03-03');
    const chosen = after.kind === 'whip' ? after.whip.buds.filter(({ role }) => role === 'chosen') : [];
    expect(chosen.map(({ bud }) => bud)).toEqual(before);
    expect(chosen.every(({ isDone }) => isDone)).toBe(true);
    expect(after.kind === 'whip' && [after.whip.headAtCm, after.whip.headedAtCm !== undefined]).toEqual([
      undefined,
      true,
    ]);
  });

  it('says of every bud what it said before the first was dealt with', () => {
    const central = new WhipYears({ ...VASE, form: 'central-leader' });
    const before = central.judged('2027-03-01');
    if (before.kind !== 'whip') throw new Error(before.kind);
    const [first] = budSteps(before.whip);
    central.write('2027-03-01', {
      ...{ kind: 'bud-work', treeId: 't' },
      ...budWorkOf('central-leader', before.whip, first ? [first] : []),
    });
    const after = central.judged('2027-03-02');
    const roles = (judged: typeof after) =>
      judged.kind === 'whip' ? judged.whip.buds.map(({ role }) => role) : [];
    expect(roles(after).slice(0, -1)).toEqual(roles(before).slice(0, roles(after).length - 1));
  });

  it('is not planned over their heads next winter, until it is read that no limb came of them', () => {
    const whip = new WhipYears(VASE).tickBuds();
    const unread = whip.judged(WINTER);
    expect(unread.kind === 'whip' && [unread.whip.isUnread, budSteps(unread.whip)]).toEqual([true, []]);
    whip.visit(WINTER, { trunk: { diameter: reading('diameter', 16, 'caliper') } });
    const again = whip.judged(WINTER);
    expect(again.kind === 'whip' && [again.whip.isUnread, budSteps(again.whip).length > 0]).toEqual([
      undefined,
      true,
    ]);
  });

  it('asks for nothing in leaf: buds have broken by then', () => {
    const summer = new WhipYears(VASE).judged('2027-07-10');
    expect(summer.kind === 'whip' && budSteps(summer.whip)).toEqual([]);
  });
});
