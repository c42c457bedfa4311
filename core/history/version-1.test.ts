import { describe, expect, it } from 'vitest';
import { reading } from '../readings/reading';
import { LEVEL_SITE } from '../testing/trees';
import { onFigure, onFinding, OWN_WORD } from '../words/ground';
import type { Yard } from './events';
import type { TreeRecord } from './tree-record';
import { eventsFrom1, type Event1 } from './version-1';
import { actFrom2 } from './version-2';

const TREE: TreeRecord = {
  ...{ id: 't', name: 'T', kind: 'apple', variety: '', unionCm: 10, ownRooted: false, planted: '2025-01-01' },
  ...{ place: { eastCm: 0, northCm: 0 }, form: 'open-vase' },
};
const yardOf = (...trees: TreeRecord[]): Yard => ({ id: 'y', name: 'Y', sites: [{ ...LEVEL_SITE, trees }] });
const envelope = (
  id: string,
  device: string,
  sequence: number,
  second: number,
  happenedOn = '2026-01-01',
) => ({
  ...{ id, device, sequence, happenedOn, ruleSet: '2026.1' },
  recordedAt: new Date(Date.UTC(2026, 0, 1, 0, 0, second)).toISOString(),
});
const note = (id: string, device: string, sequence: number, second: number): Event1 => ({
  ...envelope(id, device, sequence, second),
  ...{ kind: 'note', treeId: 't', text: id },
});
const START = Date.UTC(2026, 0, 1);
const clocksOf = (events: Event1[]): Record<string, number> =>
  Object.fromEntries(eventsFrom1(yardOf(TREE), events).map(({ id, clock }) => [id, clock - START]));

describe('clocks for events that had none', () => {
  it('are the wall’s, moved on where a device’s clock was set back, in whatever order the events stand', () => {
    // The second entry was written with the clock set back by 20 s, the third by 10.
    const events = [
      note('a', 'one', 1, 30),
      note('b', 'one', 2, 10),
      note('c', 'one', 3, 20),
      note('x', 'two', 1, 5),
    ];
    const wanted = { a: 30_000, b: 30_001, c: 30_002, x: 5000 };
    expect(clocksOf(events)).toEqual(wanted);
    expect(clocksOf([...events].reverse())).toEqual(wanted);
  });

  it('put what withdraws or amends after what it speaks of, through chains and across devices', () => {
    const back = (id: string, target: string, second: number): Event1 => ({
      ...envelope(id, id, 1, second),
      ...{ kind: 'withdraw', target },
    });
    const amend: Event1 = {
      ...envelope('m', 'm', 1, 0),
      ...{ kind: 'amend', target: 'w', body: { kind: 'note', treeId: 't', text: 'again' } },
    };
    expect(clocksOf([amend, back('w', 'a', 10), note('a', 'one', 1, 30)])).toEqual({
      a: 30_000,
      w: 30_001,
      m: 30_002,
    });
  });

  it('stand at nothing where the wall’s cannot be read, and end for two that speak of each other', () => {
    const [one, two] = ['p', 'q'].map((id, i): Event1 => ({
      ...envelope(id, id, 1, 1),
      kind: 'withdraw',
      target: i === 0 ? 'q' : 'p',
    })) as [Event1, Event1];
    expect(Object.keys(clocksOf([one, two]))).toEqual(['p', 'q']);
    expect(clocksOf([{ ...note('a', 'one', 1, 0), recordedAt: 'once' }])).toEqual({ a: -START });
  });
});

