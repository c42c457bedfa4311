import type { TreeScene } from './scene';
import { isOnTrunk } from '../tree/joins';
import type { Act, HeadingPurpose } from './acts';
import { positionAt } from '../tree/course';
import { stemOf } from '../tree/stem';

/** The parts of a tree's work, in order. */
export const PHASES = [
  'make ready',
  'hygiene',
  'suckers',
  'structure',
  'thinning',
  'heading',
  'bends',
  'crop',
  'new limbs',
] as const;
export type Phase = (typeof PHASES)[number];

const STRUCTURE: readonly HeadingPurpose[] = ['new-leader', 'open-centre', 'hold-height', 'next-tier'];

/** The part of the work an act belongs to. */
export function phaseOf({ laid }: TreeScene, act: Act): Phase {
  switch (act.kind) {
    case 'move':
    case 'stay':
      return 'make ready';
    case 'take-out': {
      if (act.reason.rule === 'unsound-wood') return 'hygiene';
      if (act.reason.rule === 'below-union') return 'suckers';
      const stem = stemOf(laid.tree, act.stemId);
      return stem && (isOnTrunk(laid, stem) || stem.parent.kind !== 'stem') ? 'structure' : 'thinning';
    }
    case 'shorten':
      return act.purpose && STRUCTURE.includes(act.purpose) ? 'structure' : 'heading';
    case 'bend':
    case 'swing':
    case 'spread':
      return 'bends';
    case 'take-crop':
      return 'crop';
    case 'make-limb':
      return 'new limbs';
  }
}

/** Height at which an act is done, cm. */
export function heightOfAct({ laid }: TreeScene, act: Act): number {
  if (act.kind === 'make-limb') return act.heightCm;
  const course = laid.courses.get(act.stemId);
  return course ? positionAt(course, act.kind === 'shorten' ? act.toLengthCm : 0)[2] : 0;
}

/** Acts in the order they are done: by parts of the work; within a part from the bottom up or the top down, by school. */
export function inWorkOrder(scene: TreeScene, acts: readonly Act[]): Act[] {
  const up = scene.answers.order === 'top-first' ? -1 : 1;
  const phase = (act: Act): number => PHASES.indexOf(phaseOf(scene, act));
  return [...acts].sort(
    (a, b) => phase(a) - phase(b) || up * (heightOfAct(scene, a) - heightOfAct(scene, b)),
  );
}
