import { describe, expect, it } from 'vitest';
import { feltAt, layOut, sceneOf, stemOf, tipOf, type Course, type Stem } from '../../../../core';
import { treeOf } from '../../../../core/testing/trees';
import { triedBend } from './tried';

const state = treeOf({
  ...{ form: 'central-leader', trunk: { length: 220, mm: 40 } },
  limbs: [{ id: 'a', h: 90, bearing: 90, angle: 40, length: 60, mm: 15, more: { growthCm: { '2026': 60 } } }],
});
const { tree } = state;
const scene = sceneOf(state);
const stem = stemOf(tree, 'a') as Stem;
const tried = (toDeg: number) => triedBend(tree, { stemId: 'a', toDeg, ...feltAt(scene, stem, toDeg) });

describe('a bend that is tried', () => {
  const safe = feltAt(scene, stem, 120).nowDeg;

  it('shows no other course while it is safe in one go', () => {
    expect(tried(safe - 8).reaches).toEqual([]);
  });

  it('shows past that how far is safe today, as high as the limb would then lie', () => {
    const [now] = tried(safe + 10).reaches;
    expect(now).toMatchObject({ what: 'now' });
    expect(now?.toDeg).toBe(feltAt(scene, stem, safe + 10).nowDeg);
    expect(now?.toDeg).toBeLessThan(safe + 10);
    const tip = (course: Course): number => tipOf(course)[2];
    const lies = layOut(tree).courses.get('a') as Course;
    expect(tip(now?.course as Course)).toBeLessThan(tip(lies));
    expect(tip(now?.course as Course)).toBeGreaterThan(90 - 60);
  });

  it('asks more of the wood the further it is drawn, near its join the most', () => {
    const most = (toDeg: number): number => Math.max(...tried(toDeg).asked);
    expect(most(90)).toBeGreaterThan(most(60));
    expect(tried(90).worstCm).toBeLessThan(40);
  });
});
