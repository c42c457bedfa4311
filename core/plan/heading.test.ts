import { tell } from '../testing/tell';
import { describe, expect, it } from 'vitest';
import { judge, type Judgement } from '../judging/judge';
import { reading } from '../readings/reading';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import type { Act } from '../acts/acts';
import { layOut, tipOf } from '../tree/course';

const limb = (id: string, h: number, bearing: number, more: Partial<Limb> = {}): Limb => ({
  ...{ id, h, bearing, angle: 65, length: 55, mm: 11 },
  ...more,
});
const round = (h: number, angle = 65): Limb[] =>
  [0, 120, 240].map((bearing, i) => limb(`l${i}`, h + i * 10, bearing, { angle }));

function acts(tree: TestTree): Act[] {
  const judged = judge(treeOf(tree), { withPrices: false });
  if (judged.kind !== 'judged') throw new Error(judged.kind);
  return [...judged.plan.acts];
}

/** What an act chiefly rests on: the id of a rule, a figure or a question. */
function chief({ reason }: Act): string {
  const [ground] = reason.grounds ?? [];
  if (ground?.on === 'figure') return ground.key;
  return ground?.on === 'finding' ? ground.rule : '';
}

const cut = (tree: TestTree, id: string): { to: number; rule: string } | undefined =>
  acts(tree).flatMap((act) =>
    act.kind === 'shorten' && act.stemId === id ? [{ to: act.toLengthCm, rule: chief(act) }] : [],
  )[0];

const leader = (more: Partial<TestTree> = {}): TestTree => ({
  ...{ form: 'central-leader', trunk: { length: 170, mm: 38 }, limbs: round(55) },
  ...more,
});

