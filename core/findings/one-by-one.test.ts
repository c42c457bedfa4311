import { describe, expect, it } from 'vitest';
import { sceneOf } from '../judging/scene';
import { tell } from '../testing/tell';
import { reading } from '../readings/reading';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { told } from '../words/message';
import { onFigure, onFinding, onSite, onTree } from '../words/ground';
import type { Finding, Scene } from './finding';
import { explainFinding, lookAt, lookAtSet, reasonsOf } from '.';

const limb = (id: string, more: Partial<Limb> = {}): Limb => ({
  ...{ id, h: 100, bearing: 0, angle: 30, length: 100, mm: 14 },
  ...more,
});
const sceneWith = (limbs: Limb[], more: Partial<TestTree> = {}): Scene =>
  sceneOf(treeOf({ form: 'central-leader', trunk: { length: 200, mm: 40 }, limbs, ...more }));

/** What is found of all stems as limbs that stay, the leader among them. */
function underLeader(scene: Scene, leaderId: string | undefined = 'trunk') {
  const place = { name: 'tier', called: told('rule.overtopping'), limbs: scene.laid.tree.stems };
  const places = [{ ...place, arcDeg: 360, largestGapDeg: 0, evenGapDeg: 360 }];
  return lookAtSet(scene, { places, leaderId }).filter(({ rule }) => rule === 'overtopping');
}

describe('a limb that comes too near the leader', () => {
  // A straight limb from 100 cm at 30 deg ends at 100 + l cos 30 deg; the leader stands 200 high, and 15 under is wanted.
  const scene = sceneWith([
    limb('near'),
    limb('clear', { bearing: 120, length: 90 }),
    limb('over', { bearing: 240, length: 130 }),
  ]);

  it('is told by how far its tip stands under or over, and one that keeps clear is not', () => {
    const found = underLeader(scene);
    expect(found.map(({ stemId }) => stemId)).toEqual(['near', 'over']);
    expect(found[0]).toMatchObject({ otherStemId: 'trunk', gravity: 'serious', limit: { value: 15 } });
    expect(found[0]?.measured?.value).toBeCloseTo(200 - (100 + 100 * Math.cos(Math.PI / 6)), 5);
    expect(found[1]?.measured?.value).toBeCloseTo(200 - (100 + 130 * Math.cos(Math.PI / 6)), 5);
    expect(found.map((finding) => tell(explainFinding(finding, scene.laid.tree)))).toEqual([
      expect.stringContaining('13 cm under that of trunk, and 15 cm under is wanted'),
      expect.stringContaining('13 cm over that of trunk'),
    ]);
  });

  it('on a wall only where it stands over it', () => {
    expect(underLeader({ ...scene, wallDeg: 90 }).map(({ stemId }) => stemId)).toEqual(['over']);
  });

  it('is nothing on a tree without a leader, or whose leader is gone', () => {
    expect(underLeader({ ...scene, hasLeader: false })).toEqual([]);
    expect(underLeader(scene, 'cut off')).toEqual([]);
    expect(underLeader(scene)).toHaveLength(2);
  });
});

it('calls a limb hanging, but neither a shoot too short to be one nor the stem itself', () => {
  const past = { angle: 125 };
  const scene = sceneWith([limb('limb', past), limb('shoot', { ...past, bearing: 180, length: 19 })]);
  const hangs = (at: Scene): string[] =>
    lookAt(at).flatMap(({ rule, stemId }) => (rule === 'hanging' ? [stemId] : []));
  expect(hangs(scene)).toEqual(['limb']);
  const fallen = { angle: reading('angle', 125, 'gauge') };
  expect(hangs(sceneWith([], { trunk: { length: 200, mm: 40, more: fallen } }))).toEqual([]);
});

it('says how far below fire blight to cut', () => {
  const scene = sceneWith([limb('sick', { more: { condition: 'blighted' } })]);
  const found = lookAt(scene).find(({ rule }) => rule === 'unsound-wood') as Finding;
  expect(tell(explainFinding(found, scene.laid.tree))).toMatch(/fire blight: cut .* \d+ to \d+ cm below/);
});

it('rests each sentence on its rule, and on what it was measured against', () => {
  const { limits } = sceneWith([]);
  const found = (limit?: Finding['limit']): Finding => ({
    ...{ rule: 'too-low', stemId: 'a', gravity: 'must-go', measured: { value: 40, unit: 'cm', sure: 1 } },
    ...(limit && { limit }),
  });
  const grounds = (limit?: Finding['limit']) => reasonsOf([found(limit)], { stems: [] })[0]?.grounds;
  expect(grounds(limits('hang.pastDeg'))).toEqual([onFinding('too-low'), onFigure('hang.pastDeg')]);
  expect(grounds({ site: 'clearance', value: 90 })).toEqual([onFinding('too-low'), onSite('clearance')]);
  expect(grounds({ tree: 'union', value: 10 })).toEqual([onFinding('too-low'), onTree('union')]);
  expect(grounds()).toEqual([onFinding('too-low')]);
});
