import { describe, expect, it } from 'vitest';
import type { PlannedAct } from '../acts/acts';
import { daysAfter } from '../calendar/days';
import { dueOf } from '../due/due-of';
import type { Due } from '../due/due';
import type { PlainEvent } from '../history/events';
import { judge, type Judgement } from '../judging/judge';
import { seasonPlace } from '../seasons/stages';
import { NO_WEATHER } from '../seasons/weather';
import { treeOf, type TestTree } from '../testing/trees';
import { changedBy, isUnchanged, type PlannedLine } from './changed';
import { quickWays } from './otherwise';
import { stepsOf, type RoundSpan, type Step } from './steps';

const VASE: TestTree = {
  form: 'open-vase',
  planted: '2023-12-01',
  visitedOn: '2026-11-20',
  trunk: { length: 110, mm: 44, headed: true },
  limbs: [0, 72, 144, 216, 288, 20, 40].map((bearing, i) => ({
    ...{ id: `l${i}`, h: 55 + i * 6, bearing, angle: 50, length: 70, mm: 13 },
  })),
};

const entry = (body: object, happenedOn: string): PlainEvent =>
  ({
    ...{ id: 'e', device: 'd', sequence: 1, clock: 1, recordedAt: '', ruleSet: '' },
    ...{ happenedOn, treeId: 'tree', ...body },
  }) as PlainEvent;

interface At {
  more?: Partial<TestTree>;
  events?: readonly PlainEvent[];
  due?: readonly Due[];
}

/** The steps of a round at a tree on a day, with what is due on it. */
function stepsOn(today: string, span: RoundSpan, { more = {}, events = [], due }: At = {}): readonly Step[] {
  const state = treeOf({ ...VASE, today, ...more });
  const judged = judge(state, { withPrices: false }) as Judgement;
  const { acts } = judged.plan;
  const place = seasonPlace({ latitudeDeg: 50 }, NO_WEATHER);
  return stepsOf({ state, events, judged }, due ?? dueOf({ state, events, acts }, place), span);
}
const idsOf = (steps: readonly Step[]): string[] => steps.map(({ id }) => id);

describe('the steps of a round at a tree', () => {
  it('leave winter’s cuts for their time where only what is due is taken along, and say when that is where all may be done', () => {
    expect(idsOf(stepsOn('2026-11-25', 'due')).filter((id) => id.startsWith('take-out'))).toEqual([]);
    const may = stepsOn('2026-11-25', 'may').filter(({ id }) => id.startsWith('take-out'));
    expect(may.length).toBeGreaterThan(0);
    expect(may.every(({ due }) => due?.what === 'prune' && due.pressing === 'later')).toBe(true);
    const spring = idsOf(stepsOn('2027-04-10', 'due'));
    expect(spring).toEqual(expect.arrayContaining(idsOf(may)));
  });

  it('are not what was settled today, nor what was left for another day; in doubt it is left a year', () => {
    const [today, cut] = ['2027-04-10', 'take-out:l5'];
    expect(idsOf(stepsOn(today, 'due'))).toContain(cut);
    const left = (why: string, on: string): string[] =>
      idsOf(
        stepsOn(today, 'due', {
          events: [entry({ kind: 'left-undone', actId: cut, stemId: 'l5', why }, on)],
        }),
      );
    expect(left('weather', today)).not.toContain(cut);
    expect(left('weather', daysAfter(today, -3))).toContain(cut);
    expect(left('unsure', daysAfter(today, -20))).not.toContain(cut);
    expect(left('unsure', daysAfter(today, -330))).toContain(cut);
    // Left in autumn for a week, it is due in a week, before winter’s best days.
    const autumn = entry({ kind: 'left-undone', actId: cut, stemId: 'l5', why: 'later' }, '2026-11-18');
    expect(idsOf(stepsOn('2026-11-25', 'due', { events: [autumn] }))).toContain(cut);
    expect(left('not-there', daysAfter(today, -200))).not.toContain(cut);
  });

  it('ask within the week again about what holds wood, for whatever reason it was left', () => {
    const limbs = VASE.limbs.map((limb) => ({
      ...limb,
      ...(limb.id === 'l0' && {
        more: { fixings: [{ what: 'tie' as const, atCm: 30, since: '2025-05-01', offBy: '2026-10-01' }] },
      }),
    }));
    const at = (today: string, events: PlainEvent[] = []): readonly Step[] =>
      stepsOn(today, 'due', { more: { limbs }, events });
    const letGo = at('2026-11-25').filter(({ id }) => id.startsWith('let-go'));
    expect(letGo).toHaveLength(1);
    // The same tie is not asked about a second time by its own day.
    expect(at('2026-11-25').filter((step) => step.kind === 'due' && step.due.what === 'off')).toEqual([]);
    const left = entry(
      { kind: 'left-undone', actId: letGo[0]?.id, stemId: 'l0', why: 'unsure' },
      '2026-11-25',
    );
    const again = (today: string): number =>
      at(today, [left]).filter(({ id }) => id.startsWith('let-go')).length;
    expect([again('2026-12-01'), again('2026-12-02')]).toEqual([0, 1]);
  });

  it('come in order: what is looked at and what is fixed, the plan, the rest of the season; what was ticked today no more', () => {
    const one = (what: Due['what'], more: Partial<Due> = {}): Due =>
      ({
        ...{ id: `tree.${what}`, treeId: 'tree', what, stemIds: [], acts: 0, pressing: 'now' },
        ...{ from: '2027-04-01', on: '2027-04-10', to: '2027-04-20', ...more },
      }) as unknown as Due;
    const due = [
      one('disbud'),
      one('read'),
      one('prune', { acts: 2 }),
      one('left'),
      one('peg'),
      one('uprights', { stemIds: ['l2'] }),
    ];
    const [today, peg] = [
      '2027-04-10',
      entry({ kind: 'season-work', act: 'peg', isDone: false }, '2027-04-10'),
    ];
    // Uprights rubbed off one limb leave those of another to be done.
    const rubbed = entry({ kind: 'season-work', act: 'uprights', stemIds: ['l1'], isDone: true }, today);
    const kinds = stepsOn(today, 'due', { due, events: [peg, rubbed] }).map((step) =>
      step.kind === 'act' ? 'act' : step.due.what,
    );
    expect(kinds.filter((kind, i) => kind !== kinds[i - 1])).toEqual(['read', 'act', 'disbud', 'uprights']);
  });
});

