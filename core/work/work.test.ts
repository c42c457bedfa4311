import { because } from '../words/message';
import { describe, expect, it } from 'vitest';
import { yearsToClose } from '../acts/callus';
import { toolFor } from '../acts/cut-place';
import { placeOf, type Act, phaseOf, cautionsFor } from '../acts/acts';
import { judge, type Judgement } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { tell } from '../testing/tell';
import { accountOf } from '../acts/account';
import { fruitsCarried } from '../bending/laden';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import type { Stem, Tree } from '../tree/stem';
import type { Held } from '../acts/held';
import { kitFor, kitTogether, minutesFor } from './kit';
import { workLines } from './lines';
import { PHASES } from '../acts/phase';
import { rowsOf } from './rows';
import { walkingOrder } from './walk';

const limb = (id: string, h: number, bearing: number, more: Partial<Limb> = {}): Limb => ({
  ...{ id, h, bearing, angle: 50, length: 90, mm: 13 },
  ...more,
});
const four = [limb('a', 52, 0), limb('b', 66, 90), limb('c', 80, 180), limb('d', 92, 270)];
const vase = (more: readonly Limb[] = [], tree: Partial<TestTree> = {}): TestTree => ({
  ...{ form: 'open-vase', trunk: { length: 130, mm: 44, headed: true } },
  limbs: [...four, ...more],
  ...tree,
});
function planned(tree: TestTree) {
  const state = treeOf(tree);
  const judged = judge(state, { withPrices: false }) as Judgement;
  return { state, judged, scene: sceneOf(state), acts: judged.plan.acts };
}

describe('the order of work', () => {
  const { scene, acts, judged } = planned(
    vase([
      limb('x', 75, 45, { condition: 'cankered' }),
      limb('s', 4, 200, { angle: 10, length: 60 }),
      limb('u', 70, 135, { mm: 12, angle: 48, more: { fixings: [{ what: 'tie' }] } }),
    ]),
  );

  it('makes ready, then diseased wood, suckers, structure, side shoots, heading and bends', () => {
    const at = acts.map((act) => PHASES.indexOf(phaseOf(scene, act)));
    expect(at).toEqual([...at].sort((a, b) => a - b));
    const going = acts.filter(({ kind }) => kind === 'take-out').map((act) => 'stemId' in act && act.stemId);
    expect(going.slice(0, 2)).toEqual(['x', 's']);
  });

  it('moves a tie off wood that is to be cut, first of all', () => {
    expect(acts[0]).toMatchObject({ kind: 'move', stemId: 'u', what: 'tie' });
  });

  it('breaks a sucker off, and is told in a line for each act', () => {
    const lines = workLines(scene, judged);
    expect(lines.filter(({ tag }) => tag === 'S').map(({ words }) => tell(words))).toEqual([
      'break off at its foot, 13 mm',
    ]);
    expect(lines.map(({ number }) => number)).toEqual(lines.map((_, i) => i + 1));
    for (const { words } of lines) expect(tell(words).length).toBeLessThan(130);
  });

  it('goes from the top down where the school does', () => {
    const down = planned(
      vase([limb('x', 60, 45, { mm: 20 }), limb('y', 120, 135, { mm: 20 })], { school: 'frame-first' }),
    );
    const heights = down.acts.flatMap((act) =>
      act.kind === 'take-out'
        ? [down.state.tree.stems.find(({ id }) => id === act.stemId)?.origin.value ?? 0]
        : [],
    );
    const sign = down.scene.answers.order === 'top-first' ? -1 : 1;
    expect(heights).toEqual([...heights].sort((a, b) => sign * (a - b)));
  });
});

