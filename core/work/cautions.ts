import { placeOf, type CutPlace } from '../acts/cut-place';
import type { Scene } from '../findings/finding';
import type { KindFacts } from '../kinds/kind-facts';
import type { Act } from '../acts/acts';
import { stemOf, type Condition } from '../tree/stem';
import { heightOfAct } from '../acts/order';

/** Wood this thick is too heavy for one who is not trained to it, mm. Working value. */
const ARBORIST_MM = 100;

const SAP: Record<NonNullable<KindFacts['sap']>['value'], string> = {
  burns: 'Its sap burns skin in the sun: sleeves and gloves.',
  sensitises: 'Its sap can make skin sore for good: sleeves and gloves.',
};

const DISEASE: Partial<Record<Condition, string>> = {
  blighted:
    'Fire blight: in dry weather, the blade cleaned after each cut, the wood taken away as local rules say; in places it must be reported.',
  cankered: 'Clean the blade after this cut, as the disinfectant’s label says.',
};

/** The cautions that belong to an act, the gravest first, each a short sentence or two; empty where there is none. */
export function cautionsFor(scene: Scene, act: Act): string[] {
  const place = placeOf(scene, act);
  if (place) return cutCautions(scene, act, place);
  const found: string[] = [];
  if (act.kind === 'bend' || act.kind === 'swing')
    found.push(
      'How far is safe is not yet computed: ease it down, stop if it creaks. Flag the cord, cap the stake.',
    );
  if (act.kind === 'spread') found.push('Hold the join while it is pegged; stop if it creaks.');
  if (act.kind === 'make-limb' && act.how === 'notch') found.push('Cut away from your hand.');
  if (act.kind !== 'stay' && heightOfAct(scene, act) > scene.site.reachCm)
    found.push('Out of reach: no ladder if it can be avoided.');
  return found;
}

function cutCautions(scene: Scene, act: Act, { tool, diameterMm, isInThree }: CutPlace): string[] {
  const stem = 'stemId' in act ? stemOf(scene.laid.tree, act.stemId) : undefined;
  const isOverhead = tool === 'pole pruner' || tool === 'pole saw';
  return [
    ...(isOverhead
      ? ['Overhead: from the ground, a second person by, never near lines; near lines it is licensed work.']
      : []),
    ...(diameterMm >= ARBORIST_MM ? ['Wood this heavy is work for a qualified arborist.'] : []),
    ...(stem && DISEASE[stem.condition] ? [DISEASE[stem.condition] ?? ''] : []),
    ...(scene.when.inLeaf ? ['Look for nests first; local rules may protect them.'] : []),
    ...(tool === 'saw' ? ['Saw: both feet firm, the other hand behind the blade.'] : []),
    ...(isInThree ? ['Hold the limb, so that bark does not tear.'] : []),
    ...(isOverhead || tool === 'saw' ? [] : ['Eyes clear of whipping twigs.']),
    ...(scene.kind.sap ? [SAP[scene.kind.sap.value]] : []),
  ];
}
