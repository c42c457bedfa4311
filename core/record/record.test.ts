import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { saidOf, type Said } from './record';
import { recordedTrees } from './trees';
import type { JudgementCase } from '../testing/case-tree';
import table from '../judgements/judgements.cases.json';
import words from './words.json';

const demo = readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8');
const trees = recordedTrees(demo, table.trees as unknown as JudgementCase[]);

it.each([...trees])('%s: is told today as it was written down', (name, state) => {
  expect(saidOf(state)).toEqual((words as Record<string, Said>)[name]);
});