describe('one wound or two', () => {
  const goes = (more: readonly Limb[]): TestTree => ({ ...vase(more), rulings: { y: 'out', z: 'out' } });

  // Stem 44 mm at 10 cm, 0.08 mm less a cm: 44 - 0.08 * 83 = 37.4 mm at 93 cm; two limbs of 30 mm are 1800 mm^2, the stem 1396.
  it('takes two thick limbs off with the stem above the highest that stays, where that wound is smaller', () => {
    const { acts } = planned(goes([limb('y', 110, 45, { mm: 30 }), limb('z', 122, 225, { mm: 30 })]));
    const cuts = acts.filter(({ kind }) => kind === 'take-out');
    expect(cuts).toEqual([]);
    const act = acts.find((a) => a.kind === 'shorten' && a.stemId === 'trunk');
    expect(act).toMatchObject({ purpose: 'open-centre', toLengthCm: expect.closeTo(93, 6) as number });
    expect(act?.kind === 'shorten' && act.diameterMm).toBeCloseTo(37.4, 1);
    expect(act && tell(act.reason)).toContain('instead of 2');
  });

  it('leaves a headed stem alone where one wound would be larger than both', () => {
    const { acts } = planned(goes([limb('y', 110, 45, { mm: 15 }), limb('z', 122, 225, { mm: 15 })]));
    expect(acts.filter(({ kind }) => kind === 'take-out')).toHaveLength(2);
  });
});

describe('the place of a cut', () => {
  const { scene } = planned(vase());

  it('closes by callus from both sides: 22 mm of apple in 22 / 2 / 5.5 = 2 years, of slow wood in 22 / 2 / 3.5', () => {
    expect(yearsToClose({ healing: { value: 'middling', source: 'working value' } }, 22)).toBe(2);
    expect(yearsToClose({ healing: { value: 'slow', source: 'working value' } }, 22)).toBeCloseTo(3.14, 2);
  });

  it('is longer made flush: over the sine of the crotch, 20 mm at 50 deg leave 26.1 mm', () => {
    const act = { kind: 'take-out' as const, stemId: 'a', diameterMm: 20, reason: because('as-written') };
    expect(placeOf(scene, act)?.flushMm).toBeCloseTo(26.1, 1);
  });

  it('is closed last of all where a peg is left: on an apple 20 mm at 3.5 mm a season, then as any cut of 20 mm', () => {
    const act = { kind: 'take-out' as const, stemId: 'a', diameterMm: 20, reason: because('as-written') };
    // Scaffolds of an apple gain 7 mm a season, 3.5 on each side; 20 mm close in 20 / 2 / 5.5 = 1.82.
    expect(placeOf(scene, act)?.pegYears).toBeCloseTo(5.71 + 1.82, 2);
  });

  it('goes by thickness and reach: shears to 22, loppers to 40, then the saw; on a pole above 210 cm', () => {
    const tools = [22, 23, 40, 41].map((mm) => toolFor(scene, mm, 100));
    expect(tools).toEqual(['shears', 'loppers', 'loppers', 'saw']);
    expect([30, 31].map((mm) => toolFor(scene, mm, 220))).toEqual(['pole pruner', 'pole saw']);
  });
});

