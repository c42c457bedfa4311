import type { TreeScene } from '../acts/scene';
import { joinHeightCm } from '../tree/joins';
import type { Stem } from '../tree/stem';
import { pointsOf, restFrom, settle, type Vec2 } from './beam';
import { limbBeam } from './limb-beam';
import type { SafeLine } from './safe-line';

/** Fruits a limb carries: its cross-section in cm^2 times the fruits for each, whole ones. */
export const fruitsCarried = (diameterMm: number, perCm2: number): number =>
  Math.floor((Math.PI / 4) * (diameterMm / 10) ** 2 * perCm2);

/** Fruit on a limb that bears all it carries, kg. */
export const cropKg = ({ kind, limits }: Pick<TreeScene, 'kind' | 'limits'>, stem: Stem): number =>
  (fruitsCarried(stem.diameter.value, limits('crop.perCm2').value) * kind.fruitG.value) / 1000;

type Asked = Pick<TreeScene, 'laid' | 'kind' | 'limits' | 'when' | 'site' | 'bends'>;

/**
 * Height of the lowest place of a limb over ground, cm, once it is in leaf and bears all it carries; under 0 where it would lie on the ground.
 * @param lying the limb as it is bent and has set; as it lies today where that is not given
 */
export function ladenLowCm(scene: Asked, stem: Stem, lying?: Pick<SafeLine, 'limb' | 'bent'>): number {
  const now = lying?.limb ?? limbBeam(scene, stem, 'upright', { inLeaf: scene.when.inLeaf });
  const angles = lying?.bent.angles ?? now.present;
  const full = limbBeam(scene, stem, 'upright', { inLeaf: true, cropKg: cropKg(scene, stem) });
  const laden = { ...full.beam, rest: restFrom(now.beam, angles) };
  const ys = pointsOf(laden, settle(laden, angles, [])).map((point: Vec2) => point[1]);
  return joinHeightCm(scene.laid, stem) + Math.min(0, ...ys);
}
