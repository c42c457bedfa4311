import type { FormScene } from '../candidacy';
import { felt, type Consideration } from '../consideration';
import { clearanceCost } from './clearance';
import { dominationCost } from './domination';
import { inwardCost } from './inward';
import { joinCost } from './join';
import { mustGo, soundnessCost } from './soundness';
import type { LimbView } from './view';

/** What a limb costs wherever it is left, by itself. Nothing where it harms nothing. */
export const harmOf = (scene: FormScene, view: LimbView): Consideration[] =>
  felt([
    ...joinCost(scene, view),
    ...dominationCost(scene, view),
    ...clearanceCost(scene, view),
    ...inwardCost(scene, view),
    ...soundnessCost(scene, scene.when.today, view),
    ...(mustGo(scene.findings, view) ? [{ what: 'must-go', points: 0, must: true } as const] : []),
  ]);
