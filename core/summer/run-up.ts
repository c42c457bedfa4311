import type { KindFacts } from '../kinds/kind-facts';

/** Nut trees, which are run up whole in their first year: a dormant cut gives them more side shoots than a summer one. */
const RUN_UP = ['pistachio', 'walnut', 'pecan'];

export const isRunUp = ({ id }: KindFacts): boolean => RUN_UP.includes(id);
