import { heightOfAct, phaseOf, type Act } from './acts';
import { PHASES } from './phase';
import type { TreeScene } from './scene';

/** Acts in the order they are done: by parts of the work; within a part from the bottom up or the top down, by school. */
export function inWorkOrder<A extends Act>(scene: TreeScene, acts: readonly A[]): A[] {
  const up = scene.answers.order === 'top-first' ? -1 : 1;
  const phase = (act: Act): number => PHASES.indexOf(phaseOf(scene, act));
  return [...acts].sort(
    (a, b) => phase(a) - phase(b) || up * (heightOfAct(scene, a) - heightOfAct(scene, b)),
  );
}
