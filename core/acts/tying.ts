import { told, type Message } from '../words/message';
import { layOut, positionAt, type LaidTree } from '../tree/course';
import type { Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { ActMark } from './act';
import { reachCautions } from './cutting';
import type { TreeScene } from './scene';

/** Height of the foot of a stem, cm; 0 for one that is not there. */
export function footHeightCm({ laid }: Pick<TreeScene, 'laid'>, stemId: StemId): number {
  const course = laid.courses.get(stemId);
  return course ? positionAt(course, 0)[2] : 0;
}

/** The cautions of bending a limb or tying it aside. */
export const tyingCautions = (scene: TreeScene, heightCm: number): Message[] => [
  told('caution.tying'),
  ...reachCautions(scene, heightCm),
];

/** The course a limb will have once an act has laid it otherwise; undefined for a limb that is not there. */
export function ghostMark(laid: LaidTree, stemId: StemId, apply: (tree: Tree) => Tree): ActMark | undefined {
  const ghost = layOut(apply(laid.tree)).courses.get(stemId);
  return laid.courses.has(stemId) && ghost ? { kind: 'course', stemId, ghost } : undefined;
}

/** A mark on the limb itself; undefined for one that is not there. */
export const limbMark = (laid: LaidTree, stemId: StemId): ActMark | undefined =>
  laid.courses.has(stemId) ? { kind: 'limb', stemId } : undefined;
