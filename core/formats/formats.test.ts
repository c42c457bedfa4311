import Ajv from 'ajv';
import addFormats from 'ajv-formats';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { publishedSchema } from '../../scripts/json-schema';
import { tell } from '../testing/tell';
import { brokenFiles } from '../testing/broken-files';
import { runs } from '../testing/deep';
import { importEffect, mergeBooks } from './merge';
import { readYardFile } from './read';
import { yardFileSchema } from './schema';
import { filesTogether } from './together';
import { FILE_VERSION, writeYardFile, writeYardFiles, type YardFile } from './yard-file';

const DEMO = readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8');
const PUBLISHED = JSON.parse(
  readFileSync(new URL('../../docs/yard-file.schema.json', import.meta.url), 'utf8'),
) as object;

const file = (): YardFile => JSON.parse(DEMO) as YardFile;
const read = (changed: unknown) => readYardFile(JSON.stringify(changed));

describe('a yard file', () => {
  it('is read and written again as the same yard', () => {
    const found = readYardFile(DEMO);
    expect(found.kind).toBe('good');
    const again = found.kind === 'good' ? readYardFile(writeYardFile(found.file)) : found;
    expect(again).toEqual(found);
  });

  it('with more photographs than one file takes is several, each whole but for pictures, the newest in the first', () => {
    const jpeg = `/9j/${'A'.repeat(2000)}`;
    const written = {
      device: 'phone',
      clock: 9e12,
      happenedOn: '2026-11-25',
      recordedAt: '2026-11-25T09:00:00.000Z',
      ruleSet: '1',
    };
    const taken = ['p-old', 'p-mid', 'p-new'].map((photo, sequence) => ({
      ...{ kind: 'photo', treeId: 'weir', photo, id: photo, sequence },
      ...written,
    }));
    const whole = {
      ...file(),
      events: [...file().events, ...taken] as YardFile['events'],
      photos: { 'p-old': jpeg, 'p-mid': jpeg, 'p-new': jpeg },
    };
    const most = writeYardFile({ ...whole, photos: {} }).length + 4200;
    const texts = writeYardFiles(whole, most);
    const parts = texts.flatMap((text) => {
      const found = readYardFile(text);
      return found.kind === 'good' ? [found.file] : [];
    });
    expect(parts.map(({ photos }) => Object.keys(photos ?? {}))).toEqual([['p-new', 'p-mid'], ['p-old']]);
    // Taken in together, in whatever order, they are the yard.
    const [first, second] = parts as [YardFile, YardFile];
    const { weather = {}, ...rest } = filesTogether([second, first]);
    expect({ ...rest, photos: { ...rest.photos } }).toEqual({ ...whole, weather: undefined });
    expect(weather).toEqual(whole.weather ?? {});
    expect(importEffect(filesTogether([first, second]), undefined)).toMatchObject({ photos: 3 });
    expect(texts.every(({ length }) => length <= most)).toBe(true);
    expect(writeYardFiles(file())).toHaveLength(1);
  });

  it('may hold any text in a name: it is text', () => {
    const changed = file();
    (changed.yard as { name: string }).name = '<script>alert(1)</script>';
    const found = read(changed);
    expect(found.kind === 'good' && found.file.yard.name).toBe('<script>alert(1)</script>');
  });

  it('of a newer version is refused politely, with what to do', () => {
    const found = read({ ...file(), version: FILE_VERSION + 1 });
    expect(found).toMatchObject({ kind: 'refused', troubles: [{ path: 'version' }] });
    expect(found.kind === 'refused' && found.troubles.map(({ message }) => tell(message))).toEqual([
      expect.stringMatching(new RegExp(`is ${FILE_VERSION + 1}, .*newer.*Update it`)),
    ]);
  });

  it('with an event copied twice and a bearing past a full turn is mended only after asking', () => {
    const changed = file();
    const events = changed.events as YardFile['events'][number][];
    events.push(events[3] as YardFile['events'][number]);
    const visit = events[2] as unknown as { stems: Record<string, { bearing: { value: number } }> };
    (visit.stems['a'] as { bearing: { value: number } }).bearing.value = 380;
    const found = read(changed);
    expect(found.kind).toBe('repairable');
    if (found.kind !== 'repairable') return;
    expect(found.repairs.map(({ path }) => path)).toEqual([
      `events[${events.length - 1}]`,
      'events[2].stems.a.bearing',
    ]);
    expect(found.repairs.map(({ message }) => tell(message))[1]).toBe('380° is read as 20°');
    expect(found.file.events).toHaveLength(events.length - 1);
  });

  it('says where a stem rises from one that was never recorded', () => {
    const changed = file();
    const visit = changed.events[2] as unknown as { stems: Record<string, { parent: object }> };
    (visit.stems['a'] as { parent: object }).parent = { kind: 'stem', stemId: 'nowhere' };
    const found = read(changed);
    expect(found.kind === 'refused' && found.troubles[0]?.path).toBe(
      'events of tree harrier, stem a, parent',
    );
  });
});

