import { completeStem } from '../kinds/estimate';
import { kindFacts } from '../kinds/kinds';
import type { Shoot } from '../history/shoots';
import { reading } from '../readings/reading';
import type { Stem, Tree } from '../tree/stem';
import type { StemReadings } from '../tree/stem-readings';

/** A soft shoot of a length is so thick, mm a cm: a quarter of a metre is as thick as a pencil is not yet. Working value, for drawing alone. */
const SOFT_MM_PER_CM = 0.13;
const LEAST_MM = 2.5;

/**
 * A tree with its soft shoots on it and its stems as long as they are in leaf: to be drawn, not to be judged.
 * @param season the season they grew in: what is new is soft and green
 */
export function withShoots(tree: Tree, shoots: readonly Shoot[], season: number): Tree {
  const kind = kindFacts(tree.kind);
  const ids = new Set(tree.stems.map(({ id }) => id));
  const grown = new Map(shoots.map((shoot) => [shoot.shoot, shoot]));
  const stems = tree.stems.map((stem): Stem => {
    const lengthCm = grown.get(stem.id)?.lengthCm;
    return lengthCm === undefined ? stem : { ...stem, length: reading('length', lengthCm, 'guessed') };
  });
  const soft = shoots.flatMap((shoot, order): Stem[] => {
    const { shoot: id, onStem, lengthCm } = shoot;
    if (onStem === undefined || !ids.has(onStem) || ids.has(id) || !lengthCm) return [];
    const given = { ...readingsOf(shoot, onStem, lengthCm), growthCm: { [season]: lengthCm } };
    return [completeStem(id, given, kind, order)];
  });
  return { ...tree, stems: [...stems, ...soft] };
}

const readingsOf = (
  { tag, atCm, bearingDeg, angleDeg }: Shoot,
  onStem: string,
  lengthCm: number,
): StemReadings => ({
  ...{ parent: { kind: 'stem', stemId: onStem }, length: reading('length', lengthCm, 'guessed') },
  diameter: reading('diameter', Math.max(LEAST_MM, lengthCm * SOFT_MM_PER_CM), 'guessed'),
  ...(tag !== undefined && { tag }),
  ...(atCm !== undefined && { origin: reading('length', atCm, 'guessed') }),
  ...(bearingDeg !== undefined && { bearing: reading('bearing', bearingDeg, 'guessed') }),
  ...(angleDeg !== undefined && { angle: reading('angle', angleDeg, 'guessed') }),
});
