import { cm, list, told, type Kit, type Message } from '../../../../core';

/** What to carry, part by part. */
export function kitParts(kit: Kit): Message[] {
  const { tools, ties, pegs, cleans, paste, labels, notches, cordCm, groundPegs } = kit;
  const counted = {
    'kit.notches': notches,
    'kit.ties': ties,
    'kit.pegs': pegs,
    'kit.ground-pegs': groundPegs,
    'kit.labels': labels,
  } as const;
  const count = (code: keyof typeof counted): Message[] =>
    counted[code] > 0 ? [told(code, { n: counted[code] })] : [];
  const carried = tools.filter((tool) => tool !== 'hand').map((tool) => told(`tool.${tool}`));
  return [
    ...(carried.length > 0 ? [told('kit.tools', { tools: { list: carried } })] : []),
    ...count('kit.notches'),
    told('kit.gloves'),
    ...count('kit.ties'),
    ...(cordCm > 0 ? [told('kit.cord', { length: cm(cordCm) })] : []),
    ...count('kit.ground-pegs'),
    ...count('kit.pegs'),
    ...each('kit.sticks', kit.sticksCm, (n, cmLong) => told('kit.stick-of', { n, length: cm(cmLong) })),
    ...each('kit.jugs', kit.jugsL, (n, litres) => told('kit.jug-of', { n, litres })),
    ...count('kit.labels'),
    told(`kit.cleans.${cleans}`),
    ...(paste ? [told('kit.paste')] : []),
  ];
}

/** What is carried in several sizes: how many of each, the least first. */
function each(
  code: 'kit.sticks' | 'kit.jugs',
  sizes: readonly number[],
  of: (n: number, size: number) => Message,
): Message[] {
  const counts = new Map<number, number>();
  for (const size of sizes) counts.set(size, (counts.get(size) ?? 0) + 1);
  return sizes.length > 0 ? [told(code, { each: list([...counts].map(([size, n]) => of(n, size))) })] : [];
}