describe('kit and minutes', () => {
  it('follow from the acts: two limbs with shears and one sawn in three are 0.7 + 0.7 + 4 + 2 and five to look', () => {
    const { scene, state } = planned(vase());
    const reason = because('as-written');
    const acts = [13, 13, 30].map((diameterMm, i) => ({
      ...{ kind: 'take-out' as const, stemId: state.tree.stems[i + 1]?.id ?? '', diameterMm, reason },
    }));
    expect(minutesFor(scene, acts)).toBeCloseTo(12.4, 9); // the third is over 25 mm: three cuts, and loppers do not undercut
    expect(kitFor(scene, acts).tools).toEqual(['shears', 'saw']);
  });

  it('has the blade cleaned between cuts where wood is sick, not where it is only broken', () => {
    const cleans = (condition: Stem['condition']): string => {
      const { scene, acts } = planned(vase([limb('x', 75, 45, { condition })]));
      return kitFor(scene, acts).cleans;
    };
    expect(cleans('broken')).toBe('between trees');
    expect(cleans('cankered')).toBe('between cuts');
  });

  it('counts cord, pegs, sticks and jugs by what the bends are held with', () => {
    const { scene } = planned(vase());
    const held = (by: Held['by'], lengthCm: number | undefined, pullKg: number) => ({
      ...{ kind: 'bend' as const, stemId: 'a', fromDeg: 40, toDeg: 60, reason: because('as-written') },
      held: {
        ...{ how: 'now' as const, by, tieCm: 40, pullKg, loopMm: 14, ...(lengthCm && { lengthCm }) },
        ...{ chance: 0, chanceFrom: 0, chanceTo: 0, worstCm: 10, wood: 'one-year' as const, stages: [] },
        ...{ lookOn: '2027-05-20', offBy: '2027-09-24', backDeg: 3 },
      },
    });
    const acts = [
      ...[held('ground-peg', 150, 1), held('trunk', 90, 1), held('weight', undefined, 1.4)],
      ...[held('spreader', 26, 1), held('spreader', 12, 1)],
    ];
    expect(kitFor(scene, acts)).toMatchObject({
      ties: 3,
      cordCm: 240,
      groundPegs: 1,
      jugsL: [1.4],
      guardsCm: [],
      sticksCm: [12, 26],
    });
    expect(kitTogether([kitFor(scene, acts), kitFor(scene, acts)])).toMatchObject({
      cordCm: 480,
      sticksCm: [12, 12, 26, 26],
    });
  });

  it('has a knife for each bud that is notched, two minutes apiece', () => {
    const { scene, acts } = planned(vase([], { kind: 'apple', limbs: four.slice(0, 3) }));
    const notches = acts.filter((act) => act.kind === 'make-limb' && act.how === 'notch');
    expect(notches).toHaveLength(1);
    expect(kitFor(scene, notches)).toMatchObject({ tools: [], notches: 1 });
    expect(minutesFor(scene, notches)).toBe(5 + 2);
  });
});

describe('a crop on thin wood', () => {
  it('is what its section carries: 10 mm is 0.785 cm^2, at four fruits three; 5 mm none', () => {
    expect([fruitsCarried(10, 4), fruitsCarried(5, 4)]).toEqual([3, 0]);
  });

  it('comes off whole in the first season', () => {
    const { acts } = planned(
      vase([], {
        limbs: [limb('a', 52, 0, { more: { bears: 'blossom' } }), ...four.slice(1)],
        planted: '2026-11-01',
      }),
    );
    expect(acts.find(({ kind }) => kind === 'take-crop')).toMatchObject({ stemId: 'a', leave: 0 });
  });
});

describe('a crop on a tree that is being framed', () => {
  const bearing = (mm: number, planted: string): number | undefined => {
    const limbs = [limb('a', 52, 0, { mm, more: { bears: 'fruit' } }), ...four.slice(1)];
    const act = planned(vase([], { limbs, planted, visitedOn: '2027-06-20' })).acts.find(
      ({ kind }) => kind === 'take-crop',
    );
    return act?.kind === 'take-crop' ? act.leave : undefined;
  };

  it('is held to what each limb’s section carries: 20 mm is 3.14 cm^2, at four fruits twelve', () => {
    expect([bearing(20, '2025-02-01'), bearing(13, '2025-02-01')]).toEqual([12, 5]);
  });

  it('is left to itself on stout wood once five seasons have framed it, not on thin', () => {
    expect([bearing(20, '2023-02-01'), bearing(20, '2022-02-01')]).toEqual([12, undefined]);
    expect(bearing(6, '2020-02-01')).toBe(1);
  });
});

