import { untilTold } from './until';
import { told } from '../words/message';
import { day, oneOf, shape, type Typed } from '../fields/fields';
import { KEPT_FOR } from '../tree/stem-readings';
import { onStem, type ActWays } from './act';
import { changedStem } from './changed-stem';
import { footHeightCm } from './tying';

const schema = shape({ kind: oneOf(['stay']), ...onStem, until: day(), keptFor: oneOf(KEPT_FOR) });

/** It takes nothing: it dates a limb that is spared for a while, `until` an ISO date, so that a later visit brings it up. */
export type Stay = Typed<typeof schema>;

export const stay: ActWays<Stay> = {
  schema,
  apply: (tree, { stemId, until, keptFor }) =>
    changedStem(tree, stemId, (stem) => ({ ...stem, spared: { until, keptFor } })),
  phase: () => 'make ready',
  heightCm: (scene, act) => footHeightCm(scene, act.stemId),
  place: () => undefined,
  words: ({ when }, { until, keptFor }) => told('act.stay', { until: untilTold(when, until), keptFor }),
  cautions: () => [],
  supplies: () => ({}),
  minutes: () => 0.3,
  mark: ({ courses }, { stemId, until }) =>
    courses.has(stemId) ? { kind: 'dated', stemId, until } : undefined,
  counted: () => 'date',
};