describe('work of the first version', () => {
  const ground = { kind: 'ground', eastCm: 0, northCm: 0 } as const;
  const limb = (cm: number) => ({
    parent: { kind: 'stem', stemId: 'trunk' } as const,
    ...{ origin: reading('length', 50, 'tape'), length: reading('length', cm, 'tape') },
  });
  const visit: Event1 = {
    ...envelope('v', 'one', 1, 1),
    ...{
      kind: 'visit',
      treeId: 't',
      stems: { trunk: { parent: ground, length: reading('length', 100, 'tape') }, a: limb(80), b: limb(70) },
    },
  } as Event1;
  const cut = (stemId: string, toLengthCm: number) =>
    ({
      kind: 'shorten',
      stemId,
      toLengthCm,
      diameterMm: 8,
      reason: { rule: 'own-word', words: 'So.' },
    }) as never;
  const done: Event1 = {
    ...envelope('d', 'one', 2, 2, '2026-02-01'),
    ...{ kind: 'acts-done', treeId: 't', acts: [cut('a', 40)] },
  };
  const leftIn = (events: Event1[], yard = yardOf(TREE)) =>
    eventsFrom1(yard, events).flatMap((event) => {
      const body = event.kind === 'amend' ? event.body : event;
      return body.kind === 'acts-done' ? [{ id: event.id, left: body.left }] : [];
    });

  it('carries what it left, every stem’s readings with it', () => {
    const [work] = leftIn([visit, done]);
    expect(Object.keys(work?.left.stems ?? {})).toEqual(['trunk', 'a', 'b']);
    expect(work?.left.stems['a']?.length?.value).toBe(40);
    expect(work?.left.stems['b']?.length?.value).toBe(70);
  });

  it('is worked out in the order in which it happened, not in which it was written down', () => {
    const late: Event1 = { ...visit, ...envelope('v', 'two', 1, 900, '2026-01-01') };
    expect(leftIn([done, late])[0]?.left.stems['a']?.length?.value).toBe(40);
    expect(leftIn([{ ...done, happenedOn: '2025-12-01' }, visit])[0]?.left.stems).toEqual({});
  });

  it('that was amended has what the amended acts leave, and what stands after it goes on from them', () => {
    const amend: Event1 = {
      ...envelope('m', 'one', 3, 3),
      ...{ kind: 'amend', target: 'd', body: { kind: 'acts-done', treeId: 't', acts: [cut('b', 30)] } },
    };
    const after: Event1 = { ...done, ...envelope('e', 'one', 4, 4, '2026-03-01') };
    const works = leftIn([visit, done, amend, after]);
    const lengths = Object.fromEntries(
      works.map(({ id, left }) => [id, [left.stems['a']?.length?.value, left.stems['b']?.length?.value]]),
    );
    expect(lengths).toEqual({ d: [40, 70], m: [80, 30], e: [40, 30] });
  });

  it('is of a tree that an event planted, too; and nothing where there is no such tree', () => {
    const planted: Event1 = {
      ...envelope('p', 'zero', 1, 0),
      ...{ kind: 'tree-added', treeId: 't', siteId: LEVEL_SITE.id, tree: TREE },
    } as Event1;
    expect(leftIn([planted, visit, done], yardOf())[0]?.left.stems['a']?.length?.value).toBe(40);
    expect(leftIn([visit, done], yardOf())[0]?.left.stems).toEqual({});
  });

  it('that was only accepted becomes a note of it', () => {
    const accepted: Event1 = {
      ...envelope('n', 'one', 1, 1),
      ...{ kind: 'plan-accepted', treeId: 't', acts: [cut('a', 40), cut('b', 30)] },
    };
    expect(eventsFrom1(yardOf(TREE), [accepted])).toMatchObject([
      { kind: 'note', treeId: 't', text: 'A plan of 2 acts was accepted.' },
    ]);
  });
});

describe('the ground of a reason of old', () => {
  const groundOf = (rule: string) =>
    actFrom2<never>({ kind: 'shorten', reason: { rule, words: 'So.' } } as never)['reason' as never][
      'grounds'
    ];
  it('is the grower’s word, a figure or a finding, by its rule; none for a rule nobody knows', () => {
    expect(groundOf('own-word')).toEqual([OWN_WORD]);
    expect(groundOf('overruled')).toEqual([OWN_WORD]);
    expect(groundOf('set.fromDeg')).toEqual([onFigure('set.fromDeg')]);
    expect(groundOf('crossing')).toEqual([onFinding('crossing')]);
    expect(groundOf('nobody-knows') ?? []).toEqual([]);
  });
});