describe('the leader', () => {
  it('is left alone when nothing asks for a cut', () => {
    expect(cut(leader(), 'trunk')).toBeUndefined();
  });

  it('that ends in a flower bud loses two bud spaces: 5 cm on an apple', () => {
    const tree = leader({ trunk: { length: 170, mm: 38, more: { endBud: 'flower' } } });
    expect(cut(tree, 'trunk')).toEqual({ to: 165, rule: 'flower-tip' });
  });

  it('is cut to another shoot that leads, a cm above its join', () => {
    const tree = leader({
      limbs: [...round(55), limb('t', 110, 60, { angle: 5, length: 60, mm: 16 })],
      rulings: { t: 'leader' },
    });
    expect(cut(tree, 't')).toBeUndefined();
    expect(cut(tree, 'trunk')?.to).toBeCloseTo(111, 6);
  });

  it('that leans gives way to a shoot that rises back over the foot once that has outgrown it', () => {
    const leads = (bearing: number, length: number): string | undefined => {
      const tree: TestTree = {
        ...{ form: 'modified-leader', kind: 'apple', planted: '2021-11-01' },
        trunk: {
          ...{ length: 230, mm: 58 },
          more: { angle: reading('angle', 12, 'gauge'), bearing: reading('bearing', 90, 'gauge') },
        },
        limbs: [...round(55), limb('w', 205, bearing, { angle: 12, length, mm: 13 })],
      };
      const judged = judge(treeOf(tree), { withPrices: false });
      return judged.kind === 'judged'
        ? judged.chosen.limbs.find(({ role }) => role === 'leader')?.stemId
        : undefined;
    };
    expect(leads(270, 70)).toBe('w');
    expect(leads(270, 30)).toBe('trunk');
  });

  it('loses half its last growth where a school cuts it hard', () => {
    const state = treeOf(
      leader({ trunk: { length: 170, mm: 38, more: { growthCm: { '2025': 90, '2026': 80 } } } }),
    );
    const school = {
      ...state.school,
      answers: { ...state.school.answers, 'leader-tip': 'cut-hard' as const },
    };
    const judged = judge({ ...state, school }, { withPrices: false });
    const found =
      judged.kind === 'judged' && judged.plan.acts.find((act) => 'stemId' in act && act.stemId === 'trunk');
    expect(found).toMatchObject({ kind: 'shorten', toLengthCm: 130 });
  });

  it('of a modified leader is held 45 cm over the tips of its large limbs', () => {
    // The highest tip: 75 + 100 cos 50 = 139.3; and 45. Of 80 cm they are far behind 155 cm of stem: 126.4 and 12.
    const tree = (length: number): TestTree => ({
      ...{ form: 'modified-leader', trunk: { length: 230, mm: 44 } },
      limbs: [0, 120, 240].map((bearing, i) =>
        limb(`l${i}`, 55 + i * 10, bearing, { angle: 50, length, mm: 16 }),
      ),
    });
    const to = (cm: number): number => expect.closeTo(cm, 1) as number;
    expect(cut(tree(100), 'trunk')).toEqual({ to: to(184.3), rule: 'top.overCm' });
    expect(cut(tree(80), 'trunk')).toEqual({ to: to(138.4), rule: 'top.overCm' });
  });

  it('of a bent-down axis is held at the highest limb within reach, not at a stump', () => {
    const flat = [0, 120, 240, 60].map((bearing, i) =>
      limb(`l${i}`, 55 + i * 48, bearing, { angle: 92, mm: 5 + (i === 3 ? 0 : 3) }),
    );
    const tree: TestTree = {
      ...{ form: 'bent-down-axis', trunk: { length: 260, mm: 40 }, limbs: flat, planted: '2018-01-01' },
    };
    expect(cut(tree, 'trunk')).toEqual({ to: expect.closeTo(200, 6) as number, rule: 'over-reach' });
    expect(cut({ ...tree, site: { reachCm: 270 } }, 'trunk')).toBeUndefined();
  });

  it('held at a limb hands the top over to it: it is not bent, and no limb is wanted over it', () => {
    const steep = [0, 120, 240, 60].map((bearing, i) =>
      limb(`l${i}`, 55 + i * 48, bearing, { angle: 60, mm: i === 3 ? 5 : 8 }),
    );
    const axis = { form: 'bent-down-axis', trunk: { length: 260, mm: 40 }, planted: '2018-01-01' } as const;
    const done = acts({ ...axis, limbs: steep });
    expect(done.flatMap((act) => (act.kind === 'bend' ? [act.stemId] : []))).toEqual(['l0', 'l1', 'l2']);
    const wanted = done.flatMap((act) => (act.kind === 'make-limb' ? [act.heightCm] : []));
    expect(wanted.length).toBeGreaterThan(0);
    expect(Math.max(...wanted)).toBeLessThan(200);
  });

  it('is held below a limb that rises over reach, which goes; pinned, it stays and the stem is held at it', () => {
    const reach = { reachCm: 190 };
    const limbs = [0, 120, 240, 60].map((bearing, i) =>
      limb(`l${i}`, 55 + i * 48, bearing, { angle: 92, mm: i === 3 ? 5 : 8 }),
    );
    const axis = { form: 'bent-down-axis', trunk: { length: 260, mm: 40 }, planted: '2018-01-01' } as const;
    const tree: TestTree = { ...axis, limbs, site: reach };
    expect(cut(tree, 'trunk')?.to).toBeCloseTo(55 + 2 * 48 + 1, 6);
    expect(cut({ ...tree, rulings: { l3: 'keep' } }, 'trunk')?.to).toBeCloseTo(55 + 3 * 48 + 1, 6);
  });

  it('on a wall is never headed at a bare wire below an arm that stays', () => {
    const high = [90, 270].map((bearing, i) => limb(`l${i}`, 80 + i, bearing, { angle: 80 }));
    const wall: TestTree = { form: 'horizontal-espalier', trunk: { length: 130, mm: 30 }, limbs: high };
    const site = { wallBearingDeg: 90 };
    expect(cut({ ...wall, site }, 'trunk')?.to ?? 130).toBeGreaterThan(81);
    expect(cut({ ...wall, site, limbs: [limb('f', 60, 0)] }, 'trunk')?.to).toBeCloseTo(45, 6);
  });

  it('that takes another’s place is what the limbs are measured against', () => {
    // The trunk ends at 111 cm, the limbs at most at 75 + 55 cos 65 = 98; the new leader at 110 + 60 cos 5 = 170.
    const limbs = [...round(55), limb('t', 110, 60, { angle: 5, length: 60, mm: 16 })];
    const judged = judge(treeOf(leader({ limbs, rulings: { t: 'leader' } })));
    if (judged.kind !== 'judged') throw new Error(judged.kind);
    expect(judged.setFindings.planned.filter(({ rule }) => rule === 'overtopping')).toEqual([]);
  });
});

