import { reading } from '../readings/reading';
import { layOut } from '../tree/course';
import { diameterAt, taperOf, woodBetween } from '../tree/taper';
import { trunkOf, withDescendants, type Stem, type Tree } from '../tree/stem';
import type { Act } from './acts';

/** The tree as the acts leave it: stems gone with all they carry, ends cut, runs bent. Unknown stems are passed over. */
export function afterActs(tree: Tree, acts: readonly Act[]): Tree {
  return acts.reduce(afterAct, tree);
}

function afterAct(tree: Tree, act: Act): Tree {
  switch (act.kind) {
    case 'take-out': {
      const gone = withDescendants(tree, act.stemId);
      return { ...tree, stems: tree.stems.filter((stem) => !gone.has(stem.id)) };
    }
    case 'shorten':
      return shortened(tree, act.stemId, act.toLengthCm);
    case 'bend':
      return changedStem(tree, act.stemId, (stem) => bent(stem, act.toDeg));
    case 'swing':
      return changedStem(tree, act.stemId, (stem) => ({
        ...stem,
        runBearing: reading('bearing', act.toDeg, 'gauge'),
      }));
    case 'spread':
      return changedStem(tree, act.stemId, (stem) => ({
        ...bent(stem, Math.max(stem.set.value, act.toDeg)),
        departure: reading('angle', act.toDeg, 'gauge'),
      }));
    case 'move':
      return changedStem(tree, act.stemId, ({ holds = [], ...stem }) => ({
        ...stem,
        holds: holds.filter((fixing) => fixing !== act.holds),
      }));
    case 'take-crop':
      return changedStem(tree, act.stemId, (stem) => (act.leave > 0 ? stem : { ...stem, bears: 'none' }));
    case 'stay':
    case 'make-limb':
      return tree;
  }
}

function changedStem(tree: Tree, stemId: string, change: (stem: Stem) => Stem): Tree {
  return { ...tree, stems: tree.stems.map((stem) => (stem.id === stemId ? change(stem) : stem)) };
}

function bent(stem: Stem, toDeg: number): Stem {
  const set = reading('angle', toDeg, 'gauge');
  return { ...stem, set, tipAngle: { ...set, how: 'estimated' } };
}

/** Cutting an end off takes the shoots beyond the cut with it, and of those only counted a part as long; on the trunk, origins are heights. */
function shortened(tree: Tree, stemId: string, toLengthCm: number): Tree {
  const cut = tree.stems.find((stem) => stem.id === stemId);
  if (!cut || toLengthCm >= cut.length.value) return tree;
  const laid = layOut(tree);
  const beyond = tree.stems.filter(
    (stem) =>
      stem.parent.kind === 'stem' &&
      stem.parent.stemId === stemId &&
      (laid.joins.get(stem.id) ?? stem.origin.value) > toLengthCm,
  );
  const gone = new Set(beyond.flatMap((stem) => [...withDescendants(tree, stem.id)]));
  return {
    ...tree,
    stems: tree.stems
      .filter((stem) => !gone.has(stem.id))
      .map((stem) =>
        stem.id === stemId
          ? {
              ...stem,
              length: { ...stem.length, value: toLengthCm, sure: 1 },
              headed: true,
              ...(stem.sideShoots && {
                sideShoots: Math.round((stem.sideShoots * toLengthCm) / stem.length.value),
              }),
              endDiameter: { ...stem.diameter, value: cutDiameterMm(stem, toLengthCm) },
            }
          : stem,
      ),
  };
}

/** Wood of a tree above the union, as the sum over its stems of the integral of d^2 ds, mm^2 cm. */
export function woodOf(tree: Tree): number {
  return tree.stems.reduce((sum, stem) => sum + woodBetween(taperOf(stem), 0, stem.length.value), 0);
}

/** Share of a tree's wood that acts take off, 0 to 1 (sum of d^2 L, trunk included). */
export function shareRemoved(before: Tree, acts: readonly Act[]): number {
  const whole = woodOf(before);
  return whole === 0 ? 0 : Math.max(0, 1 - woodOf(afterActs(before, acts)) / whole);
}

/** Diameter at which an act cuts, mm. */
export function cutDiameterMm(stem: Stem, atCm: number): number {
  return diameterAt(taperOf(stem), atCm);
}

/** Highest point of the trunk, cm. */
export function trunkTopCm(tree: Tree): number {
  const trunk = trunkOf(tree);
  if (!trunk) return 0;
  const points = layOut(tree).courses.get(trunk.id)?.points ?? [];
  return Math.max(0, ...points.map((p) => p[2]));
}
