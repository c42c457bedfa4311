import { told, type Message } from '../words/message';
import { stemOf } from '../tree/stem';
import type { Condition } from '../tree/stem-readings';
import { cutPlace, type CutWanted, type Tool } from './cut-place';
import type { TreeScene } from './scene';

/** Wood this thick is too heavy for one who is not trained to it, mm. Working value. */
const ARBORIST_MM = 100;

const DISEASE: Partial<Record<Condition, Message>> = {
  blighted: told('caution.blighted'),
  cankered: told('caution.cankered'),
};

/** The cautions of a cut, the gravest first; none for a stem that is not there. */
export function cutCautions(scene: TreeScene, cut: CutWanted): Message[] {
  const place = cutPlace(scene, cut);
  if (!place) return [];
  const { tool, diameterMm, isInThree } = place;
  const stem = stemOf(scene.laid.tree, cut.stemId);
  const isOverhead = tool === 'pole pruner' || tool === 'pole saw';
  return [
    ...(isOverhead ? [told('caution.overhead')] : []),
    ...(diameterMm >= ARBORIST_MM ? [told('caution.arborist')] : []),
    ...[stem && DISEASE[stem.condition]].filter((caution) => caution !== undefined),
    ...(scene.when.inLeaf ? [told('caution.nests')] : []),
    ...(tool === 'saw' ? [told('caution.saw')] : []),
    ...(isInThree ? [told('caution.three')] : []),
    ...(isOverhead || tool === 'saw' ? [] : [told('caution.eyes')]),
    ...(scene.kind.sap ? [told(`caution.sap.${scene.kind.sap.value}`)] : []),
  ];
}

/** The caution of work that is done above the grower's reach. */
export const reachCautions = ({ site }: TreeScene, heightCm: number): Message[] =>
  heightCm > site.reachCm ? [told('caution.reach')] : [];

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
