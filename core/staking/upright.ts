import type { TreeScene } from '../acts/scene';
import { momentsAt, pointsOf, settle, type Beam, type Vec2 } from '../bending/beam';
import { LEAF_G_PER_CM2, N_PER_G, limbBeam, PIECES, type LimbBeam } from '../bending/limb-beam';
import { pulledTo, strained, type Bent } from '../bending/pull';
import type { Stem } from '../tree/stem';

/** A stem as it stands in wind. */
export interface StandingStem {
  limb: LimbBeam;
  /** How the wind bears on it, N on the outer end of each piece. */
  windN: Float64Array;
}

/** Air, kg per m^3; drag of a young crown that streams in the wind (Vollsinger et al. 2005: hardwoods 0.3 to 0.5 at 10 to 20 m/s). */
const AIR = 1.2;
const CROWN_DRAG = 0.35;
const STEM_DRAG = 1;
/** Leaves that lie every way show the wind half of their area. */
const SHOWN = 0.5;
/** A young tree about doubles its leaf from one autumn to the next: it is held through the coming season. Working value. */
const NEXT_LEAF = 2;
/** No stem stands quite plumb, deg. Working value. */
const PLUMB_DEG = 1.5;

type Asked = Pick<TreeScene, 'laid' | 'kind' | 'limits' | 'when' | 'site' | 'bends'>;

/** How much of the wind comes to a place: a figure of its own for each exposure. Working values. */
const EXPOSED = { sheltered: 0.7, middling: 1, open: 1.35 } as const;

/** The gust a tree is to stand, m/s: the figure, by how open its place is. */
export const gustMps = ({ limits, site }: Pick<Asked, 'limits' | 'site'>): number =>
  limits('stake.gustMps').value * EXPOSED[site.exposure ?? 'middling'];

/**
 * A stem in the leaf it has by the end of its next season, straight from its foot and all but plumb.
 * @param grown how much thicker it is than today, as a share of today's; its leaf goes with the square of it (pipe model)
 */
export function standing(scene: Asked, stem: Stem, grown = 1): StandingStem {
  const thick = grown === 1 ? stem : thickened(stem, grown);
  const limb = limbBeam(scene, thick, 'upright', { inLeaf: true });
  const bare = limbBeam(scene, thick, 'upright', { inLeaf: false });
  const gust = gustMps(scene);
  const perM2 = (AIR * gust * gust) / 2;
  const leaf = NEXT_LEAF * grown * grown;
  const clampRad = Math.PI / 2 - (PLUMB_DEG * Math.PI) / 180;
  const leafN = (i: number): number => (bare.beam.weight[i] as Vec2)[1] - (limb.beam.weight[i] as Vec2)[1];
  const windN = Float64Array.from({ length: PIECES }, (_, i) => {
    const leafM2 = (leaf * leafN(i)) / N_PER_G / LEAF_G_PER_CM2 / 1e4;
    const woodM2 = ((limb.diameterMm[i] as number) / 1000) * (limb.beam.pieceCm / 100);
    return perM2 * (CROWN_DRAG * SHOWN * leafM2 + STEM_DRAG * woodM2);
  });
  const weight = limb.beam.weight.map(([, y], i): Vec2 => [0, y - (leaf - 1) * leafN(i)]);
  const present = new Float64Array(PIECES).fill(clampRad);
  const beam: Beam = { ...limb.beam, clampRad, weight, rest: new Float64Array(PIECES) };
  return { limb: { ...limb, beam, present }, windN };
}

const thickened = (stem: Stem, by: number): Stem => ({
  ...stem,
  diameter: { ...stem.diameter, value: stem.diameter.value * by },
  ...(stem.endDiameter && { endDiameter: { ...stem.endDiameter, value: stem.endDiameter.value * by } }),
});

const blown = ({ limb, windN }: StandingStem): LimbBeam => ({
  ...limb,
  beam: { ...limb.beam, weight: limb.beam.weight.map(([x, y], i): Vec2 => [x + (windN[i] as number), y]) },
});

/** How a stem stands, free or held: how far its top has gone over, and what its foot and its wood bear. */
export interface Stands {
  /** Deg from plumb from foot to top, in still air. */
  leanDeg: number;
  /** In the gust: moment at its foot, N m, and strain over what half of such wood bears. */
  footNm: number;
  times: number;
  /** Pull on the tie in the gust, N. */
  pullN: number;
}

/** How far over its top is from its foot, deg from plumb. */
function leanOf({ beam }: LimbBeam, angles: ArrayLike<number>): number {
  const [x, y] = pointsOf(beam, angles)[PIECES - 1] as Vec2;
  return (Math.atan2(Math.abs(x), y) * 180) / Math.PI;
}

/** A stem that nothing holds. */
export function free(stem: StandingStem): Stands {
  const { limb } = stem;
  const gusty = blown(stem);
  const angles = settle(gusty.beam, limb.present, []);
  return {
    leanDeg: leanOf(limb, settle(limb.beam, limb.present, [])),
    footNm: Math.abs(momentsAt(gusty.beam, angles, [])[0] as number) / 100,
    times: strained(gusty, angles).worst.times,
    pullN: 0,
  };
}

/** A stem tied at the outer end of a piece, where it then stays; undefined where no pull brings it there. */
export function tied(stem: StandingStem, piece: number): Stands | undefined {
  const { limb } = stem;
  const gusty = blown(stem);
  const calmly = heldAt(limb, piece);
  const held = heldAt(gusty, piece);
  if (!calmly || !held) return undefined;
  const loads = [{ piece, force: [-held.pullN, 0] as const }];
  return {
    leanDeg: leanOf(limb, calmly.angles),
    footNm: Math.abs(momentsAt(gusty.beam, held.angles, loads)[0] as number) / 100,
    times: held.worst.times,
    pullN: held.pullN,
  };
}

/** The stem brought back at a piece to the plumb line by a pull across. */
function heldAt(limb: LimbBeam, piece: number): Bent | undefined {
  const across = ({ angles }: Pick<Bent, 'angles'>): number =>
    -(pointsOf(limb.beam, angles)[piece] as Vec2)[0];
  return pulledTo(limb, piece, { kind: 'fixed', direction: [-1, 0] }, across, 0);
}