describe('a caution', () => {
  const on = (act: Partial<Act>, more: Partial<TestTree> = {}): string => {
    const { scene } = planned(vase([limb('x', 75, 45, { condition: 'blighted' })], more));
    const whole = { kind: 'take-out', stemId: 'a', diameterMm: 13, reason: because('as-written'), ...act };
    return cautionsFor(scene, whole as Act)
      .map(tell)
      .join(' ');
  };

  it.each<[string, Partial<Act>, Partial<TestTree>, RegExp]>([
    [
      'on a pole sends to licensed work near lines',
      { kind: 'shorten', toLengthCm: 54 },
      { site: { reachCm: 60 } },
      /licensed work/,
    ],
    ['at heavy wood sends to an arborist', { diameterMm: 120 }, {}, /qualified arborist/],
    ['at a saw says where the other hand is', { diameterMm: 60 }, {}, /behind the blade/],
    ['at fire blight asks for dry weather and local rules', { stemId: 'x' }, {}, /dry weather.*local rules/],
    ['in leaf looks for nests', {}, { visitedOn: '2026-06-14' }, /nests/],
    ['on a fig covers the skin', {}, { kind: 'fig' }, /burns skin/],
    ['on a walnut too', {}, { kind: 'walnut' }, /sleeves/],
    ['at a cord flags it and caps the stake', { kind: 'bend', fromDeg: 40, toDeg: 50 }, {}, /Cap a stake/],
    ['at a soft join stops when it creaks', { kind: 'spread', fromDeg: 40, toDeg: 50 }, {}, /creaks/],
    [
      'at a notch cuts away from the hand',
      { kind: 'make-limb', how: 'notch', heightCm: 80 },
      {},
      /your hand/,
    ],
    ['where a shoot is waited for there is none', { kind: 'make-limb', how: 'first-shoot' }, {}, /^$/],
  ])('%s', (_, act, more, words) => {
    expect(on(act, more)).toMatch(words);
  });

  it('is short at a small cut, and none where nothing can hurt', () => {
    expect(on({})).toBe('Eyes clear of whipping twigs.');
    expect(on({ kind: 'stay', until: '2027-12-01', keptFor: 'fruit' })).toBe('');
  });
});

describe('fruiting wood of a framed tree', () => {
  const lateral = (length: number, angle: number, more = {}): Limb => ({
    ...{ id: 'lat', h: 25, bearing: 90, angle, length, mm: 6 },
    more: { parent: { kind: 'stem', stemId: 'a' }, ...more },
  });
  const cutTo = (kind: string, shoot: Limb, planted = '2022-02-01'): number | undefined => {
    const limbs = four.map((l) => ({ ...l, length: 55, more: { growthCm: { '2025': 20, '2024': 35 } } }));
    const { acts } = planned(vase([], { kind, planted, shapedBefore: true, limbs: [...limbs, shoot] }));
    const act = acts.find((a) => a.kind === 'shorten' && a.stemId === 'lat');
    return act?.kind === 'shorten' ? act.toLengthCm : undefined;
  };

  it('on a peach is renewed: what has fruited to 5 cm, a long shoot that will bear to its half', () => {
    expect(cutTo('peach', lateral(30, 75, { bears: 'fruit' }))).toBe(5);
    expect(cutTo('peach', lateral(60, 75))).toBe(30);
    expect(cutTo('peach', lateral(30, 75))).toBeUndefined();
  });

  it('is left alone while the tree is still being framed', () => {
    expect(cutTo('peach', lateral(60, 75), '2025-02-01')).toBeUndefined();
  });

  it('on a pear, a spur that ran up is clipped to three buds of 3 cm', () => {
    expect(cutTo('european-pear', lateral(35, 30))).toBe(9);
  });
});

describe('the account of a plan', () => {
  it('is what an independent sum over the stems before and after gives', () => {
    const { state, judged } = planned(
      vase([limb('x', 75, 45, { mm: 20 }), limb('y', 60, 225, { angle: 20, mm: 18 })]),
    );
    // d^2 ds by a thousand small steps, not by the frustum rule.
    const wood = (tree: Tree): number => tree.stems.reduce((sum, stem) => sum + stepped(stem), 0);
    const share = 1 - wood(judged.plan.after) / wood(state.tree);
    expect(judged.plan.account.wood).toBeCloseTo(share, 4);
    expect(judged.plan.account).toEqual(accountOf(state.tree, judged.plan.acts));
  });
});