describe('the published schema', () => {
  it('is the one the program reads files by', () => {
    const text = readFileSync(new URL('../../docs/yard-file.schema.json', import.meta.url), 'utf8');
    expect(text).toBe(publishedSchema(yardFileSchema));
  });

  const ajv = addFormats(new Ajv({ strict: false, allErrors: false }));
  const published = ajv.compile(PUBLISHED);

  it('takes the demo yard', () => {
    expect(published(JSON.parse(DEMO))).toBe(true);
  });

  it('agrees with the program on good and broken files', () => {
    const compared = { good: 0, broken: 0 };
    for (const { how, text } of brokenFiles(DEMO, runs(160, 50), 5)) {
      let parsed: unknown;
      try {
        parsed = JSON.parse(text);
      } catch {
        continue;
      }
      const isGood = yardFileSchema.isValidSync(parsed, { strict: true });
      expect(published(parsed), `${how}: ${JSON.stringify(published.errors?.[0])}`).toBe(isGood);
      compared[isGood ? 'good' : 'broken']++;
    }
    expect(compared.good).toBeGreaterThan(5);
    expect(compared.broken).toBeGreaterThan(25);
  });
});

const COWS = { fromDeg: 300, toDeg: 60, heightCm: 150, why: 'cows', what: 'browses' };
const LANE = {
  ...{ id: 'lane', name: 'Lane end', latitudeDeg: 50.5, north: 'magnetic', declinationDeg: -2.5 },
  ...{ reachCm: 205, clearance: [COWS], lateFrost: true, roomCm: 350 },
};

