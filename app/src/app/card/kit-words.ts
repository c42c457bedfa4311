import type { Kit } from '../../../../core';

/** What to carry, in a line. */
export function kitWords({ tools, ties, pegs, cleans, paste, labels, notches }: Kit): string {
  const count = (n: number, one: string, many: string): string[] =>
    n > 0 ? [`${n} ${n === 1 ? one : many}`] : [];
  const carried = tools.filter((tool) => tool !== 'hand');
  return [
    ...(carried.length > 0 ? [carried.join(', ')] : []),
    ...count(notches, 'notch: a sharp knife', 'notches: a sharp knife'),
    'gloves, eye protection',
    ...count(ties, 'soft tie and cord', 'soft ties and cords'),
    ...count(pegs, 'clip-peg', 'clip-pegs'),
    ...count(labels, 'fixing to move', 'fixings to move'),
    `disinfectant as its label says, blades cleaned ${cleans}`,
    ...(paste ? ['wound paste'] : []),
  ].join('; ');
}
