import { because } from '../words/message';
import { describe, expect, it } from 'vitest';
import { sceneOf, withCallus } from '../judging/scene';
import { reading } from '../readings/reading';
import { LEVEL_SITE } from '../testing/trees';
import { eventsInForce } from './in-force';
import type { StemReadings } from '../tree/stem-readings';
import { named } from '../acts/acts';
import { doneOn } from './events/acts-done';
import { oldWounds, woundsLeft } from './old-wounds';
import { draftOf, readBook, treeState, woundsSeenOn, type TreeState } from './tree-at';
import { treeFrom } from './tree-draft';
import type { TreeRecord } from './tree-record';
import { undoState } from './undo';
import type { BookEvent, EventBody, Yard } from './events';

const yard: Yard = {
  id: 'y',
  name: 'Y',
  sites: [
    {
      ...LEVEL_SITE,
      trees: [
        {
          id: 't',
          name: 'T',
          kind: 'european-plum',
          variety: '',
          unionCm: 10,
          ownRooted: false,
          planted: '2025-01-01',
          place: { eastCm: 0, northCm: 0 },
          form: 'open-vase',
        },
      ],
    },
  ],
};

let clock = 0;
function event(body: EventBody, happenedOn = '2026-01-01', device = 'me'): BookEvent {
  clock++;
  const recordedAt = new Date(Date.UTC(2026, 0, 1, 0, 0, clock)).toISOString();
  return {
    id: `e${clock}`,
    device,
    sequence: clock,
    clock,
    happenedOn,
    recordedAt,
    ruleSet: '2026.1',
    ...body,
  };
}

const ground = { kind: 'ground', eastCm: 0, northCm: 0 } as const;
const measured = (length: number, on = '2026-01-01'): BookEvent =>
  event(
    {
      kind: 'visit',
      treeId: 't',
      stems: {
        trunk: { parent: ground, length: reading('length', 100, 'tape') },
        a: {
          parent: { kind: 'stem', stemId: 'trunk' },
          origin: reading('length', 50, 'tape'),
          length: reading('length', length, 'tape'),
        },
        a1: { parent: { kind: 'stem', stemId: 'a' }, origin: reading('length', length * 0.8, 'tape') },
      },
    },
    on,
  );
const NOTHING = { stems: {}, gone: [] };
const treeOn = (events: BookEvent[]) => {
  const read = readBook({ yard, events });
  return draftOf(read.trees[0]?.record as TreeRecord, read.eventsOf.get('t') ?? []);
};
const stems = (events: BookEvent[], onDate?: string): string[] =>
  treeState(readBook({ yard, events }, onDate), 't')?.tree.stems.map(({ id }) => id) ?? [];
const note = (text: string): EventBody => ({ kind: 'note', treeId: 't', text });

describe('the book', () => {
  it('takes a withdrawn entry out, and puts it back when the withdrawal is withdrawn', () => {
    const first = event(note('dry'));
    const undo = event({ kind: 'withdraw', target: first.id });
    const redo = event({ kind: 'withdraw', target: undo.id });
    expect(eventsInForce([first, undo])).toEqual([]);
    expect(eventsInForce([first, undo, redo])).toEqual([first]);
  });

  it('lets an amendment stand in for what it corrects, on the day that was', () => {
    const wrong = event(note('dri'), '2025-05-05');
    const amend = event({
      kind: 'amend',
      target: wrong.id,
      body: { kind: 'note', treeId: 't', text: 'dry' },
    });
    expect(eventsInForce([amend, wrong])).toEqual([{ ...wrong, text: 'dry' }]);
  });

  it('gives the tree as it was on any date', () => {
    const events = [
      measured(60, '2026-01-10'),
      event({ kind: 'lost', treeId: 't', stemId: 'a', how: 'broke' }, '2026-06-01'),
    ];
    expect(stems(events, '2026-01-01')).toEqual([]);
    expect(stems(events, '2026-03-01')).toEqual(['trunk', 'a', 'a1']);
    expect(stems(events)).toEqual(['trunk']);
  });

  it('takes with a shortened limb the shoots beyond the cut, and keeps its end thick', () => {
    const visit = measured(60);
    const reason = because('as-written');
    const cut = named([{ kind: 'shorten', stemId: 'a', toLengthCm: 40, diameterMm: 6, reason }]);
    const done = event(doneOn('t', treeOn([visit]), cut));
    const state = treeState(readBook({ yard, events: [visit, done] }), 't');
    expect(state?.tree.stems.map(({ id }) => id)).toEqual(['trunk', 'a']);
    expect(state?.tree.stems[1]).toMatchObject({ headed: true, length: { value: 40 } });
    expect(state?.tree.stems[1]?.endDiameter?.value).toBeGreaterThan(3);
  });

  it('forgets what came of a form only when another is chosen later', () => {
    const chosen = event({ kind: 'form-chosen', treeId: 't', form: 'fan' });
    expect(treeState(readBook({ yard, events: [chosen] }), 't')?.form).toBe('fan');
  });
});