describe('what newer events carry', () => {
  const ajv = addFormats(new Ajv({ strict: false, allErrors: false }));
  const published = ajv.compile(PUBLISHED);
  const envelope = {
    ...{ id: 'x1', device: 'phone', sequence: 1, clock: 5, happenedOn: '2026-11-20' },
    ...{ recordedAt: '2026-11-20T10:00:00Z', ruleSet: '2026.2' },
  };
  const LEFT = { stems: { a: { headed: true } }, gone: ['b'] };
  const vase = { code: 'place.vase' };
  const reason = {
    ...{ code: 'stay.cap', args: { cap: { share: 0.3 }, measure: { code: 'measure.wood' } } },
    grounds: [{ on: 'figure', key: 'wood.capRatio' }],
  };

  it.each([
    [true, { kind: 'school-chosen', treeId: 'weir', school: 'bend-to-bear' }],
    [false, { kind: 'school-chosen', treeId: 'weir', school: 'no-school' }],
    [true, { kind: 'school-edited', school: 'frame-first', answers: { wounds: 'open' } }],
    [false, { kind: 'school-edited', school: 'frame-first', answers: { wounds: 'tarred' } }],
    [false, { kind: 'school-edited', school: 'frame-first', answers: { moon: 'waxing' } }],
    [
      true,
      { kind: 'rules-set', treeId: 'weir', rules: { 'crotch.narrowDeg': 24 }, reset: ['thin.diameterMm'] },
    ],
    [false, { kind: 'rules-set', treeId: 'weir', rules: { 'crotch.narrowDeg': 61 } }],
    [false, { kind: 'rules-set', treeId: 'weir', rules: { 'crotch.tooNarrow': 30 } }],
    [true, { kind: 'leader-failed', treeId: 'weir' }],
    [true, { kind: 'yard-named', name: 'Holt' }],
    [true, { kind: 'site-added', site: LANE }],
    [false, { kind: 'site-added', site: { ...LANE, declinationDeg: 200 } }],
    [false, { kind: 'site-added', site: { ...LANE, clearance: [{ ...COWS, what: 'leans' }] } }],
    [true, { kind: 'site-changed', siteId: 'sallow', change: { wetWinters: true }, without: ['roomCm'] }],
    [false, { kind: 'site-changed', siteId: 'sallow', change: {}, without: ['reachCm'] }],
    [true, { kind: 'site-taken-out', siteId: 'sallow' }],
    [true, { kind: 'tree-moved', treeId: 'weir', siteId: 'kestrel', place: { eastCm: 5, northCm: -5 } }],
    [false, { kind: 'tree-moved', treeId: 'weir', siteId: 'kestrel', place: { eastCm: 5 } }],
    [true, { kind: 'tree-taken-out', treeId: 'weir', why: 'died', words: '' }],
    [false, { kind: 'tree-taken-out', treeId: 'weir', why: 'dull', words: '' }],
    [true, { kind: 'tree-described', treeId: 'weir', change: { name: 'Shed', planted: '2024-02-29' } }],
    [false, { kind: 'tree-described', treeId: 'weir', change: { planted: '2023-02-29' } }],
    [false, { kind: 'tree-described', treeId: 'weir', change: {}, without: ['kind'] }],
    [true, { kind: 'note', treeId: 'weir', stemId: 'a', text: 'stiff' }],
    [true, { kind: 'tree-described', treeId: 'weir', change: { roomCm: 300, stockVigour: 'weak' } }],
    [true, { kind: 'tree-described', treeId: 'weir', change: { cameAs: 'bare-rooted' } }],
    [false, { kind: 'tree-described', treeId: 'weir', change: { cameAs: 'by post' } }],
    [false, { kind: 'tree-described', treeId: 'weir', change: { roomCm: 3 } }],
    [
      true,
      {
        kind: 'buds-read',
        treeId: 'weir',
        buds: { firstCm: 12, spacingCm: 2.5, facings: [{ bud: 4, bearingDeg: 90 }] },
      },
    ],
    [false, { kind: 'buds-read', treeId: 'weir', buds: { firstCm: 12, spacingCm: 0, facings: [] } }],
    [
      true,
      {
        kind: 'acts-done',
        treeId: 'weir',
        acts: [{ kind: 'stay', stemId: 'a', until: '2027-11-14', keptFor: 'leaf', reason }],
      },
    ],
    [
      false,
      {
        kind: 'acts-done',
        treeId: 'weir',
        acts: [{ kind: 'stay', stemId: 'a', until: 'later', keptFor: 'leaf', reason }],
      },
    ],
    [
      true,
      {
        kind: 'acts-done',
        treeId: 'weir',
        acts: [{ kind: 'swing', stemId: 'a', fromDeg: 10, toDeg: 30, reason }],
      },
    ],
    [
      true,
      {
        kind: 'visit',
        treeId: 'weir',
        stems: { a: { endBud: 'flower', bears: 'fruit', sideShoots: 3, condition: 'blighted' } },
      },
    ],
    [false, { kind: 'visit', treeId: 'weir', stems: { a: { sideShoots: 2.5 } } }],
    [true, { kind: 'cut-set', treeId: 'weir', stemId: 'a', toLengthCm: 62.5 }],
    [true, { kind: 'cut-set', treeId: 'weir', stemId: 'a' }],
    [false, { kind: 'cut-set', treeId: 'weir', stemId: 'a', toLengthCm: -3 }],
    [
      true,
      {
        kind: 'visit',
        treeId: 'weir',
        stems: {
          a: {
            fixings: [{ what: 'tie', atCm: 40, to: 'stake', since: '2026-03-01' }],
            budsSeen: { spacingCm: 2.2, facings: [{ atCm: 40, facingDeg: 90 }] },
          },
        },
      },
    ],
    [false, { kind: 'visit', treeId: 'weir', stems: { a: { fixings: [{ what: 'nail' }] } } }],
    [
      true,
      {
        kind: 'cracked',
        treeId: 'weir',
        stemId: 'a',
        atCm: 4,
        strained: { strainPercent: 3, wood: 'older' },
      },
    ],
    [false, { kind: 'cracked', treeId: 'weir', stemId: 'a', atCm: 4, strained: { strainPercent: 3 } }],
    [true, { kind: 'rules-set', treeId: 'weir', rules: { 'top.limbRatio': 0.5 } }],
    [false, { kind: 'rules-set', treeId: 'weir', rules: { 'top.limbLength': 0.5 } }],
    [true, { kind: 'let-go', treeId: 'weir', stemId: 'a', what: 'tie', backToDeg: 50, staysOff: true }],
    [false, { kind: 'let-go', treeId: 'weir', stemId: 'a', what: 'tie', backToDeg: 50 }],
    [false, { kind: 'visit', treeId: 'weir', stems: { a: { budsSeen: { facings: [{ atCm: 40 }] } } } }],
    [
      true,
      {
        kind: 'acts-done',
        treeId: 'weir',
        acts: [
          { kind: 'move', stemId: 'a', what: 'label', reason },
          { kind: 'take-out', stemId: 'a', diameterMm: 12, how: 'bench', reason },
          { kind: 'take-crop', stemId: 'b', crop: 'fruit', leave: 2, reason },
          {
            kind: 'make-limb',
            heightCm: 80,
            bearingDeg: 90,
            place: vase,
            making: vase,
            how: 'notch',
            reason,
          },
        ],
      },
    ],
    [
      false,
      {
        kind: 'acts-done',
        treeId: 'weir',
        acts: [{ kind: 'make-limb', heightCm: 80, bearingDeg: 90, place: 'vase', how: 'graft', reason }],
      },
    ],
    [
      false,
      {
        kind: 'acts-done',
        treeId: 'weir',
        acts: [
          { kind: 'shorten', stemId: 'a', toLengthCm: 40, diameterMm: 8, purpose: 'to-be-safe', reason },
        ],
      },
    ],
  ])('is taken or refused alike by the program and the published schema: %s %o', (isGood, body) => {
    const file = JSON.parse(DEMO) as { events: unknown[] };
    const acts = 'acts' in body && {
      acts: body.acts.map((act, i) => ({ id: `act-${i}`, ...act })),
      left: LEFT,
    };
    file.events.push({ ...envelope, ...body, ...acts });
    expect(yardFileSchema.isValidSync(file, { strict: true })).toBe(isGood);
    expect(published(file)).toBe(isGood);
  });
});

describe('joining two books', () => {
  const event = (id: string, text: string): YardFile['events'][number] => ({
    id,
    device: 'phone',
    sequence: 1,
    clock: 1,
    happenedOn: '2026-11-20',
    recordedAt: '2026-11-20T10:00:00Z',
    ruleSet: '2026.1',
    kind: 'note',
    treeId: 'weir',
    text,
  });

  it('is by event id: what is new joins, what is the same is not doubled', () => {
    const desk = file();
    const phone = { ...file(), events: [...file().events, event('phone-1', 'Dry.')] };
    expect(importEffect(phone, desk)).toMatchObject({
      kind: 'merges',
      newEvents: 1,
      sameEvents: desk.events.length,
    });
    const joined = mergeBooks(desk, phone);
    expect(joined.events).toHaveLength(desk.events.length + 1);
    expect(mergeBooks(joined, phone)).toEqual(joined);
  });

  it('is refused when one id stands for two different events', () => {
    const desk = { ...file(), events: [...file().events, event('x', 'Mine.')] };
    const other = { ...file(), events: [...file().events, event('x', 'Theirs.')] };
    expect(importEffect(other, desk)).toEqual({ kind: 'clashes', eventIds: ['x'] });
  });
});
