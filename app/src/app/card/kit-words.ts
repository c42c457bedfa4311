import {
  cm,
  list,
  metres,
  mm,
  told,
  type Arg,
  type Kit,
  type KitStake,
  type Message,
} from '../../../../core';

/** What to carry, part by part. */
export function kitParts(kit: Kit): Message[] {
  const { tools, ties, pegs, cleans, paste, labels, notches, cordCm, groundPegs } = kit;
  const singles = {
    'kit.notches': notches,
    'kit.ties': ties,
    'kit.pegs': pegs,
    'kit.ground-pegs': groundPegs,
    'kit.labels': labels,
  } as const;
  const count = (code: keyof typeof singles): Message[] =>
    singles[code] > 0 ? [told(code, { n: singles[code] })] : [];
  const carried = tools.filter((tool) => tool !== 'hand').map((tool) => told(`tool.${tool}`));
  return [
    ...(carried.length > 0 ? [told('kit.tools', { tools: { list: carried } })] : []),
    ...count('kit.notches'),
    told('kit.gloves'),
    ...count('kit.ties'),
    ...(cordCm > 0 ? [told('kit.cord', { length: metres(cordCm / 100) })] : []),
    ...count('kit.ground-pegs'),
    ...count('kit.pegs'),
    ...SIZED.flatMap(({ code, sizes }) => {
      const all = sizes(kit);
      return all.length > 0
        ? [told(code, { each: list(all.map(({ n, size }) => told('kit.of', { n, size }))) })]
        : [];
    }),
    ...(kit.film ? [told('kit.film')] : []),
    ...count('kit.labels'),
    told(`kit.cleans.${cleans}`),
    ...(paste ? [told('kit.paste')] : []),
  ];
}

/** What is carried in several sizes, and how many of each, the least first. */
export interface Sized {
  n: number;
  size: Arg;
}

/** How many of each size there are, the sizes as they come. */
function counted<T>(all: readonly T[], called: (one: T) => Arg): Sized[] {
  const counts = new Map<string, Sized>();
  for (const one of all) {
    const size = called(one);
    const known = counts.get(JSON.stringify(size));
    counts.set(JSON.stringify(size), { n: (known?.n ?? 0) + 1, size });
  }
  return [...counts.values()];
}

const staked = (one: KitStake): Arg =>
  told('kit.long-thick', { long: cm(one.lengthCm), thick: mm(one.thickMm) });

/** Things of a kit that come in sizes, in the order they are told. */
export const SIZED = [
  { code: 'kit.stakes', sizes: ({ stakes }: Kit) => counted(stakes, staked) },
  { code: 'kit.canes', sizes: ({ canes }: Kit) => counted(canes, staked) },
  { code: 'kit.sticks', sizes: ({ sticksCm }: Kit) => counted(sticksCm, cm) },
  { code: 'kit.props', sizes: ({ propsCm }: Kit) => counted(propsCm, cm) },
  { code: 'kit.guards', sizes: ({ guardsCm }: Kit) => counted(guardsCm, cm) },
  { code: 'kit.jugs', sizes: ({ jugsL }: Kit) => counted(jugsL, (litres) => told('kit.litres', { litres })) },
] as const;
