import { signal, type WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { mm, told, RULE_KEYS, type EventBody, type TreeState, type Units } from '../../../../core';
import { treeOf } from '../../../../core/testing/trees';
import { ActivatedRoute, convertToParamMap } from '@angular/router';
import { of } from 'rxjs';
import { JudgingStore } from '../judging/judging-store';
import { Prices } from '../judging/prices';
import { TreeStore } from '../tree/tree-store';
import { Words } from '../words/words';
import { BookStore } from '../book/book-store';
import { spoken } from '../words/spoken';
import { TreeFigures, type Figure } from './tree-figures';

let written: EventBody[];
let units: WritableSignal<Units>;
let states: WritableSignal<ReadonlyMap<string, TreeState>>;
let figures: TreeFigures;

const state = (rules: TreeState['rules'] = {}): [string, TreeState] => [
  'one',
  treeOf({ form: 'central-leader', trunk: { length: 150, mm: 30 }, limbs: [], rules, school: 'frame-first' }),
];
const figure = (key: string): Figure =>
  figures.groups().flatMap((group) => group.figures.filter((f) => f.key === key))[0] as Figure;

beforeEach(() => {
  written = [];
  units = signal('metric');
  states = signal(new Map([state()]));
  const record = (body: EventBody): Promise<boolean> => Promise.resolve(written.push(body) > 0);
  TestBed.configureTestingModule({
    providers: [
      ...[TreeFigures, Words, TreeStore],
      { provide: BookStore, useValue: { states, units, record } },
      { provide: JudgingStore, useValue: { judgingOf: () => undefined, wantFirst: () => undefined } },
      { provide: Prices, useValue: { of: () => undefined } },
      { provide: ActivatedRoute, useValue: { paramMap: of(convertToParamMap({ treeId: 'one' })) } },
    ],
  });
  figures = TestBed.inject(TreeFigures);
});

describe('the figures of a tree', () => {
  it('are all there once, those its form stands on first', () => {
    const keys = figures.groups().flatMap((group) => group.figures.map(({ key }) => key));
    expect([...keys].sort()).toEqual([...RULE_KEYS].sort());
    expect(keys[0]).toBe('tier.firstCm');
  });

  it('say who set them', () => {
    expect(figure('thick.ratio')).toMatchObject({ shown: '50 %', from: told('layer.form') });
    expect(figure('shorten.share')).toMatchObject({
      shown: '50 %',
      from: told('layer.school', { school: told('school.frame-first') }),
    });
    expect(figure('thin.diameterMm')).toMatchObject({
      shown: '7 mm',
      from: told('layer.default'),
      bounds: told('figures.bounds', { least: mm(2), most: mm(20) }),
    });
    states.set(new Map([state({ 'thin.diameterMm': 6 })]));
    expect(figure('thin.diameterMm')).toMatchObject({
      shown: '6 mm',
      source: told('source.own'),
      isOwn: true,
    });
  });

  it.each([
    ['crotch.narrowDeg', '24', 24],
    ['crotch.narrowDeg', '24°', 24],
    ['thick.ratio', '55 %', 0.55],
    ['tier.firstCm', '60 cm', 60],
    ['tier.firstCm', '2 ft', 60.96],
    ['scaffold.wish', '4', 4],
    ['thin.diameterMm', '8 mm', 8],
  ] as const)('%s is set by typing %s', (key, text, value) => {
    figures.set(key, text);
    expect(written).toHaveLength(1);
    expect(written[0]).toMatchObject({ kind: 'rules-set', treeId: 'one' });
    expect(written[0]?.kind === 'rules-set' && written[0].rules[key]).toBeCloseTo(value, 9);
    expect(figures.trouble()).toBeUndefined();
  });

  it('are read in inches by a grower who reads inches', () => {
    units.set('imperial');
    figures.set('tier.firstCm', '20');
    expect(written[0]).toMatchObject({ rules: { 'tier.firstCm': 50.8 } });
  });

  it.each([
    ['crotch.narrowDeg', '80', 'It must be 5° to 60°.'],
    ['crotch.narrowDeg', 'steep', '“steep” is not a number of degrees.'],
    ['tier.firstCm', 'high', '“high” is not a length.'],
    ['thick.ratio', '150', 'It must be 20 % to 100 %.'],
  ] as const)('%s refuses %s and says why', (key, text, words) => {
    figures.set(key, text);
    const trouble = figures.trouble();
    expect(trouble?.key).toBe(key);
    expect(trouble && spoken(units()).tell(trouble.why)).toBe(words);
    expect(written).toEqual([]);
  });

  it('are reset one by one', () => {
    figures.reset('thin.diameterMm');
    expect(written).toEqual([{ kind: 'rules-set', treeId: 'one', rules: {}, reset: ['thin.diameterMm'] }]);
  });
});