describe('undo and redo', () => {
  const [one, two] = [event(note('one')), event(note('two'))];
  const undoTwo = event({ kind: 'withdraw', target: two.id });
  const redoTwo = event({ kind: 'withdraw', target: undoTwo.id });
  const three = event(note('three'));

  it.each([
    [[], undefined, undefined],
    [[one, two], two.id, undefined],
    [[one, two, undoTwo], one.id, undoTwo.id],
    [[one, two, undoTwo, redoTwo], two.id, undefined],
    [[one, two, undoTwo, three], three.id, undefined],
  ])('are read out of the log (%#)', (events, undo, redo) => {
    const state = undoState(events as BookEvent[], 'me');
    expect([state.undo?.id, state.redo?.id]).toEqual([undo, redo]);
  });

  it('never touch what another device wrote', () => {
    expect(undoState([event(note('theirs'), '2026-01-01', 'you')], 'me').undo).toBeUndefined();
  });
});

describe('what is learned of a tree later', () => {
  const told = (...bodies: EventBody[]) => {
    return treeState(readBook({ yard, events: bodies.map((body) => event(body)) }), 't');
  };

  it('is its school, with the yard’s own answers', () => {
    const state = told(
      { kind: 'school-chosen', treeId: 't', school: 'frame-first' },
      { kind: 'school-edited', school: 'frame-first', answers: { wounds: 'open' } },
    );
    expect(state?.school).toMatchObject({ id: 'frame-first', answers: { wounds: 'open', heading: 'half' } });
    expect(told()?.school.id).toBe('middle-way');
  });

  it('is a school whose answers were reset', () => {
    const state = told(
      { kind: 'school-chosen', treeId: 't', school: 'frame-first' },
      { kind: 'school-edited', school: 'frame-first', answers: { wounds: 'open' } },
      { kind: 'school-edited', school: 'frame-first', answers: {} },
    );
    expect(state?.school.answers.wounds).toBe('paste');
  });

  it('is figures set and reset, one by one', () => {
    const state = told(
      { kind: 'rules-set', treeId: 't', rules: { 'crotch.narrowDeg': 25, 'thin.diameterMm': 6 } },
      { kind: 'rules-set', treeId: 't', rules: {}, reset: ['crotch.narrowDeg'] },
    );
    expect(state?.rules).toEqual({ 'thin.diameterMm': 6 });
  });

  it('is its stock and room, each failed leader, and the buds that were read', () => {
    const buds = { firstCm: 12, spacingCm: 2.5, facings: [{ bud: 4, bearingDeg: 90 }] };
    const state = told(
      { kind: 'tree-described', treeId: 't', change: { roomCm: 250 } },
      { kind: 'tree-described', treeId: 't', change: { stockVigour: 'weak' } },
      { kind: 'leader-failed', treeId: 't' },
      { kind: 'leader-failed', treeId: 't' },
      { kind: 'buds-read', treeId: 't', buds },
    );
    expect(state?.record).toMatchObject({ roomCm: 250, stockVigour: 'weak' });
    expect(state).toMatchObject({ leaderFailures: 2, buds, shapedBefore: false });
  });

  it('is the lengths the grower set, until one is given back or the work is done', () => {
    const set = (stemId: string, toLengthCm?: number): EventBody => ({
      ...{ kind: 'cut-set', treeId: 't', stemId },
      ...(toLengthCm !== undefined && { toLengthCm }),
    });
    expect(told(set('a', 60), set('b', 40), set('a'))?.cuts).toEqual({ b: 40 });
    const reason = because('as-written');
    const done: EventBody = {
      ...{ kind: 'acts-done', treeId: 't', left: NOTHING },
      acts: named([{ kind: 'shorten', stemId: 'b', toLengthCm: 40, diameterMm: 8, reason }]),
    };
    expect(told(set('b', 40), done)?.cuts).toEqual({});
  });

  it('is not the length set for a limb that was measured anew since, in the length it stands at', () => {
    const set: EventBody = { kind: 'cut-set', treeId: 't', stemId: 'a', toLengthCm: 60 };
    const visit = (read: StemReadings): EventBody => ({ kind: 'visit', treeId: 't', stems: { a: read } });
    const [length, angle] = [reading('length', 140, 'tape'), reading('angle', 44, 'gauge')];
    expect(told(set, visit({ angle }))?.cuts).toEqual({ a: 60 });
    expect(told(set, visit({ length }))?.cuts).toEqual({});
    expect(told(visit({ length }), set)?.cuts).toEqual({ a: 60 });
  });

  it('is that it was cut before, which bends alone are not', () => {
    const reason = because('as-written');
    const bend: EventBody = {
      ...{ kind: 'acts-done', treeId: 't', left: NOTHING },
      acts: named([
        { kind: 'bend', stemId: 'a', fromDeg: 30, toDeg: 60, safety: 'not-yet-computed', reason },
      ]),
    };
    const cut: EventBody = {
      ...{ kind: 'acts-done', treeId: 't', left: NOTHING },
      acts: named([{ kind: 'take-out', stemId: 'a', diameterMm: 10, reason }]),
    };
    expect([told(bend)?.shapedBefore, told(bend, cut)?.shapedBefore]).toEqual([false, true]);
  });
});

