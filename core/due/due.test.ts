import { describe, expect, it } from 'vitest';
import type { PlannedAct } from '../acts/acts';
import type { PlainEvent } from '../history/events';
import type { UndoneWhy } from '../history/events/left-undone';
import { readingsOf } from '../history/events/acts-done';
import { judge } from '../judging/judge';
import { seasonPlace } from '../seasons/stages';
import { NO_WEATHER, type ForecastDay, type Weather } from '../seasons/weather';
import { treeOf, type TestTree } from '../testing/trees';
import type { Due } from './due';
import { dueOf } from './due-of';
import { leftAs } from './left';

const LATITUDE = 50;
const VASE: TestTree = {
  form: 'open-vase',
  planted: '2023-12-01',
  trunk: { length: 110, mm: 44, headed: true },
  limbs: [0, 72, 144, 216, 288, 20, 40].map((bearing, i) => ({
    ...{ id: `l${i}`, h: 55 + i * 6, bearing, angle: 50, length: 70, mm: 13 },
  })),
};

/** What is due on a tree on a day. */
function dueOn(
  today: string,
  more: Partial<TestTree> = {},
  events: PlainEvent[] = [],
  weather: Weather = NO_WEATHER,
): Due[] {
  const state = treeOf({ ...VASE, today, visitedOn: '2026-11-20', ...more });
  const judged = judge(state, { withPrices: false });
  const place = seasonPlace({ latitudeDeg: LATITUDE }, weather);
  const acts = judged.kind === 'judged' ? { acts: judged.plan.acts } : {};
  return dueOf({ state, events, ...acts, isWhip: judged.kind === 'whip' }, place);
}
const of = (all: Due[], what: Due['what']): Due | undefined => all.find((one) => one.what === what);

const entry = (body: object, happenedOn: string): PlainEvent =>
  ({
    id: 'e',
    device: 'd',
    sequence: 1,
    clock: 1,
    recordedAt: '',
    ruleSet: '',
    happenedOn,
    treeId: 'tree',
    ...body,
  }) as PlainEvent;

const tied = (more: object): TestTree['limbs'] =>
  VASE.limbs?.map((limb) => ({
    ...limb,
    ...(limb.id === 'l0' && {
      more: { fixings: [{ what: 'tie' as const, atCm: 30, since: '2026-05-01', ...more }] },
    }),
  })) ?? [];

/** The limbs, one of them with what more is known of it. */
const withL1 = (more: object): TestTree['limbs'] =>
  VASE.limbs?.map((limb) => ({ ...limb, ...(limb.id === 'l1' && { more }) })) ?? [];

