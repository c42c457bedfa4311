import { id, oneOf, shape, type Typed } from '../../fields/fields';
import { STAGES } from '../../seasons/stage';
import { told } from '../../words/message';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['stage-seen']), treeId: id(), stage: oneOf(STAGES) });

/** A stage the grower saw a tree come to on its day: swelling, bloom, the end of growth. It moves what is reckoned for its kind here. */
export type StageSeen = Typed<typeof schema>;

export const stageSeen: EventWays<StageSeen> = {
  schema,
  reduceYard: ({ seen }, { treeId, stage, happenedOn }) => void seen.push({ treeId, stage, on: happenedOn }),
  told: ({ stage }) => told('book.stage', { stage: told(`stage.${stage}`) }),
};
