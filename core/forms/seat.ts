import type { Candidacy, FormScene } from '../choosing/candidacy';
import { felt, type Consideration } from '../choosing/consideration';
import { fitCost } from '../choosing/weigh/fit';
import { harmOf } from '../choosing/weigh/harm';
import { viewOf, type LimbView } from '../choosing/weigh/view';
import type { Stem } from '../tree/stem';

/** A stem in a place: what it costs wherever it is, what it costs a frame, and what this place asks of it besides. */
export function seated(
  scene: FormScene,
  stem: Stem,
  place: number,
  more: (view: LimbView) => readonly Consideration[] = () => [],
  spread: readonly number[] = [],
): Candidacy {
  const view = viewOf(scene, stem);
  const against = felt([...harmOf(scene, view), ...fitCost(scene, view), ...more(view)]);
  return { stem, place, against, spread };
}
