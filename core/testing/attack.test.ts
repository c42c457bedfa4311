import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { attack } from './attack';
import { runs } from './deep';

const DEMO = readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8');

it('files broken or at the ends of what is allowed are refused with a place and a reason, or usable on every page', () => {
  const attacked = attack(DEMO, runs(1000, 40), 20261125, { now: () => performance.now(), weighEvery: 40 });
  expect(attacked.flatMap(({ how, fault }) => (fault === undefined ? [] : [`${how}: ${fault}`]))).toEqual([]);
  const used = attacked.filter(({ end }) => end === 'used').length;
  expect([used > attacked.length / 3, used < (attacked.length * 2) / 3]).toEqual([true, true]);
});