describe('a limb that would stand over its leader', () => {
  const under = (h: number, length: number) =>
    cut(
      {
        ...{ form: 'central-leader', kind: 'apple', trunk: { length: 190, mm: 40 } },
        limbs: [...round(55), limb('h', h, 20, { angle: 60, length, mm: 9 })],
      },
      'h',
    )?.to;

  it('is cut to 15 cm under it, but no more than by half: 150 + 50 cos 60 = 175, from 165 to 40 of 80 cm', () => {
    expect(Math.abs((under(150, 80) ?? 0) - 50)).toBeLessThan(4);
    expect(Math.abs((under(165, 80) ?? 0) - 40)).toBeLessThan(4);
  });

  it('is left where it is short', () => {
    expect(under(165, 38)).toBeUndefined();
  });
});

describe('an arm half way down to its wire', () => {
  const arms = (length: number): TestTree => ({
    ...{ form: 'horizontal-espalier', trunk: { length: 130, mm: 30 }, site: { wallBearingDeg: 90 } },
    limbs: [90, 270].map((bearing, i) =>
      limb(`l${i}`, 42 + i, bearing, { angle: 30, length: i === 0 ? length : 60 }),
    ),
  });
  const tipAfter = (length: number): number => {
    const judged = judge(treeOf(arms(length)), { withPrices: false });
    const course = judged.kind === 'judged' ? layOut(judged.plan.after).courses.get('l0') : undefined;
    return course ? tipOf(course)[2] : NaN;
  };
  const downTo = (length: number): number[] =>
    acts(arms(length)).flatMap((act) => (act.kind === 'bend' && act.stemId === 'l0' ? [act.toDeg] : []));

  it('is brought lower where its tip would stand over the leader’s, by the course it is tied in', () => {
    expect(downTo(100)).toEqual([48]);
    // Laid straight it would need 57 deg: 42 + 150 cos 57 = 124. It leaves its join as steep as it grew.
    const [deg = 0] = downTo(150);
    expect(deg).toBeGreaterThan(57);
    expect(deg).toBeLessThan(65);
    expect(tipAfter(150)).toBeLessThan(130);
    expect(tipAfter(150)).toBeGreaterThan(130 - 15);
    expect(cut(arms(150), 'l0')).toBeUndefined();
  });

  it('but not past 65 deg: what then stands over it is cut, 42 + 230 cos 65 = 139', () => {
    expect(downTo(230)).toEqual([65]);
    expect(cut(arms(230), 'l0')?.to).toBeLessThan((130 - 42) / Math.cos((65 * Math.PI) / 180));
  });
});

describe('a limb that is wanted', () => {
  const how = (tree: TestTree): string[] =>
    acts(tree).flatMap((act) => (act.kind === 'make-limb' ? [act.how ?? ''] : []));
  const one = (mm: number, more: Partial<TestTree> = {}): TestTree => ({
    ...{ form: 'open-vase', trunk: { length: 110, mm, headed: true } },
    limbs: [0, 90].map((bearing, i) => limb(`l${i}`, 60 + i * 10, bearing, { angle: 50, mm: mm / 3 })),
    ...more,
  });

  it('is notched for on wood that can still break, left to come on older wood and where a notch gums', () => {
    // 8 mm go a metre of headed stem: at 68 cm a stem of 47 mm has 42, one of 55 mm has 50; 45 can be notched.
    expect(how(one(47, { kind: 'apple' }))).toEqual(['notch']);
    expect(how(one(55, { kind: 'apple' }))).toEqual(['first-shoot']);
    expect(how(one(30, { kind: 'peach' }))).toEqual(['first-shoot']);
  });
});

