import { told, type Kit, type Message } from '../../../../core';

/** What to carry, part by part. */
export function kitParts({ tools, ties, pegs, cleans, paste, labels, notches }: Kit): Message[] {
  const counted = {
    'kit.notches': notches,
    'kit.ties': ties,
    'kit.pegs': pegs,
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
    ...count('kit.pegs'),
    ...count('kit.labels'),
    told(`kit.cleans.${cleans}`),
    ...(paste ? [told('kit.paste')] : []),
  ];
}