describe('old wounds', () => {
  const out = (stemId: string, diameterMm: number) =>
    ({ kind: 'take-out', stemId, diameterMm, reason: because('as-written') }) as const;
  const done = (acts: ReturnType<typeof out>[], before: BookEvent[], on: string): BookEvent =>
    event(doneOn('t', treeOn(before), named(acts)), on);

  it('are where limbs were taken out on the days that work was done, on what carried them', () => {
    const read = measured(40, '2026-01-01');
    const first = done([out('a1', 7)], [read], '2026-02-01');
    const second = done([out('a', 15)], [read, first], '2026-03-01');
    const wounds = oldWounds(readBook({ yard, events: [read, first, second] }), 't');
    expect(wounds).toMatchObject([
      { on: 'a', originCm: 32, diameterMm: 7, since: '2026-02-01' },
      { on: 'trunk', originCm: 50, diameterMm: 15, since: '2026-03-01' },
    ]);
    expect(oldWounds(readBook({ yard, events: [read, first, second] }, '2026-02-15'), 't')).toHaveLength(1);
    expect(oldWounds(readBook({ yard, events: [read] }), 'nobody')).toEqual([]);
  });

  it('are one for a limb that goes with all it carries, and none for a stem that rises from the ground', () => {
    const read = measured(40);
    const { record, stems: before } = treeOn([read]);
    const tree = treeFrom(record, before);
    expect(woundsLeft(tree, [out('a', 15), out('a1', 7)], '2026-02-01').map(({ on }) => on)).toEqual([
      'trunk',
    ]);
    expect(woundsLeft(tree, [out('trunk', 30)], '2026-02-01')).toEqual([]);
    const stub = { ...out('a', 15), how: 'bench' as const };
    expect(woundsLeft(tree, [stub, out('a1', 7)], '2026-02-01').map(({ pegCm }) => pegCm)).toEqual([3]);
    const sucker = {
      ...tree,
      stems: tree.stems.map((s) => (s.id === 'a' ? { ...s, parent: { kind: 'rootstock' } as const } : s)),
    };
    expect(woundsLeft(sucker, [out('a', 15)], '2026-02-01').map(({ on }) => on)).toEqual(['trunk']);
  });
});

describe('what came of bends', () => {
  const asked = { strainPercent: 1.2, wood: 'one-year' as const };
  const letGo = {
    ...{ kind: 'let-go' as const, stemId: 'a', what: 'tie' as const, atCm: 40, strained: asked },
    reason: because('as-written'),
  };
  const bendsOf = (...events: BookEvent[]) => treeState(readBook({ yard, events }), 't')?.bends;

  it('is gathered for the yard: a tie let go, as planned or by word, held; a crack did not; what was undone says nothing', () => {
    const planned = event({
      kind: 'acts-done',
      treeId: 't',
      acts: named([letGo]),
      left: { stems: {}, gone: [] },
    });
    const crack = event({ kind: 'cracked', treeId: 't', stemId: 'a', atCm: 3, strained: asked });
    const undone = event({ kind: 'withdraw', target: crack.id });
    const fruit = 'european-plum';
    expect(bendsOf(planned, crack)).toEqual([
      { ...asked, came: 'held', fruit },
      { ...asked, came: 'cracked', fruit },
    ]);
    expect(bendsOf(planned, crack, undone)).toEqual([{ ...asked, came: 'held', fruit }]);
    expect(bendsOf(measured(80))).toBeUndefined();
  });
});

describe('what was seen of wounds', () => {
  const cut = event({
    ...{ kind: 'acts-done', treeId: 't', left: { stems: {}, gone: ['a'] } },
    acts: named([{ kind: 'take-out', stemId: 'a', diameterMm: 22, reason: because('as-written') }]),
  });
  const seen = (looks: 'closed' | 'still' | 'sick', limbId = 'a') =>
    event({ kind: 'wound-seen', treeId: 't', limbId, looks });
  const readWith = (...events: BookEvent[]) => readBook({ yard, events });

  it('is gathered for the yard with the cut it was of; a sick one, or one of no cut on record, says nothing', () => {
    const read = readWith(
      measured(80),
      cut,
      seen('still'),
      seen('sick'),
      seen('closed'),
      seen('closed', 'b'),
    );
    const wounds = woundsSeenOn(read, 'european-plum');
    expect(wounds.map(({ widthMm, isClosed }) => [widthMm, isClosed])).toEqual([
      [22, false],
      [22, true],
    ]);
    expect(wounds[0]?.cutOn).toBe(cut.happenedOn);
    expect(woundsSeenOn(read, 'apple')).toEqual([]);
  });

  it('moves the time in which other wounds of the kind are said to close', () => {
    const read = readWith(measured(80), cut, { ...seen('still'), happenedOn: '2031-11-20' });
    const scene = sceneOf(treeState(read, 't') as TreeState);
    expect(withCallus(scene, [])).toBe(scene);
    // Plum grows 5.5 mm a side in a season: 22 mm still open after more than three is slower than usual.
    expect(withCallus(scene, woundsSeenOn(read, 'european-plum')).callus?.factor).toBeLessThan(0.9);
  });
});
