import type { Stem } from './stem';

/** Diameter by arc length: straight from the datum to the end. */
export interface Taper {
  lengthCm: number;
  datumCm: number;
  datumMm: number;
  endMm: number;
}

/** Where a limb's diameter is read, cm outside the join. */
export const LIMB_DATUM_CM = 2;
/** Thickness of a growing tip just behind its end bud, mm. Working value. */
export const TIP_MM = 3;
/** Loss of thickness along wood whose end was cut away, mm per cm. Working value: about 8 mm a metre. */
export const HEADED_TAPER_MM_PER_CM = 0.08;

export function taperOf(stem: Stem): Taper {
  const lengthCm = stem.length.value;
  const datumMm = stem.diameter.value;
  const datumCm = stem.parent.kind === 'ground' ? 10 : LIMB_DATUM_CM;
  if (stem.headed && stem.endDiameter) {
    const endMm = Math.min(datumMm, stem.endDiameter.value);
    return { lengthCm, datumCm: Math.min(datumCm, lengthCm / 2), datumMm, endMm };
  }
  const endMm = stem.headed
    ? Math.max(datumMm * 0.5, datumMm - HEADED_TAPER_MM_PER_CM * Math.max(0, lengthCm - datumCm))
    : Math.min(TIP_MM, datumMm);
  return { lengthCm, datumCm: Math.min(datumCm, lengthCm / 2), datumMm, endMm };
}

/** Diameter at a distance along the stem, mm. Below the datum the wood is taken as thick as at it. */
export function diameterAt(taper: Taper, sCm: number): number {
  const run = taper.lengthCm - taper.datumCm;
  if (run <= 0 || sCm <= taper.datumCm) return taper.datumMm;
  const t = Math.min(1, (sCm - taper.datumCm) / run);
  return taper.datumMm + (taper.endMm - taper.datumMm) * t;
}

/**
 * Wood between two distances along a stem, as the integral of d^2 ds in mm^2 cm (volume up to the factor pi/4).
 * Exact for a straight taper: the mean of d^2 over a piece from a to b is (a^2 + ab + b^2) / 3 (frustum).
 */
export function woodBetween(taper: Taper, fromCm: number, toCm: number): number {
  const frustum = (a: number, b: number): number => {
    const da = diameterAt(taper, a);
    const db = diameterAt(taper, b);
    return ((b - a) * (da * da + da * db + db * db)) / 3;
  };
  const from = Math.max(0, fromCm);
  const to = Math.min(taper.lengthCm, toCm);
  if (to <= from) return 0;
  const bend = taper.datumCm;
  if (from < bend && to > bend) return frustum(from, bend) + frustum(bend, to);
  return frustum(from, to);
}