describe('what is due on a tree', () => {
  it('is its winter’s cuts when buds are near to swelling, with how many; in autumn they are for later', () => {
    const [autumn, spring] = ['2026-11-25', '2027-04-10'].map((day) => of(dueOn(day), 'prune'));
    expect(autumn?.pressing).toBe('later');
    expect(spring?.pressing).toBe('now');
    expect(spring?.acts).toBeGreaterThan(0);
    expect(spring?.id).toBe(autumn?.id);
  });

  it('is reading it where nobody has since shoots stopped', () => {
    expect(of(dueOn('2026-12-20', { visitedOn: '2026-06-01' }), 'read')?.pressing).toBe('now');
    expect(of(dueOn('2026-12-20'), 'read')).toBeUndefined();
    // A tie that was looked at is no reading.
    const read = entry({ kind: 'visit', stems: { l0: { length: 70 } } }, '2026-06-01');
    const looked = entry({ kind: 'visit', stems: { l0: { fixings: [] } } }, '2026-11-20');
    expect(of(dueOn('2026-12-20', {}, [read, looked]), 'read')?.pressing).toBe('now');
    expect(
      of(dueOn('2026-12-20', {}, [read, { ...read, happenedOn: '2026-11-20' }]), 'read'),
    ).toBeUndefined();
  });

  it('is told of as missed for three weeks, and then no more', () => {
    const last = of(dueOn('2027-04-10'), 'prune')?.to as string;
    const days = (n: number): string => new Date(Date.parse(last) + n * 864e5).toISOString().slice(0, 10);
    expect(of(dueOn(days(10)), 'prune')?.pressing).toBe('overdue');
    expect(of(dueOn(days(30)), 'prune')?.to.slice(0, 4)).not.toBe('2027');
  });

  it('is shoots and blossom on a tree in its first season, and not on an old one', () => {
    const young = dueOn('2027-05-20', { planted: '2026-12-10' }).map(({ what }) => what);
    for (const what of ['blossom-off', 'disbud', 'peg'] as const) expect(young).toContain(what);
    const old = dueOn('2027-05-20', { planted: '2015-12-10' }).map(({ what }) => what);
    for (const what of ['blossom-off', 'disbud', 'peg', 'tip'] as const) expect(old).not.toContain(what);
    expect(old).toContain('open');
  });

  it('is gone once it is ticked, and asked again where only the weather was against it', () => {
    const tick = (more: object) => [entry({ kind: 'season-work', act: 'open', ...more }, '2027-06-20')];
    expect(of(dueOn('2027-06-22'), 'open')?.pressing).toBe('now');
    expect(of(dueOn('2027-06-22', {}, tick({ isDone: true })), 'open')?.from.slice(0, 4)).not.toBe('2027');
    expect(of(dueOn('2027-06-22', {}, tick({ isDone: false, why: 'weather' })), 'open')?.pressing).toBe(
      'now',
    );
  });

  it('is a tie to be looked at each month, loosened or taken off on its days', () => {
    expect(of(dueOn('2026-07-10', { limbs: tied({}) }), 'look')?.pressing).toBe('overdue');
    const off = of(
      dueOn('2027-10-20', { limbs: tied({ offBy: '2027-10-15', lookedOn: '2027-10-01' }) }),
      'off',
    );
    expect(off?.pressing).toBe('now');
    expect(off?.stemIds).toEqual(['l0']);
    const tight = dueOn('2027-06-20', {
      limbs: tied({ loopMm: 11, lookedOn: '2027-06-10', offBy: '2027-11-01' }),
    });
    expect(of(tight, 'tight')).toBeDefined();
  });

  it('is a limb spared until a day that has come, and the uprights over one laid flat', () => {
    const ends = dueOn('2027-02-20', {
      limbs: withL1({ spared: { until: '2027-02-15', keptFor: 'fruit' } }),
    });
    expect(of(ends, 'ends')?.pressing).toBe('now');
    // What the plan does to it is an act of the plan; once the grower said that it stays, it is asked about no more.
    const spared = { limbs: withL1({ spared: { until: '2027-02-15', keptFor: 'leaf' } }) };
    const kept = entry({ kind: 'overruled', stemId: 'l1', ruling: 'keep' }, '2027-02-18');
    const state = treeOf({ ...VASE, ...spared, today: '2027-02-20', visitedOn: '2026-11-20' });
    const acts = [{ kind: 'take-out', stemId: 'l1' }] as unknown as PlannedAct[];
    const place = seasonPlace({ latitudeDeg: LATITUDE }, NO_WEATHER);
    expect(of(dueOf({ state, events: [], acts }, place), 'ends')?.acts).toBe(1);
    expect(of(dueOn('2027-02-20', spared, [kept]), 'ends')).toBeUndefined();
    const before = { ...kept, happenedOn: '2026-11-20' };
    expect(of(dueOn('2027-02-20', spared, [before]), 'ends')).toBeDefined();
    const flat = { fixings: [{ what: 'tie', atCm: 35, since: '2027-03-01', fromDeg: 45, toDeg: 90 }] };
    expect(of(dueOn('2027-05-20', { limbs: withL1(flat) }), 'uprights')?.stemIds).toEqual(['l1']);
  });

  it('is a heavy wound as each season’s shoots stop, until it is seen closed; a sick one after a month', () => {
    // An apple’s callus grows 5.5 mm a side in a season: 30 mm closes in 2.7 of them, 20 mm in 1.8.
    const reason = { code: 'as-written', args: { words: '' } };
    const gone = (stemId: string, diameterMm: number) => ({
      ...{ id: stemId, kind: 'take-out', stemId, diameterMm, reason },
    });
    const left = { stems: {}, gone: ['l0', 'l1'] };
    const cut = entry({ kind: 'acts-done', acts: [gone('l0', 30), gone('l1', 20)], left }, '2025-02-10');
    const stems = Object.fromEntries(treeOf(VASE).tree.stems.map((stem) => [stem.id, readingsOf(stem)]));
    const read = entry({ kind: 'visit', stems }, '2025-01-10');
    const seen = (looks: string, on: string) => entry({ kind: 'wound-seen', limbId: 'l0', looks }, on);
    const limbs = VASE.limbs?.filter(({ id }) => id !== 'l0' && id !== 'l1') ?? [];
    const wound = (today: string, ...later: PlainEvent[]) =>
      of(dueOn(today, { limbs, planted: '2020-12-01' }, [read, cut, ...later]), 'wound');
    const first = wound('2025-07-01');
    expect(first).toMatchObject({ limbId: 'l0', stemIds: ['trunk'] });
    expect(first?.why.args).toMatchObject({ years: 3, across: { mm: 30 } });
    expect(first?.on.slice(0, 4)).toBe('2025');
    expect(wound('2026-06-01', seen('closing', '2025-09-01'))?.on.slice(0, 4)).toBe('2026');
    // Not looked at for two years, it is looked at for this one.
    expect(wound('2026-06-01')?.on.slice(0, 4)).toBe('2025');
    expect(wound('2026-12-01')?.on.slice(0, 4)).toBe('2026');
    expect(wound('2025-09-05', seen('sick', '2025-09-01'))?.on).toBe('2025-10-01');
    expect(wound('2025-09-05', seen('closed', '2025-09-01'))).toBeUndefined();
    // Long past the season in which it should have closed, nobody is asked about it any more.
    expect(wound('2030-09-01')).toBeUndefined();
  });

  it('is the thick end of a stem that was cut back, until it is cut back once more', () => {
    const reason = { code: 'as-written', args: { words: '' } };
    const back = (toLengthCm: number, diameterMm: number, on: string) => {
      const act = { id: on, kind: 'shorten', stemId: 'trunk', toLengthCm, diameterMm, reason };
      return entry({ kind: 'acts-done', acts: [act], left: { stems: {}, gone: [] } }, on);
    };
    const stems = Object.fromEntries(treeOf(VASE).tree.stems.map((stem) => [stem.id, readingsOf(stem)]));
    const read = entry({ kind: 'visit', stems }, '2025-01-10');
    const wounds = (...cuts: PlainEvent[]) =>
      dueOn('2025-07-01', { planted: '2020-12-01' }, [read, ...cuts])
        .filter(({ what }) => what === 'wound')
        .map(({ limbId, stemIds, why }) => [limbId, stemIds, why.code, why.args?.['at']]);
    const end = (at: number) => ['trunk', ['trunk'], 'due.wound.end', { cm: at }];
    expect(wounds(back(110, 36, '2025-02-10'))).toEqual([end(110)]);
    expect(wounds(back(110, 36, '2025-02-10'), back(104, 38, '2025-02-20'))).toEqual([end(104)]);
    // An apple’s callus grows 5.5 mm a side in a season: 36 mm closes in 3.3 of them, 30 mm in 2.7.
    // Thin, it closes with its next growth; cut off since, it is no more there.
    expect(wounds(back(110, 30, '2025-02-10'))).toEqual([]);
    expect(wounds(back(140, 36, '2025-02-10'))).toEqual([]);
  });

  it('is no more once uprights were rubbed off, until others rise', () => {
    const flat = { fixings: [{ what: 'tie', atCm: 35, since: '2027-03-01', fromDeg: 45, toDeg: 90 }] };
    const limbs = withL1(flat);
    const done = (stemIds: string[]) =>
      entry({ kind: 'season-work', act: 'uprights', stemIds, isDone: true }, '2027-06-10');
    const on = (...events: PlainEvent[]) => of(dueOn('2027-06-12', { limbs }, events), 'uprights');
    expect(on()).toBeDefined();
    expect(on(done(['l2']))).toBeDefined();
    expect(on(done(['l1']))).toBeUndefined();
  });

  it('is what was left undone, sooner where a tool was missing than where one was unsure, until it is done', () => {
    const left = (why: string) =>
      entry({ kind: 'left-undone', actId: 'a1', stemId: 'l5', why }, '2027-03-01');
    const on = (why: string, ...later: PlainEvent[]) =>
      of(dueOn('2027-03-05', {}, [left(why), ...later]), 'left')?.on;
    expect(on('no-tool')).toBe('2027-03-05');
    expect(on('unsure')).toBe('2027-11-01');
    expect(on('not-there')).toBeUndefined();
    const done = entry(
      {
        ...{ kind: 'acts-done', acts: [{ id: 'a9', kind: 'take-out', stemId: 'l5' }] },
        left: { stems: {}, gone: ['l5'] },
      },
      '2027-03-04',
    );
    expect(on('no-tool', done)).toBeUndefined();
  });

  it('where it is there no more, the tree is told: a limb is lost, a tie is off, a stem from the ground stays', () => {
    const { tree } = treeOf(VASE);
    const act = (kind: string, stemId: string, more: object = {}): PlannedAct =>
      ({ kind, stemId, id: `${kind}:${stemId}`, ...more }) as unknown as PlannedAct;
    const as = (planned: PlannedAct, why: UndoneWhy = 'not-there') => leftAs(tree, planned, why);
    const about = { treeId: tree.id, stemId: 'l1' };
    expect(as(act('take-out', 'l1'))).toEqual({ kind: 'lost', ...about, how: 'broke' });
    expect(as(act('let-go', 'l1', { what: 'tie', atCm: 30 }))).toEqual({
      ...{ kind: 'let-go', ...about, what: 'tie', atCm: 30, staysOff: true },
    });
    for (const left of [
      as(act('take-out', 'l1'), 'weather'),
      as(act('shorten', 'trunk')),
      as(act('notch', 'l1')),
      as(act('bend', 'nowhere')),
    ])
      expect(left.kind).toBe('left-undone');
  });

  it('waits for the weather, and says so; its best day is after the rain', () => {
    const forecast = Array.from({ length: 10 }, (_, i): ForecastDay => ({
      ...{ day: `2027-04-${10 + i}`, minC: 3, maxC: 12, sureC: 1 },
      rainChance: i < 4 ? 0.9 : 0,
    }));
    const prune = of(dueOn('2027-04-10', {}, [], { days: [], forecast }), 'prune');
    expect(prune?.waits?.code).toBe('hazard.wet');
    expect(prune?.on).toBe('2027-04-14');
  });

  it('comes the more pressing first', () => {
    const order = dueOn('2027-05-20', { planted: '2026-12-10' }).map(({ pressing }) => pressing);
    const rank = order.map((one) => ['overdue', 'now', 'week', 'later', 'beyond'].indexOf(one));
    expect([...rank].sort((a, b) => a - b)).toEqual(rank);
  });
});
