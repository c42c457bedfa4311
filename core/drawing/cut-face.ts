import { add, cross, scale, squareTo, type Vec3 } from '../geometry/vector';

/** A cut through a limb: where on its middle line, cm; the way it runs and the way its bud faces, unit vectors; and how it slopes. */
export interface Cut {
  at: Vec3;
  run: Vec3;
  /** Where there is no bud to slope away from, none: the cut is square. */
  facing: Vec3 | undefined;
  halfCm: number;
  /** From square, falling away from the bud, deg, 0 to under 90. */
  slopeDeg: number;
}

const RIM = 24;

/** The rim of a cut in space, cm, all round: a plane through a cylinder, highest beside the bud, and there as far along as the cut. */
export function cutRim({ at, run, facing, halfCm, slopeDeg }: Cut): Vec3[] {
  const [beside, aside] = axesOf(run, facing);
  const fall = facing ? Math.tan((slopeDeg * Math.PI) / 180) : 0;
  return Array.from({ length: RIM }, (_, i) => {
    const a = (2 * Math.PI * i) / RIM;
    const out = add(scale(beside, halfCm * Math.cos(a)), scale(aside, halfCm * Math.sin(a)));
    return add(at, add(out, scale(run, halfCm * fall * (Math.cos(a) - 1))));
  });
}

/** The way the face of a cut looks, a vector out of the wood that stays; its length is not 1. */
export function faceOf({ run, facing, slopeDeg }: Pick<Cut, 'run' | 'facing' | 'slopeDeg'>): Vec3 {
  return facing ? add(run, scale(facing, -Math.tan((slopeDeg * Math.PI) / 180))) : run;
}

function axesOf(run: Vec3, facing: Vec3 | undefined): [Vec3, Vec3] {
  const beside = facing ?? squareTo(run, [0, 0, 1]) ?? [1, 0, 0];
  return [beside, cross(run, beside)];
}