describe('the leader of a tree on wires', () => {
  const wall = (length: number, more: Limb[] = []): TestTree => ({
    ...{ form: 'horizontal-espalier', trunk: { length, mm: 30 } },
    limbs: [limb('a', 38, 90, { angle: 88 }), limb('b', 40, 270, { angle: 88 }), ...more],
  });

  it('is headed at the first wire that has no arm, once it has passed it', () => {
    expect(cut(wall(110), 'trunk')).toEqual({ to: expect.closeTo(85, 6) as number, rule: 'wire.gapCm' });
    expect(cut(wall(90), 'trunk')).toBeUndefined();
  });

  it('is left where one arm of the wire is there', () => {
    expect(cut(wall(110, [limb('c', 78, 90, { angle: 80, length: 30, mm: 7 })]), 'trunk')).toBeUndefined();
  });
});

describe('a limb that stays', () => {
  it('is cut below the leader when, bent as it is to be, its tip would still near it', () => {
    const tree = leader({
      limbs: [limb('l0', 60, 0, { length: 260, angle: 62, mm: 14 }), ...round(55).slice(1)],
    });
    // 155 cm is the most; from 60 at 62 deg that is 95 / cos 62 = 202 cm along, down to the whole piece below: 24 of 260.
    const found = cut(tree, 'l0');
    expect(found?.rule).toBe('leader.clearCm');
    expect(found?.to).toBeGreaterThan(202 - 260 / 24 - 0.1);
    expect(found?.to).toBeLessThanOrEqual(202.4);
  });

  it('and is long without side shoots loses a third, so that it forks', () => {
    const bare = limb('l0', 55, 0, { length: 96, more: { sideShoots: 0 } });
    expect(cut(leader({ limbs: [bare, ...round(55).slice(1)] }), 'l0')).toEqual({
      to: expect.closeTo(64, 6) as number,
      rule: 'bare.longCm',
    });
  });
});

describe('bending', () => {
  const wall = (school: TestTree['school']): Act[] =>
    acts({
      ...{ form: 'horizontal-espalier', trunk: { length: 90, mm: 30 } },
      ...(school && { school }),
      limbs: [limb('a', 38, 90, { angle: 30 }), limb('b', 40, 270, { angle: 60 })],
    }).filter(({ kind }) => kind === 'bend');

  it('brings a steep arm half way first, a lower one all the way', () => {
    expect(wall('middle-way').map((act) => act.kind === 'bend' && [act.stemId, act.toDeg])).toEqual([
      ['a', 48],
      ['b', 85],
    ]);
  });

  it('raises what runs too flat, and says so', () => {
    const low = leader({ limbs: [limb('l0', 60, 0, { angle: 95 }), ...round(55).slice(1)] });
    const act = acts(low).find(({ kind }) => kind === 'bend');
    expect(act).toMatchObject({ stemId: 'l0', fromDeg: 95, toDeg: 80 });
    expect(act && tell(act.reason)).toContain('it is raised');
  });

  it('raises a limb too thin for its place to the steepest its form allows', () => {
    const thin = limb('l0', 60, 0, { angle: 76, mm: 6 });
    const act = acts(leader({ limbs: [thin, ...round(55).slice(1)] })).find(({ kind }) => kind === 'bend');
    expect(act).toMatchObject({ stemId: 'l0', fromDeg: 76, toDeg: 60, reason: { code: 'bend.raise-weak' } });
  });

  it('keeps what was read of a run apart from the departure', () => {
    const arched = limb('l0', 60, 0, { angle: 40, more: { set: reading('angle', 70, 'gauge') } });
    expect(
      acts(leader({ limbs: [arched, ...round(55).slice(1)] })).filter(({ kind }) => kind === 'bend'),
    ).toEqual([]);
  });
});

describe('a vase whose tips would end unlike', () => {
  // Joins at 52, 64, 76 and 88 cm, all 80 cm long at 50 deg: tips 80 cos 50 = 51.4 cm over their joins, the highest 36 over the lowest.
  it('has the highest brought down to within the limit of the lowest', () => {
    const even = treeOf({
      ...{ form: 'open-vase', trunk: { length: 92, mm: 44, headed: true }, rules: { 'shorten.longCm': 200 } },
      limbs: [0, 90, 180, 270].map((bearing, i) =>
        limb(`l${i}`, 52 + i * 12, bearing, { length: 80, angle: 50 }),
      ),
    });
    const judged = judge(even) as Judgement;
    const cuts = judged.plan.acts.filter((act) => act.kind === 'shorten');
    expect(cuts).toMatchObject([{ stemId: 'l3', purpose: 'equalise', reason: { code: 'head.evened' } }]);
    expect(judged.setFindings.proposed.some(({ rule }) => rule === 'uneven-tips')).toBe(true);
    expect(judged.setFindings.planned.some(({ rule }) => rule === 'uneven-tips')).toBe(false);
  });
});

