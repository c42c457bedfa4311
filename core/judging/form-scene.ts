import { asGrown } from '../choosing/as-grown';
import type { FormProblem, FormScene } from '../choosing/candidacy';
import { standingsOf } from '../choosing/standings';
import { lookAt } from '../findings';
import type { Finding, Scene } from '../findings/finding';
import { limbsOf, shootsOf } from '../findings/measures';
import type { Form } from '../forms';
import type { TreeState } from '../history/tree-at';

/** What a form builds its problem from: a scene with what is found in it, who is chosen among, and what each was grown for. */
export function formSceneOf(
  { rulings }: Pick<TreeState, 'rulings'>,
  scene: Scene,
  form: Form,
  findings: readonly Finding[] = lookAt(scene),
): FormScene {
  const found = { ...scene, findings };
  const standings = standingsOf({ scene: found, form: form.id, rulings });
  const limbs = limbsOf(scene);
  return { ...found, limbs, shoots: shootsOf(scene), ...(standings.size > 0 && { standings }) };
}

/** The problem a form makes of a tree, with what its stems were grown for. */
export function formProblemOf(form: Form, scene: FormScene): FormProblem {
  const problem = form.build(scene);
  return scene.standings ? asGrown(problem, scene.standings) : problem;
}