describe('what may have been done otherwise', () => {
  const { tree } = treeOf(VASE);
  const cut = (toLengthCm: number): PlannedAct =>
    ({ id: 'c', kind: 'shorten', stemId: 'l0', toLengthCm, diameterMm: 9 }) as unknown as PlannedAct;
  const lengths = (act: PlannedAct): unknown[] =>
    quickWays(act, tree).flatMap(({ otherwise: { toLengthCm } }) => toLengthCm ?? []);

  it('is a cut five or ten either way, on the limb as it is; or another limb than the stem', () => {
    expect(lengths(cut(40.4))).toEqual([30, 35, 45, 50]);
    expect(lengths(cut(12))).toEqual([7, 17, 22]);
    expect(lengths(cut(66))).toEqual([56, 61]);
    const limbs = quickWays(cut(40), tree).flatMap(({ otherwise: { stemId } }) => stemId ?? []);
    expect(limbs).toEqual(['l1', 'l2', 'l3', 'l4', 'l5', 'l6']);
  });

  it('is an angle of a bend, and nothing of what is only put on', () => {
    const bend = { id: 'b', kind: 'bend', stemId: 'l0', fromDeg: 20, toDeg: 55 } as unknown as PlannedAct;
    expect(quickWays(bend, tree).map(({ otherwise: { toDeg } }) => toDeg)).toEqual([45, 50, 60, 65]);
    const flat = { ...bend, toDeg: 175 } as PlannedAct;
    expect(quickWays(flat, tree).map(({ otherwise: { toDeg } }) => toDeg)).toEqual([165, 170, 180]);
    expect(quickWays({ id: 's', kind: 'stake' } as unknown as PlannedAct, tree)).toEqual([]);
  });
});

describe('what an act changed of the rest', () => {
  const line = (id: string, words: string): PlannedLine =>
    ({ act: { id }, line: { words: { code: 'as-written', args: { words } } } }) as unknown as PlannedLine;
  const [a, b, c] = [line('a', 'off'), line('b', 'to 40'), line('c', 'tie')];

  it('is told by what is new, what is dropped and what is done otherwise; what was settled is none of these', () => {
    const changed = changedBy([a, b, c], [line('b', 'to 35'), line('d', 'off')], ['a']);
    expect(changed.now.map(({ act }) => act.id)).toEqual(['d']);
    expect(changed.noLonger.map(({ act }) => act.id)).toEqual(['c']);
    expect(changed.otherwise.map(({ act }) => act.id)).toEqual(['b']);
    expect(isUnchanged(changed)).toBe(false);
    expect(isUnchanged(changedBy([a, b, c], [b, c], ['a']))).toBe(true);
    // What was left stands in the plan still.
    expect(isUnchanged(changedBy([a, b], [a, b], ['a']))).toBe(true);
  });
});