function stepped(stem: Stem): number {
  const [length, mm] = [stem.length.value, stem.diameter.value];
  const datum = Math.min(stem.parent.kind === 'ground' ? 10 : 2, length / 2);
  const headed = stem.endDiameter?.value ?? Math.max(mm / 2, mm - 0.08 * (length - datum));
  const end = stem.headed ? headed : Math.min(3, mm);
  let sum = 0;
  for (let i = 0; i < 1000; i++) {
    const s = ((i + 0.5) * length) / 1000;
    const d = s < datum ? mm : mm + ((end - mm) * (s - datum)) / (length - datum);
    sum += (d * d * length) / 1000;
  }
  return sum;
}

describe('rows', () => {
  const at = (...places: [number, number][]) => places.map(([eastCm, northCm]) => ({ eastCm, northCm }));

  it('are trees in a line at like distances, in their order, whichever way they were written down', () => {
    expect(rowsOf(at([600, 0], [0, 0], [900, 10], [300, -8]))).toEqual([[1, 3, 0, 2]]);
    const two = at([0, 0], [300, 0], [600, 0], [0, 500], [300, 505], [600, 498], [900, 500]);
    expect(rowsOf(two)).toEqual([
      [3, 4, 5, 6],
      [0, 1, 2],
    ]);
  });

  it('run along the closer planting of a block, not across it', () => {
    const block = [0, 1, 2].flatMap((row) => [0, 1, 2].map((i): [number, number] => [row * 450, i * 150]));
    expect(rowsOf(at(...block))).toEqual([
      [0, 1, 2],
      [3, 4, 5],
      [6, 7, 8],
    ]);
  });

  it('bend a little with the ground, stop at a gap, and are none among scattered trees or two', () => {
    expect(rowsOf(at([0, 0], [300, 20], [600, 60], [900, 120]))).toEqual([[0, 1, 2, 3]]);
    expect(rowsOf(at([0, 0], [300, 0], [600, 0], [1500, 0]))).toEqual([[0, 1, 2]]);
    expect(rowsOf(at([0, 0], [300, 0]))).toEqual([]);
    expect(rowsOf(at([0, 0], [310, 240], [40, 700], [700, 100], [500, 1400]))).toEqual([]);
  });
});

describe('walking a yard', () => {
  it('goes along a row in its order however the trees were written down', () => {
    const row = [0, 3, 1, 4, 2].map((i) => ({ eastCm: i * 300, northCm: 0 }));
    expect(walkingOrder(row)).toEqual([0, 2, 4, 1, 3]);
  });

  it('is no longer than any order of seven trees with the same start, by trying them all, within a tenth', () => {
    const places = [0, 1, 2, 3, 4, 5, 6].map((i) => ({
      eastCm: ((i * 37) % 11) * 100,
      northCm: ((i * 53) % 7) * 100,
    }));
    const length = (order: readonly number[]): number =>
      order.slice(1).reduce((sum, to, i) => {
        const [a, b] = [places[order[i] as number], places[to]];
        return sum + Math.hypot((a?.eastCm ?? 0) - (b?.eastCm ?? 0), (a?.northCm ?? 0) - (b?.northCm ?? 0));
      }, 0);
    const all = (rest: readonly number[]): number[][] =>
      rest.length === 0
        ? [[]]
        : rest.flatMap((i) => all(rest.filter((j) => j !== i)).map((tail) => [i, ...tail]));
    const best = Math.min(...all([1, 2, 3, 4, 5, 6]).map((tail) => length([0, ...tail])));
    expect(length(walkingOrder(places))).toBeLessThan(best * 1.1);
  });
});
