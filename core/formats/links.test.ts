import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { tell } from '../testing/tell';
import { readYardFile, type ReadFile } from './read';
import type { YardFile } from './yard-file';

const whyOf = (found: ReadFile): string =>
  found.kind === 'refused' && found.troubles[0] ? tell(found.troubles[0].message) : '';

const DEMO = readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8');

type Loose = Record<string, unknown> & { id: string };
interface LooseFile {
  yard: { sites: (Loose & { trees: Loose[] })[] };
  events: Loose[];
  drafts: Record<string, unknown>;
}

const site = (file: LooseFile, i: number) => file.yard.sites[i] as LooseFile['yard']['sites'][number];
const entry = (file: LooseFile, more: object): number =>
  file.events.push({
    ...{ id: 'new-1', device: 'd', sequence: 1, clock: 1, happenedOn: '2026-01-01' },
    ...{ recordedAt: '2026-01-01T00:00:00Z', ruleSet: '2026.1' },
    ...more,
  });

/** What is broken, where it is said to be, and a word of what is said. */
const CASES: [name: string, breakIt: (file: LooseFile) => void, path: RegExp, message: RegExp][] = [
  [
    'two trees of one id',
    (file) => ((site(file, 1).trees[0] as Loose).id = 'harrier'),
    /^yard\.sites\[1\]\.trees\[0\]\.id$/,
    /used twice/,
  ],
  ['a site of a tree’s id', (file) => (site(file, 0).id = 'tide'), /^yard\.sites\[0\]\.trees/, /used twice/],
  [
    'a tree added twice',
    (file) => {
      const tree = { ...(site(file, 0).trees[0] as Loose) };
      entry(file, { kind: 'tree-added', treeId: tree.id, siteId: site(file, 0).id, tree });
    },
    /^events\[\d+\]\.tree\.id$/,
    /already/,
  ],
  [
    'a row with a tree that is there already',
    (file) => {
      const tree = { ...(site(file, 0).trees[0] as Loose) };
      entry(file, { kind: 'row-added', siteId: site(file, 0).id, trees: [{ ...tree, id: 'x1' }, tree] });
    },
    /^events\[\d+\]\.trees\[1\]\.id$/,
    /already/,
  ],
  [
    'a place added that is there already',
    (file) => {
      const bare = Object.entries(site(file, 0)).filter(([name]) => name !== 'trees');
      entry(file, { kind: 'site-added', site: Object.fromEntries(bare) });
    },
    /^events\[\d+\]\.site\.id$/,
    /already/,
  ],
  [
    'a tree moved to a place that is not there',
    (file) =>
      entry(file, { kind: 'tree-moved', treeId: 'weir', siteId: 'moon', place: { eastCm: 0, northCm: 0 } }),
    /^events\[\d+\]\.siteId$/,
    /no site/,
  ],
  [
    'withdrawals of each other',
    (file) => {
      entry(file, { id: 'w1', kind: 'withdraw', target: 'w2' });
      entry(file, { id: 'w2', kind: 'withdraw', target: 'w1' });
    },
    /^events\[\d+\]\.target$/,
    /changes an earlier one/,
  ],
  [
    'a visit to a tree that is not there',
    (file) => entry(file, { kind: 'note', treeId: 'nowhere', text: '' }),
    /^events\[\d+\]\.treeId$/,
    /is no tree of this file; add it or remove the event/,
  ],
  [
    'a change of a site that is not there',
    (file) => entry(file, { kind: 'site-changed', siteId: 'moon', change: {} }),
    /^events\[\d+\]\.siteId$/,
    /no site/,
  ],
  [
    'a withdrawal of nothing',
    (file) => entry(file, { kind: 'withdraw', target: 'gone' }),
    /^events\[\d+\]\.target$/,
    /no event/,
  ],
  [
    'an added tree under another id',
    (file) =>
      entry(file, {
        ...{ kind: 'tree-added', treeId: 'x1', siteId: 'sallow' },
        tree: { ...site(file, 0).trees[0], id: 'x2' },
      }),
    /^events\[\d+\]\.t/,
    /x1/,
  ],
  ['half-typed readings of no tree', (file) => (file.drafts = { ghost: {} }), /^drafts\.ghost$/, /no tree/],
  [
    'a stem that carries itself',
    (file) => {
      const stems = (file.events[1] as unknown as { stems: Record<string, { parent: unknown }> }).stems;
      (stems['a'] as { parent: unknown }).parent = { kind: 'stem', stemId: 'a' };
    },
    /^events of tree finch, stem a, parent$/,
    /in a ring at “a”/,
  ],
];

describe('what links the parts of a file', () => {
  it.each(CASES)('%s is refused with its place', (_, breakIt, path, message) => {
    const file = JSON.parse(DEMO) as LooseFile;
    breakIt(file);
    const found = readYardFile(JSON.stringify(file));
    expect(found.kind).toBe('refused');
    if (found.kind !== 'refused') return;
    expect(
      found.troubles.some((t) => path.test(t.path) && message.test(tell(t.message))),
      JSON.stringify(found),
    ).toBe(true);
  });

  it('lets an amendment and an added tree through', () => {
    const file = JSON.parse(DEMO) as LooseFile;
    entry(file, {
      ...{ kind: 'tree-added', treeId: 'x1', siteId: 'sallow' },
      tree: { ...site(file, 0).trees[0], id: 'x1' },
    });
    entry(file, {
      ...{ kind: 'amend', id: 'new-2', target: (file.events[0] as Loose).id },
      body: { kind: 'note', treeId: 'x1', text: 'moved' },
    });
    const found = readYardFile(JSON.stringify(file));
    expect(found.kind === 'good' && (found.file satisfies YardFile).events.length).toBe(file.events.length);
  });
});

describe('the edges of what is taken', () => {
  it.each([
    ['', 'file', /breaks off at line 1/],
    ['[]', 'file', /object with “format” and “version”/],
    ['{"format": "other", "version": 1}', 'format', /some other kind of file/],
    ['{"format": "eager-bough-yard"}', 'version', /whole number/],
    ['{"format": "eager-bough-yard", "version": 0}', 'version', /whole number/],
  ])('%s', (text, path, message) => {
    const found = readYardFile(text);
    expect(found.kind === 'refused' && found.troubles[0]?.path).toBe(path);
    expect(whyOf(found)).toMatch(message);
  });

  it('says how long a file may be', () => {
    const found = readYardFile('x'.repeat(120_000_001));
    expect(whyOf(found)).toContain('120000000');
  });
});
