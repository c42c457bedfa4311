import type { KindFacts } from '../kinds/kind-facts';
import { stemOf } from '../tree/stem';
import type { Condition } from '../tree/stem-readings';
import { cutPlace, type CutWanted, type Tool } from './cut-place';
import type { TreeScene } from './scene';

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

/** The cautions of a cut, the gravest first; none for a stem that is not there. */
export function cutCautions(scene: TreeScene, cut: CutWanted): string[] {
  const place = cutPlace(scene, cut);
  if (!place) return [];
  const { tool, diameterMm, isInThree } = place;
  const stem = stemOf(scene.laid.tree, cut.stemId);
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

/** The caution of work that is done above the grower's reach. */
export const reachCautions = ({ site }: TreeScene, heightCm: number): string[] =>
  heightCm > site.reachCm ? ['Out of reach: no ladder if it can be avoided.'] : [];

/** Minutes a cut takes one person, tools in hand. Working values. */
const CUT_MINUTES: Record<Tool, number> = {
  ...{ hand: 0.5, shears: 0.7, loppers: 1.5, saw: 4 },
  ...{ 'pole pruner': 2, 'pole saw': 6 },
};
const THREE_CUTS_MINUTES = 2;

export function cutMinutes(scene: TreeScene, cut: CutWanted): number {
  const place = cutPlace(scene, cut);
  return place ? CUT_MINUTES[place.tool] + (place.isInThree ? THREE_CUTS_MINUTES : 0) : 0;
}