describe('roots lost in lifting', () => {
  // Limbs of 55 cm, all of it last season's: a third off is to 36.7 cm, half to 27.5, two thirds to 18.3.
  const just = (more: Partial<TestTree> = {}): TestTree => ({
    ...{ form: 'open-vase', trunk: { length: 98, mm: 32, headed: true }, limbs: round(55) },
    ...{ planted: '2026-11-02', cameAs: 'bare-rooted' },
    ...more,
  });
  const balanced = (more: Partial<TestTree> = {}): number[] =>
    acts(just(more)).flatMap((act) =>
      act.kind === 'shorten' && act.reason.code === 'head.planting' ? [act.toLengthCm] : [],
    );

  it('are balanced by a third of last season’s growth off every limb that stays, each to its bud', () => {
    const found = acts(just()).filter((act) => act.kind === 'shorten' && act.reason.code === 'head.planting');
    expect(found).toHaveLength(3);
    for (const act of found) {
      expect(act).toMatchObject({ purpose: 'balance-roots', bud: { isKnown: false } });
      expect(act.kind === 'shorten' && act.toLengthCm).toBeCloseTo(55 * (1 - 0.333), 6);
    }
  });

  it('are balanced by half in a school that says so, and by nothing where all leaf is kept', () => {
    expect(balanced({ school: 'frame-first' })).toEqual([27.5, 27.5, 27.5]);
    expect(balanced({ school: 'buds-and-notches' })).toEqual([]);
  });

  it('are none in a pot, are unknown until somebody says, and are made up once it has been in leaf', () => {
    expect(balanced({ cameAs: 'pot-grown' })).toEqual([]);
    expect(balanced({ planted: '2026-02-02' })).toEqual([]);
    const unsaid = just();
    delete unsaid.cameAs;
    const judged = judge(treeOf(unsaid), { withPrices: false });
    expect(judged.kind === 'judged' && judged.plan.notes[0]?.code).toBe('note.roots');
  });

  it('are not told apart by the turn of the year: planted in November, it is just planted in February', () => {
    expect(balanced({ visitedOn: '2027-02-10' })).toHaveLength(3);
    expect(balanced({ planted: '2027-01-10', visitedOn: '2027-02-10' })).toHaveLength(3);
  });
});

describe('a limb that grew long', () => {
  // 90 cm, 80 of it last season: a third off is to 63.4, half to 50, a fifth to 74.
  const grown = (mm: number, more: Partial<TestTree> = {}): ReturnType<typeof cut> => {
    const limbs = [0, 90, 180, 270].map((bearing, i) =>
      limb('abcd'[i] ?? '', 52 + i * 13, bearing, { angle: 50, length: 60, mm: 12 }),
    );
    const one = limb('a', 52, 0, {
      ...{ angle: 50, length: 90, mm },
      more: { growthCm: { '2025': 10, '2026': 80 } },
    });
    const trunk = { length: 95, mm: 60, headed: true };
    return cut(
      {
        ...{ form: 'open-vase', trunk, limbs: [one, ...limbs.slice(1)] },
        rules: { 'tips.apartCm': 100 },
        rulings: { a: 'keep' },
        ...more,
      },
      'a',
    );
  };

  it('loses a third, a weak one half, one that outgrows its peers a fifth: hard cutting would drive it on', () => {
    expect(grown(12)).toMatchObject({
      rule: 'shorten.share',
      to: expect.closeTo(90 - 80 * 0.333, 3) as number,
    });
    expect(grown(6)).toMatchObject({ rule: 'shorten.weakShare', to: 50 });
    expect(grown(22)).toMatchObject({ rule: 'shorten.strongShare', to: 74 });
  });

  it('loses nothing where its school leaves limbs whole, however strong', () => {
    expect(grown(22, { school: 'bend-to-bear' })).toBeUndefined();
  });
});
